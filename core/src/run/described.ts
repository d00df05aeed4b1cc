import { canSay, certain, textFieldsOf, hasToSay, isNamedByContent, isSaid, type Component, type Statement } from '../document'
import { shownSize, type DrawItem, type DrawList } from '../scene'
import { heldBy } from '../machine'
import { answering } from './pictures'
import type { Run } from './run'
import { textsIn } from './take'

/** What somebody who does not see it learns of a part: what it is, what it is called, and how it is. */
export interface Described {
  /** The path of the instance, and the part of it. */
  readonly instance: string
  readonly part: string
  /** A role of WAI-ARIA 1.2, or `text` for words of their own. */
  readonly role: string
  readonly name: string
  readonly says: Says
  readonly hasFocus: boolean
  /** What a field holds; null of anything else. */
  readonly holds: string | null
  readonly inside: readonly Described[]
}

/** What is said besides role and name: yes or no, a number, words, or the id of a part of the same component. */
export type Says = Readonly<Partial<Record<Statement, string | number | boolean>>>

/** What a run tells somebody who does not see it, at the instant it is at: what is not to be seen, or lies beneath an overlay, is not told. */
export function described(run: Run): readonly Described[] {
  const { focus } = run.hand
  const visit = (list: DrawList): readonly Described[] => list.flatMap((item): readonly Described[] => {
    const { instance, part, kind, values, children } = item
    if (values.visible === false || values.opacity === 0) return []
    const inside = isFolded(item) ? [] : visit(children)
    const own = { instance, part, hasFocus: focus?.part.thing === instance && focus.part.part === part, holds: heldIn(run, item) }
    if (values.role !== 'none') return [{ ...own, role: values.role, name: nameOf(item), says: saysOf(certain(run.instances.get(instance)).compiled.component, item), inside }]
    if (kind === 'text') return [{ ...own, role: 'text', name: textsIn([item]).join(' '), says: {}, inside: [] }]
    return inside
  })
  return visit(answering(run))
}

/** What a field holds now; null for what is no field, or gone. */
export function heldIn(run: Run, { instance: path, part }: Pick<DrawItem, 'instance' | 'part'>): string | null {
  const instance = run.instances.get(path)
  const field = instance && textFieldsOf(instance.compiled.component).find(({ id }) => id === part)
  return field ? (run.typed.find((typed) => typed.path === path && typed.part === part)?.text ?? heldBy(field, instance.environment)) : null
}

/** Whether nothing of what is inside can be seen, because it is cut off at an edge that has no extent. */
function isFolded(item: DrawItem): boolean {
  if (item.values.clip !== true) return false
  const { width, height } = shownSize(item)
  return width === 0 || height === 0
}

const nameOf = (item: DrawItem): string =>
  item.values.accessibleName !== '' || !isNamedByContent(item.values.role) ? item.values.accessibleName : textsIn([item]).join(' ').trim()

/** What a part has to say, and of what it can say that of which any of its looks speaks. */
function saysOf(component: Component, { part: id, values }: DrawItem): Says {
  const part = component.parts.find((each) => each.id === id)
  if (!part) return {}
  const needed = hasToSay(values.role)
  const said = canSay(values.role).filter((statement) => needed.includes(statement) || isSaid(component, part, statement))
  return Object.fromEntries(said.map((statement) => [statement, values[statement]]))
}

const YES_NO: readonly (readonly [statement: Statement, yes: string, no: string])[] = [
  ['checked', 'checked', 'not checked'], ['selected', 'selected', 'not selected'], ['expanded', 'expanded', 'collapsed'], ['pressed', 'pressed', 'not pressed'],
]

/** The same in words, as a screen reader might say it: “Gangway, switch, not checked”. */
export function spokenText({ role, name, says, holds }: Described): string {
  if (role === 'text') return name
  const yesNo = YES_NO.flatMap(([statement, yes, no]) => (says[statement] === undefined ? [] : [statement === 'checked' && says.partlyChecked === true ? 'partly checked' : says[statement] === true ? yes : no]))
  const value = says.valueText !== undefined && says.valueText !== '' ? says.valueText : says.valueNow
  const words = [name, role, holds, ...yesNo, value, says.current !== undefined && says.current !== 'no' && 'current', says.modal === true && 'modal', says.disabled === true && 'disabled']
  return words.filter((word) => word != null && word !== false && word !== '').join(', ')
}

/** What is described, each before what is inside it. */
export const everyDescribed = (list: readonly Described[]): readonly Described[] => list.flatMap((each) => [each, ...everyDescribed(each.inside)])

/** What has the focus, and which of what it refers to is the active one; nothing where nothing has it. */
export function focused(told: readonly Described[]): readonly Described[] {
  const all = everyDescribed(told)
  const own = all.find(({ hasFocus }) => hasFocus)
  return own ? [own, ...all.filter(({ instance, part }) => instance === own.instance && part === own.says.activeDescendant)] : []
}
