import { orElse, type Axis, type Component, type Id } from '../../document'
import { calledSo } from '../named'
import { halves } from '../pieces'
import { wordsOf } from '../words'
import { isPart, keywordOf } from './component-text'
import { formLines, type FormLine } from './form-lines'
import { isOfMotion } from './motion-text'
import { partNameIn } from './part-text'
import { triggerKindAt } from './trigger-text'

/** What of a component a line is about; what it is not about is null. */
export interface LineAbout {
  /** From 1. */
  readonly line: number
  readonly part: Id | null
  readonly axis: Id | null
  readonly state: Id | null
  readonly rule: Id | null
}

const NOTHING = { part: null, axis: null, state: null, rule: null }

/** What each line of a component's written form is about: a part, a state, what a part is like in one, a rule. Lines about nothing of these are left out. */
export function linesAbout(text: string, component: Component): readonly LineAbout[] {
  const [whole] = orElse(() => formLines(text), [])
  return whole ? aboutInside(component, whole) : []
}

function aboutInside(component: Component, whole: FormLine): readonly LineAbout[] {
  const axes = component.axes.values()
  const rules = component.rules.values()
  return whole.inside.flatMap((line) => {
    if (isPart(line)) return aboutParts(component, line)
    if (keywordOf(line) === 'states') return aboutStates(component, line, axes.next().value)
    const rule = triggerKindAt(line.text) ? rules.next().value : undefined
    const of = rule ? { ...NOTHING, rule: rule.id, axis: rule.axis, state: 'only' in rule.within ? rule.within.only[0] ?? null : null } : NOTHING
    return [...(rule ? [{ ...of, line: line.number }] : []), ...aboutLooks(component, line.inside, of)]
  })
}

function aboutParts(component: Component, line: FormLine): readonly LineAbout[] {
  const part = calledSo(component.parts, partNameIn(line))?.id ?? null
  return [{ ...NOTHING, part, line: line.number }, ...line.inside.flatMap((inner) => (isPart(inner) ? aboutParts(component, inner) : [{ ...NOTHING, part, line: inner.number }]))]
}

function aboutStates(component: Component, line: FormLine, axis: Axis | undefined): readonly LineAbout[] {
  const of = { ...NOTHING, axis: axis?.id ?? null }
  return [{ ...of, line: line.number }, ...line.inside.flatMap((inner) => {
    const [, name] = wordsOf(orElse(() => halves(inner.text, ':')[0], inner.text))
    const state = calledSo(axis?.states ?? [], name?.text ?? '')?.id ?? null
    return [{ ...of, state, line: inner.number }, ...aboutLooks(component, inner.inside, { ...of, state })]
  })]
}

/** Lines that say something of parts, and those below them. */
const aboutLooks = (component: Component, lines: readonly FormLine[], of: Omit<LineAbout, 'line'>): readonly LineAbout[] => lines.flatMap((line) => {
  const words = wordsOf(line.text)
  const name = isOfMotion(line) ? words[1]?.text : orElse(() => wordsOf(halves(line.text, ':')[0])[0]?.text, undefined)
  const part = calledSo(component.parts, name ?? '')?.id ?? null
  return [{ ...of, part, line: line.number }, ...aboutLooks(component, line.inside, of)]
})
