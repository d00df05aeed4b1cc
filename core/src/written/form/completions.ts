import { InterruptionPolicy, isExpression, isToken, itemAt, orElse, PART_KINDS, ReducedForm, RotationDirection, settablesOf, TRIGGER_KINDS, type Component, type Part, type PartKind, type Project, type PropertyValues, type Value } from '../../document'
import { FUNCTIONS } from '../../expression'
import { EASING_KEYWORDS } from '../../motion'
import type { Sayable } from '../describable'
import { calledSo } from '../named'
import { unquoted, wordsOf } from '../words'
import { isPart, keywordOf } from './component-text'
import { formLine, type FormLine } from './form-lines'
import { LINE_WORDS } from './line-words'
import { MOTION_WORDS } from './motion-text'
import { nameText } from './names'
import { namedIn } from './rule-text'
import { innerOf, sayableOf } from './said-text'
import { triggerKindAt } from './trigger-text'
import { valueText } from './value-text'

/** Something that can be written where the caret is. */
export interface Completion {
  readonly text: string
  /** What it is; a curve, a colour or an icon is shown with its picture. */
  readonly is: 'word' | 'part' | 'state' | 'component' | 'screen' | 'variable' | 'property' | 'value' | 'colour' | 'easing' | 'icon'
  /** What a property is now, what colour a token is, which icon has the name. */
  readonly detail?: string
}

export interface Completions {
  /** Where the word begins that they would take the place of, from the beginning of the text. */
  readonly from: number
  readonly options: readonly Completion[]
}

/** What can be written at a place of the written form of a component, or of the component a screen runs as, by what stands before it and above it. */
export function completionsAt(project: Project, component: Component, text: string, at: number): Completions {
  const [word = ''] = /["@~]?[^\s,:;()"]*$/.exec(text.slice(text.lastIndexOf('\n', at - 1) + 1, at)) ?? []
  const from = at - word.length
  const wanted = word.replace(/^"/, '').toLowerCase()
  return { from, options: wordsAt(project, component, text, from).filter(({ text: option }) => option.replace(/^"/, '').toLowerCase().includes(wanted)) }
}

/** All that a word could be that begins at a place of the written form. */
export function wordsAt(project: Project, component: Component, text: string, from: number): readonly Completion[] {
  const start = text.lastIndexOf('\n', from - 1) + 1
  const said = text.slice(start, from)
  const options = new Completing(project, component, linesAbove(text.slice(0, start), said.length - said.trimStart().length)).options(said.trimStart())
  return [...new Map(options.map((option) => [option.text, option])).values()]
}

/** The lines a line is inside, the nearest first. */
function linesAbove(before: string, indent: number): readonly FormLine[] {
  const above: FormLine[] = []
  let depth = indent
  for (const line of before.split('\n').toReversed()) {
    const further = line.length - line.trimStart().length
    if (line.trim() === '' || line.trim().startsWith('#') || further >= depth) continue
    above.push(formLine(line.trim()))
    depth = further
  }
  return above
}

const words = (...texts: readonly string[]): readonly Completion[] => texts.map((text) => ({ text, is: 'word' }))

const values = (choices: readonly (string | number)[] | undefined): readonly Completion[] => (choices ?? []).map((each) => ({ text: String(each), is: 'value' }))

const named = (things: readonly { readonly name: string }[], is: Completion['is']): readonly Completion[] => things.map(({ name }) => ({ text: nameText(name), is }))

const EASINGS: readonly Completion[] = [...EASING_KEYWORDS, 'spring(1, 170, 26)', 'cubic-bezier(0.3, 0, 0, 1)', 'steps(4)'].map((text) => ({ text, is: 'easing' }))

/** What has parts and rules. */
const OWNERS = ['component', 'screen', 'overlay']

const FUNCTION_NAMES = words(...Object.keys(FUNCTIONS))

/** An expression as the value of a property that goes on to where the caret is, once what is closed before it is gone. */
const OPEN_EXPRESSION = /"= *[^"]*$/
const QUOTED = /"(?:[^"\\]|\\.)*"/g

const ACTIONS = ['set', 'send', 'go to', 'open', 'close', 'focus', 'pulse', 'put', 'add to', 'remove from', 'remove item', 'move in', 'restore', 'together', ...LINE_WORDS.motion]

class Completing {
  constructor(private readonly project: Project, private readonly component: Component, private readonly above: readonly FormLine[]) {}

  /** @param said what stands in the line before the word that is being written */
  options(said: string): readonly Completion[] {
    const [holder] = this.above
    const line = formLine(said)
    if (said === '') return this.beginnings(holder)
    if (OPEN_EXPRESSION.test(said.replace(QUOTED, ''))) return [...this.names().map((option) => ({ ...option, text: unquoted(option.text) })), ...FUNCTION_NAMES]
    if (isPart(line) && (!holder || isPart(holder) || OWNERS.includes(keywordOf(holder)))) return this.ofPart(line)
    if (triggerKindAt(said)) return this.ofRule(said)
    switch (keywordOf(line)) {
      case 'look':
      case 'loop':
        return said.includes(':') ? this.ofMotion(said) : named(this.component.axes.flatMap(({ states }) => states), 'state')
      case 'group':
        return named(this.component.axes.flatMap(({ states }) => states), 'state')
      case 'motion':
        return said.includes(':') ? this.ofMotion(said) : [...words('any', '->'), ...this.states()]
      case 'combination':
        return [...named(this.component.axes, 'variable'), ...this.states()]
      case 'lane':
        return said.includes(',') ? this.ofMotion(said) : wordsOf(said).length === 1 ? this.parts() : this.component.parts.flatMap((part) => this.definitions(part.kind, part).map(({ name }): Completion => ({ text: name, is: 'property' })))
      case 'drag':
      case 'glide':
      case 'items':
      case 'keyframe':
        return this.ofMotion(said)
    }
    if (holder && triggerKindAt(holder.text)) return this.ofAction(said)
    return holder && said.includes(':') ? this.ofLook(said) : []
  }

  private beginnings(holder: FormLine | undefined): readonly Completion[] {
    if (!holder) return words('component')
    if (isPart(holder)) return words(...PART_KINDS, ...LINE_WORDS.part.map((word) => (word === 'glide' ? word : `${word}:`)))
    if (triggerKindAt(holder.text)) return words(...ACTIONS)
    switch (keywordOf(holder)) {
      case 'component':
        return words(...PART_KINDS, ...LINE_WORDS.component, ...TRIGGER_KINDS)
      case 'screen':
      case 'overlay':
        return words(...PART_KINDS, ...LINE_WORDS.screen, ...TRIGGER_KINDS)
      case 'states':
        return words(...LINE_WORDS.states)
      default:
        return this.parts().map((option) => ({ ...option, text: `${option.text}:` }))
    }
  }

  private parts(): readonly Completion[] {
    return named(this.component.parts, 'part')
  }

  private states(): readonly Completion[] {
    return named(this.component.axes.flatMap((axis) => namedIn(axis)), 'state')
  }

  private definitions(kind: PartKind, part?: Part): readonly Sayable[] {
    return sayableOf({ project: this.project, owner: this.component }, kind, part ? innerOf(part) : null).definitions
  }

  private ofPart(line: FormLine): readonly Completion[] {
    const [kind, name] = wordsOf(line.text)
    const part = calledSo(this.component.parts, name?.text ?? '')
    const said = PART_KINDS.find((each) => each === kind?.text)
    if (!name || !said) return []
    return this.ofProperties(line.text, this.definitions(said, part?.kind === said ? part : undefined), part?.base ?? {})
  }

  private ofLook(said: string): readonly Completion[] {
    const part = calledSo(this.component.parts, wordsOf(said.slice(0, said.indexOf(':')))[0]?.text ?? '')
    if (!part) return []
    const [holder] = this.above
    const state = this.component.axes.flatMap(({ states }) => states).find(({ name }) => name === wordsOf(holder?.text ?? '')[1]?.text)
    return this.ofProperties(said, this.definitions(part.kind, part), { ...part.base, ...state?.look[part.id] })
  }

  /** Behind the label of a property its values, and else the properties that are not said yet. */
  private ofProperties(said: string, definitions: readonly Sayable[], now: PropertyValues): readonly Completion[] {
    const before = ` ${wordsOf(said).map(({ text }) => text).join(' ').toLowerCase()}`
    const asked = definitions.filter(({ label, type }) => type !== 'yesNo' && before.endsWith(` ${label.toLowerCase()}`)).toSorted((a, b) => b.label.length - a.label.length)[0]
    if (asked) return this.valuesOf(asked, now[asked.name])
    const isDenied = before.endsWith(' not')
    const open = definitions.filter(({ label, type }) => (isDenied ? type === 'yesNo' : !before.includes(` ${label.toLowerCase()} `)))
    const asItIs = (value: Value | undefined, definition: Sayable) => (value === undefined ? {} : { detail: orElse(() => valueText(definition, value, this.project.tokens), '') })
    return [...open.map((definition): Completion => ({ text: definition.label, is: 'property', ...asItIs(now[definition.name], definition) })), ...(isDenied ? [] : words('at', 'not'))]
  }

  private valuesOf({ type, among, choices, name }: Sayable, now: Value | undefined): readonly Completion[] {
    const present = now === undefined ? [] : values([orElse(() => valueText({ type, ...(choices ? { choices } : {}) }, now, this.project.tokens), '')]).filter(({ text }) => text !== '')
    if (among) return named(among.things, among.what === 'component' ? 'component' : 'value')
    switch (type) {
      case 'paint':
      case 'colour':
        return [...this.colours(), ...present]
      case 'icon':
        return this.project.icons.map(({ id, name: detail }) => ({ text: id, is: 'icon', detail }))
      case 'part':
        return this.component.parts.map(({ id, name: detail }) => ({ text: nameText(id), is: 'part', detail }))
      case 'choice':
        return [...present, ...values(choices?.map((choice) => nameText(String(choice))))]
      default:
        return name === 'easing' ? EASINGS : [...present, ...this.tokens('size')]
    }
  }

  private tokens(type: Project['tokens'][number]['type']): readonly Completion[] {
    const is = type === 'colour' || type === 'easing' ? type : 'value'
    return this.project.tokens.filter((token) => token.type === type).map(({ name, value }) => ({ text: nameText(name).startsWith('"') ? `"@${name}"` : `@${name}`, is, detail: String(value) }))
  }

  private colours(): readonly Completion[] {
    const looks = this.component.axes.flatMap(({ states }) => states.flatMap(({ look }) => Object.values(look)))
    const used = [...this.component.parts.map(({ base }) => base), ...looks].flatMap((said) => [said.fill, said.stroke])
    const colours = used.filter((value): value is string => typeof value === 'string' && !isExpression(value) && !isToken(value) && value.startsWith('#'))
    return [...this.tokens('colour'), ...colours.map((text): Completion => ({ text, is: 'colour', detail: text }))]
  }

  private ofRule(said: string): readonly Completion[] {
    const [head = '', ...body] = said.split(':')
    if (body.length === 0) return this.ofTrigger(head.trimEnd())
    const clauses = body.join(':').split('->')
    if (clauses.length === 1) return [...this.states(), ...words('any', 'any but', 'none', '->')]
    const behind = itemAt(clauses, clauses.length - 1)
    return behind.includes(',') ? [...this.ofMotion(behind), ...words('let through', 'also after leaving', 'axis', 'if')] : [...this.states(), ...words('next', 'previous', 'stay', 'back', 'ignored', 'one of')]
  }

  private ofTrigger(head: string): readonly Completion[] {
    if (/ on$/.test(head)) return this.parts()
    if (/^(entered|left)$/.test(head)) return [...named(this.component.axes.flatMap(({ groups = [] }) => groups), 'state'), ...words('on')]
    if (head === 'changes') return this.names()
    if (head === 'message') return [...this.messages(), ...words('on')]
    return words('on', ...(/^(after|every)/.test(head) ? ['since settling', 'since entering the first', 'to', 'paused while'] : []), ...(head.startsWith('key') ? ['anywhere', 'Enter', 'space', 'Escape', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'] : []))
  }

  private names(): readonly Completion[] {
    return named([...this.component.parameters, ...this.component.variables, ...this.project.variables], 'variable')
  }

  /** The messages anything sends or listens to. */
  private messages(): readonly Completion[] {
    const rules = [...this.project.components, ...this.project.screens].flatMap(({ rules: all }) => all)
    const heard = rules.flatMap(({ trigger }) => (trigger.on === 'message' && trigger.name !== '' ? [trigger] : []))
    const sent = rules.flatMap(({ actions }) => actions.flatMap((action) => (action.do === 'send' ? [{ name: action.message }] : [])))
    return named([...heard, ...sent], 'value')
  }

  private ofMotion(said: string): readonly Completion[] {
    const behind = said.slice(Math.max(said.lastIndexOf(','), said.lastIndexOf(':')) + 1).trim()
    switch (behind) {
      case 'policy':
        return values(InterruptionPolicy.choices)
      case 'reduced':
        return values(ReducedForm.choices)
      case 'turns':
        return values(RotationDirection.choices)
      case 'velocity':
        return values(['keep', 'reset'])
      case 'if':
        return this.names()
      case 'axis':
        return named(this.component.axes, 'variable')
      case 'easing':
        return this.tokens('easing')
      case 'takes':
      case 'delay':
        return this.tokens('duration')
    }
    return behind.startsWith('if ') ? this.names() : [...EASINGS, ...words(...MOTION_WORDS)]
  }

  private ofAction(said: string): readonly Completion[] {
    const [verb, second] = wordsOf(said).map(({ text }) => text)
    const { screens, tables } = this.project
    switch (verb) {
      case 'set':
        return second === undefined ? named([...settablesOf(this.project, this.component)], 'variable') : [...words('to', 'of'), ...this.names()]
      case 'send':
        return second === undefined ? this.messages() : [...words('with', 'to', 'siblings', 'children'), ...this.names()]
      case 'go':
        return second === undefined ? words('to') : named(screens.filter(({ kind }) => kind === 'screen'), 'screen')
      case 'open':
      case 'close':
        return named(screens.filter(({ kind }) => kind === 'overlay'), 'screen')
      case 'focus':
      case 'pulse':
        return this.parts()
      case 'put':
        return second === undefined ? this.parts() : [...words('into'), ...named(this.project.components.flatMap(({ axes }) => axes.flatMap(({ states }) => states)), 'state')]
      case 'add':
      case 'remove':
      case 'move':
      case 'restore':
        return named(tables, 'value')
      default:
        return words(...ACTIONS)
    }
  }
}
