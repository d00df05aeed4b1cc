import {
  defaultTrigger, EMPTY_MOTION, newProject, newState,
  type Action, type Axis, type Chance, type Component, type Drag, type Look, type Motion, type Part, type Project, type PropertyValues, type Rule, type Target, type Trigger, type TriggerKind,
} from '@rheoscope/core/document'
import type { RunOptions } from '@rheoscope/core/run'
import { readActions } from '@rheoscope/core/written'
import { keyOf, literalOf, lookOf, pieces, unquote, valueOf, type ScenarioText } from './scenario-lines'

type Draft<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer Item)[] ? Item[] : T[K] }

/** Reads what an example gives. Components have ids like their names; the last one is what runs. */
class Reader {
  project = { ...newProject('scenario', 'Scenario'), motion: { ...EMPTY_MOTION, durationMs: 0, easing: 'linear' } } as Draft<Project>
  component: Draft<Component> = this.newComponent('thing')
  isMotionReduced = false
  chance: Chance | null = null
  private isBegun = false

  line(text: string): void {
    const line = text.trim()
    if (/^\s/.test(text)) return this.detail(line)
    const [word = '', ...others] = line.split(' ')
    const rest = others.join(' ')
    switch (word) {
      case 'component':
        if (this.isBegun) this.keep()
        this.component = this.newComponent(rest)
        this.isBegun = true
        return
      case 'frame':
        this.component.parts[0] = { ...this.component.parts[0]!, base: { ...this.component.parts[0]!.base, ...this.values(pieces(rest, ' ')) } } as Part
        return
      case 'part':
        this.component.parts.push(this.part(pieces(rest, ' ')))
        return
      case 'states':
        this.component.axes.push(this.axis(rest))
        return
      case 'group':
        return this.group(rest)
      case 'look':
        return this.look(rest)
      case 'variable':
      case 'parameter':
      case 'shared':
        return this.named(word, rest)
      case 'table':
        return this.table(rest)
      case 'rule':
        this.component.rules.push(this.rule(rest))
        return
      case 'motion':
        return this.pair(rest)
      case 'loop':
        return this.loop(rest)
      case 'drag':
        return this.drag(rest)
      case 'glide':
        return this.glide(rest)
      case 'chance':
        this.chance = { seed: 1, drawn: rest.split(' ').map(Number) }
        return
      case 'reduced':
        this.isMotionReduced = true
        return
    }
    throw new Error(`An example cannot begin a line with “${word}”.`)
  }

  done(): Project {
    this.keep()
    return this.project as Project
  }

  private keep(): void {
    const [first] = this.component.axes
    const rules = this.component.rules.map((rule) => ({ ...rule, axis: rule.axis || first!.id }))
    const axes = first ? this.component.axes : [LONE]
    this.project.components.push({ ...this.component, axes, rules } as Component)
  }

  private newComponent(name: string): Draft<Component> {
    const frame: Part = { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 100 } }
    return {
      id: name, name, parts: [frame], axes: [], rules: [], combinations: [], parameters: [], variables: [], pairs: [],
      motion: null, absent: {},
    }
  }

  private values(said: readonly string[]) {
    return Object.fromEntries(said.map((piece) => {
      const at = piece.indexOf('=')
      return [piece.slice(0, at), valueOf(piece.slice(at + 1))]
    }))
  }

  /** `name [kind] [keeping] [of component] [in holder] [from table] [writes variable] [waits ms] [accepts "…"] [if "…"] [property=value …]`; boxes and ellipses are black unless they say otherwise. */
  private part([name = '', ...words]: readonly string[]): Part {
    const after = (word: string) => (words.includes(word) ? unquote(words[words.indexOf(word) + 1]!) : undefined)
    const kind = words.find((word) => /^(box|ellipse|path|text|field|container|instance|slot|list)$/.test(word)) ?? 'box'
    const painted: PropertyValues = kind === 'box' || kind === 'ellipse' ? { fill: '#000000' } : {}
    const base = { ...painted, ...this.values(words.filter((word) => word.includes('=') && !word.startsWith('"'))) }
    const each = { id: name, name, parent: after('in') ?? 'frame', base, ...(words.includes('keeping') ? { keepsFocus: true } : {}) }
    switch (kind) {
      case 'instance':
        return { ...each, kind, component: after('of')!, start: {} }
      case 'slot':
        return { ...each, kind, slot: after('of')! }
      case 'field':
        return { ...each, kind, writes: after('writes') ?? null, ...(after('waits') === undefined ? {} : { waitsMs: Number(after('waits')) }), ...(after('accepts') === undefined ? {} : { accepts: after('accepts')! }) }
      case 'list':
        return { ...each, kind, component: after('of')!, table: after('from')!, filter: after('if') ?? null, ...(after('by') === undefined ? {} : { order: [{ by: after('by')!, isDown: words.includes('down') }] }), ...(after('most') === undefined ? {} : { most: Number(after('most')) }), motion: { ...EMPTY_MOTION, durationMs: 0 } }
      default:
        return { ...each, kind: kind as 'box' }
    }
  }

  /** `[axis:] state state … [by parameter|variable name]` */
  private axis(text: string): Axis {
    const [, name = 'state', list = '', kind, by] = /^(?:(\w+): )?(.*?)(?: by (parameter|variable) ([\w.]+))?$/.exec(text) ?? []
    const states = list.split(' ').map((state, hue) => newState(state, state, hue))
    return { id: name, name, states, start: states[0]!.id, boundTo: kind === undefined ? null : kind === 'parameter' ? { parameter: by! } : { variable: by! } }
  }

  /** `state: …`, `state+state: …` or `absent: …` */
  private look(text: string): void {
    const at = text.indexOf(':')
    const [whose, look] = [text.slice(0, at), lookOf(text.slice(at + 1).trim())]
    if (whose === 'absent') this.component.absent = look
    else if (whose.includes('+')) {
      const states = Object.fromEntries(whose.split('+').map((state) => [this.axisOf(state).id, state]))
      this.component.combinations.push({ id: whose.replaceAll('+', '-'), states, look })
    } else if (this.component.axes.some(({ groups = [] }) => groups.some(({ id }) => id === whose))) this.changeGroup(whose, look)
    else this.changeState(whose, { look })
  }

  /** `name: state state …`, of the axis given last */
  private group(text: string): void {
    const [name = '', states = ''] = text.split(': ')
    this.component.axes = this.component.axes.map((axis, index, { length }) => (index + 1 < length ? axis : { ...axis, groups: [...(axis.groups ?? []), { id: name, name, states: states.split(' '), look: {} }] }))
  }

  private changeGroup(name: string, look: Look): void {
    this.component.axes = this.component.axes.map(({ groups = [], ...axis }) => ({ ...axis, groups: groups.map((group) => (group.id === name ? { ...group, look } : group)) }))
  }

  private axisOf(state: string): Axis {
    return this.component.axes.find(({ states }) => states.some(({ id }) => id === state))!
  }

  private changeState(state: string, change: object): void {
    this.component.axes = this.component.axes.map((axis) => ({ ...axis, states: axis.states.map((each) => (each.id === state ? { ...each, ...change } : each)) }))
  }

  private named(word: string, text: string): void {
    const [, name = '', value = ''] = /^(\w+) = (.*)$/.exec(text) ?? []
    const start = literalOf(value)
    const type = typeof start === 'number' ? 'number' : typeof start === 'boolean' ? 'yes/no' : 'text'
    if (word === 'parameter') this.component.parameters.push({ id: name, name, type: name === 'filling' ? 'slot' : type, initial: start })
    else if (word === 'shared') this.project.variables.push({ id: name, name, type, start })
    else this.component.variables.push({ id: name, name, type, start })
  }

  /** `name column: cell, cell, …` with the records r1, r2, …; a further line for a further column. */
  private table(text: string): void {
    const [, name = '', column = '', cells = ''] = /^(\w+) (\w+): (.*)$/.exec(text) ?? []
    const values = pieces(cells).map(literalOf)
    const type = typeof values[0] === 'number' ? 'number' : typeof values[0] === 'boolean' ? 'yes/no' : 'text'
    const before = this.project.tables.find((table) => table.id === name)
    const records = values.map((value, index) => ({ id: `r${index + 1}`, cells: { ...before?.records[index]?.cells, [column]: value } }))
    const table = { id: name, name, columns: [...(before?.columns ?? []), { id: column, name: column, type } as const], records }
    this.project.tables = [...this.project.tables.filter((each) => each !== before), table]
  }

  /** `trigger [on part]: states → target[, motion or condition, by how far, kept if what, …]` */
  private rule(text: string): Rule {
    const [, trigger = '', on, from = '', target = '', more = ''] = /^(.+?)(?: on (\w+))?: (.+?) → ([^,]+)(?:, (.*))?$/.exec(text) ?? []
    const said = pieces(more)
    const axisNamed = said.find((piece) => piece.startsWith('axis '))?.slice(5)
    const [guard, by, keptIf] = ['if ', 'by ', 'kept if '].map((word) => said.find((piece) => piece.startsWith(word))?.slice(word.length))
    const within = from === 'any' ? { except: [] } : from.startsWith('any but ') ? { except: from.slice(8).split(' ') } : { only: from.split(' ') }
    return {
      id: `rule${this.component.rules.length + 1}`, trigger: { ...triggerOf(trigger), ...(by ? { by: unquote(by) } : {}), ...(keptIf ? { keptIf: unquote(keptIf) } : {}) } as Trigger, part: on ?? null, within,
      axis: axisNamed ?? '',
      guard: guard ? unquote(guard) : null, actions: [], target: targetOf(target), letThrough: said.includes('let through'),
      ...(said.includes('also after leaving') ? { alsoAfterLeaving: true } : {}),
      motion: motionOf(said.filter((piece) => !/^(axis |if |by |kept if |let through|also after leaving)/.test(piece))),
    }
  }

  /** A line below a rule, a motion or a list: an action, a stage or a lane of it. */
  private detail(line: string): void {
    const [word = '', ...others] = line.split(' ')
    const rest = others.join(' ')
    if (word === 'do') this.changeRule((rule) => ({ ...rule, actions: [...rule.actions, this.recordAction(rest, rule.actions.length) ?? actionOf(rest, rule.actions.length)] }))
    else if (word === 'items') this.component.parts[this.component.parts.length - 1] = { ...this.component.parts.at(-1)!, motion: motionOf(pieces(rest)) } as Part
    else this.changeRule((rule) => ({ ...rule, motion: withDetail(rule.motion ?? EMPTY_MOTION, word, rest) }))
  }

  private changeRule(change: (rule: Rule) => Rule): void {
    this.component.rules[this.component.rules.length - 1] = change(this.component.rules.at(-1)!)
  }

  /** `[from → to:] motion, …`: of a pair of states, or of the component. */
  private pair(text: string): void {
    const [, from, to, said = ''] = /^(?:(\w+) → (\w+): )?(.*)$/.exec(text) ?? []
    const motion = motionOf(pieces(said))!
    if (from === undefined) this.component.motion = motion
    else this.component.pairs.push({ id: `${from}-${to}`, axis: this.component.axes[0]!.id, from: from === 'any' ? null : from, to: to === 'any' ? null : to!, motion })
  }

  /** What is done to records, as the product reads it from a line; null for any other action. */
  private recordAction(text: string, index: number): Action | null {
    if (!/^(add to|remove|move|restore) |^set \S+ of /.test(text)) return null
    const [said] = readActions(text, { project: this.project as Project, component: this.component as Component })
    return said ? { ...said, id: `action${index + 1}` } : null
  }

  /** `part.property: 200 ms, linear[, velocity keep]` */
  private glide(text: string): void {
    const [, name = '', property = '', said = ''] = /^(\w+)\.(\w+): (.*)$/.exec(text) ?? []
    const { lanes: _lanes, keyframes: _keyframes, ...timing } = motionOf(pieces(said))!
    this.component.parts = this.component.parts.map((part) => (part.id === name ? { ...part, glides: [...(part.glides ?? []), { ...timing, id: `glide${property}`, property }] } : part))
  }

  /** `state: part.property=value, 1000 ms, linear[, back and forth][, 2 times]` */
  private loop(text: string): void {
    const [, state = '', said = ''] = /^(\w+): (.*)$/.exec(text) ?? []
    const [to = '', ...more] = pieces(said)
    const times = more.find((piece) => piece.endsWith(' times'))
    const motion = motionOf(more.filter((piece) => piece !== times && piece !== 'back and forth'))!
    this.changeState(state, {
      loop: {
        durationMs: motion.durationMs ?? 1000, easing: motion.easing ?? 'linear', direction: more.includes('back and forth') ? 'back and forth' : 'forward',
        count: times ? Number.parseInt(times, 10) : null, to: lookOf(to),
      },
    })
  }

  /** `part: across, limit to parent, snap to edges, keep momentum, 200 ms, linear` */
  private drag(text: string): void {
    const [, name = '', said = ''] = /^(\w+): (.*)$/.exec(text) ?? []
    const words = pieces(said)
    const after = (word: string) => words.find((piece) => piece.startsWith(`${word} `))?.slice(word.length + 1)
    const [snapTo = 'anywhere', ...points] = (after('snap to') ?? 'anywhere').split(/ (?=\d)/)
    const drag: Drag = {
      along: (words.find((word) => word === 'across' || word === 'down') ?? 'both') as Drag['along'],
      limitTo: (after('limit to') ?? 'nothing') as Drag['limitTo'], snapTo: snapTo as Drag['snapTo'],
      points: points.map((point) => ({ x: Number(point.split(';')[0]), y: Number(point.split(';')[1]) })),
      keepsMomentum: words.includes('keep momentum'), settleMs: Number.parseInt(words.find((word) => word.endsWith(' ms')) ?? '0', 10), easing: 'linear',
    }
    this.component.parts = this.component.parts.map((part) => (part.id === name ? { ...part, drag } : part))
  }
}

function triggerOf(text: string): Trigger {
  const [, kind = '', rest = ''] = /^(double tap|long press|drag start|drag end|while dragged|while scrolled|press outside|key up|\w+)(?: (.*))?$/.exec(text) ?? []
  const trigger = defaultTrigger(kind as TriggerKind)
  switch (trigger.on) {
    case 'double tap':
      return { ...trigger, tapWaits: rest === 'waiting' }
    case 'long press':
      return rest === '' ? trigger : { ...trigger, thresholdMs: Number(rest) }
    case 'after':
    case 'every': {
      const [, ms, mostMs, settling, held] = /^(\d+)(?: to (\d+))?( from settling| through)?(?: paused while (.+))?$/.exec(rest) ?? []
      return { ...trigger, ms: Number(ms), ...(mostMs === undefined ? {} : { mostMs: Number(mostMs) }), since: settling === ' through' ? 'entering the first' : settling ? 'settling' : 'entering', pauseWhile: held ? unquote(held) : null }
    }
    case 'key':
    case 'key up':
      return { ...trigger, ...(rest.startsWith('any') && !rest.startsWith('anywhere') ? { key: null } : keyOf(rest.replace(' anywhere', ''))), anywhere: rest.endsWith(' anywhere') }
    case 'changes': {
      const [name = '', to] = rest.split(' to ')
      return { ...trigger, name, to: to === undefined ? null : (literalOf(to) as string) }
    }
    case 'settled':
      return rest === 'inside' ? { ...trigger, inside: true } : trigger
    case 'entered':
    case 'left':
      return rest === '' ? trigger : { ...trigger, group: rest }
    case 'message':
      return { ...trigger, name: rest }
    default:
      return trigger
  }
}

function targetOf(text: string): Target {
  const word = text.trim()
  if (/^(next|previous)/.test(word)) return { go: word.split(' ')[0] as 'next', loops: !word.includes('without looping') }
  if (word.startsWith('one of ')) {
    const said = word.slice('one of '.length).split(' ')
    return { go: 'one of', of: said.flatMap((state, index) => (index % 2 === 0 ? [{ state, weight: Number(said[index + 1]) }] : [])) }
  }
  if (word === 'stay' || word === 'back' || word === 'ignored') return { go: word }
  return { go: 'state', state: word }
}

function actionOf(text: string, index: number): Action {
  const [said = '', motion = ''] = text.split(' by ')
  const each = { id: `action${index + 1}`, together: said.includes('together'), awaited: said.includes('awaited') }
  const words = pieces(said.replace(/ (together|awaited)/g, ''), ' ')
  switch (words[0]) {
    case 'set':
      return { ...each, do: 'set', variable: words[1]!, to: unquote(words[3]!) }
    case 'send': {
      const to = words[words.indexOf('to') + 1]!
      return { ...each, do: 'send', message: words[1]!, payload: words.includes('with') ? unquote(words[3]!) : null, recipient: to === 'holder' || to === 'siblings' || to === 'everyone' ? to : { instance: to } }
    }
    case 'focus':
      return { ...each, do: 'focus', part: words[1]! }
    case 'drive':
      return { ...each, do: 'drive', instance: words[1]!, axis: 'state', state: words[2]! }
    default: {
      const [ms = '', ...look] = motion.split(': ')
      return { ...each, do: 'pulse', part: words[1]!, motion: withDetail(motionOf([ms])!, 'keyframe', `1 linear: ${look.join(': ')}`) }
    }
  }
}

/** The pieces of a motion: `200 ms`, an easing, `delay 50`, `policy …`, `rotationDirection …`, `switchAt …`, `reducedMotion …`, `velocity …`, `stagger 50 from first`. */
function motionOf(said: readonly string[]): Motion | null {
  return said.length === 0 ? null : said.reduce<Motion>((motion, piece) => {
    const [word = '', ...others] = piece.split(' ')
    const rest = others.join(' ')
    if (rest === 'ms') return { ...motion, durationMs: Number(word) }
    if (word === 'delay') return { ...motion, delayMs: Number(rest) }
    if (['policy', 'rotationDirection', 'switchAt', 'reducedMotion', 'velocity', 'colourSpace'].includes(word)) return { ...motion, [word]: rest }
    if (word === 'stagger') return { ...motion, stagger: { stepMs: Number(others[0]), from: others[2] as 'first' } }
    return { ...motion, easing: piece }
  }, EMPTY_MOTION)
}

/** `keyframe share easing [matched]: look` or `lane part[.property]: motion, …` */
function withDetail(motion: Motion, word: string, rest: string): Motion {
  const at = rest.indexOf(': ')
  const [head, body] = [rest.slice(0, at), rest.slice(at + 2)]
  if (word === 'keyframe') {
    const [share, easing = 'linear', matched] = head.split(' ')
    return { ...motion, keyframes: [...motion.keyframes, { id: `keyframe${motion.keyframes.length + 1}`, share: Number(share), easing, matchVelocity: matched === 'matched', look: lookOf(body) }] }
  }
  const [part = '', property = null] = head.split('.')
  const { lanes: _lanes, keyframes: _keyframes, ...timing } = motionOf(pieces(body))!
  return { ...motion, lanes: [...motion.lanes, { ...timing, id: `lane${motion.lanes.length + 1}`, part, property }] }
}

/** The project an example describes. Throws for a line that says nothing known. */
export function projectOf({ given }: ScenarioText): { readonly project: Project; readonly surface: string; readonly options: RunOptions } {
  const reader = new Reader()
  for (const line of given) reader.line(line)
  const project = reader.done()
  const { isMotionReduced, chance } = reader
  return { project, surface: project.components.at(-1)!.id, options: { isMotionReduced, ...(chance ? { chance } : {}) } }
}

/** What a component is in of which no states are said. */
const LONE: Component['axes'][number] = { id: 'axis', name: 'axis', start: 'rest', boundTo: null, states: [{ id: 'rest', name: 'rest', hue: 0, look: {}, final: false, loop: null }] }
