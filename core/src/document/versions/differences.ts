import type { Component } from '../component'
import type { Project } from '../project'
import type { Rule } from '../rule'
import type { TriggerKind } from '../trigger'

/** The first version in which an event is one step. */
const STEPS = 5

const POINTED: readonly TriggerKind[] = ['tap', 'double tap', 'press', 'release', 'long press', 'drag start', 'drag', 'drag end', 'key']

/**
 * What a project that was made with an earlier version of the file does otherwise now, a sentence each; nothing where it
 * does what it did.
 *
 * @param version of the file it was last worked on in
 */
export function differencesSince(version: number, project: Project): readonly string[] {
  if (version >= STEPS) return []
  return [
    ...project.components.flatMap((component) => [...reachingFurther(component), ...decidedBefore(component), ...waitingOtherwise(project, component), ...pressedFirst(component), ...goingBack(component), ...pointedOtherwise(component)]),
    ...heardInTurn(project), ...tapped(project),
  ]
}

/** Going back goes on from where it has come to. */
const goingBack = ({ name, rules }: Component): readonly string[] =>
  rules.some(({ target }) => target.go === 'back') ? [`In “${name}”, going back again goes one more state back, up to eight; before, it led to and fro between the last two.`] : []

/** What counts as a drag, and what is told of a pointer that is down. */
function pointedOtherwise({ name, rules, parts, axes }: Component): readonly string[] {
  const said = JSON.stringify([rules, parts, axes])
  const drags = rules.some(({ trigger }) => trigger.on === 'drag start' || trigger.on === 'long press') || parts.some(({ drag }) => drag !== undefined)
  return [
    ...(drags ? [`In “${name}”, a press drags, and is no long press any more, once it has moved 4 px, or 9 with a finger.`] : []),
    ...(mentions(said, 'pressed') ? [`In “${name}”, pressed is no longer so while the pointer is elsewhere.`] : []),
    ...(mentions(said, 'hovered') ? [`In “${name}”, hovered is also so while a finger is down on it.`] : []),
  ]
}

/** Of several that hear a key wherever the focus is, who came or changed last is asked first. */
function heardInTurn({ components }: Project): readonly string[] {
  const keys = components.flatMap(({ rules }) => [...new Set(rules.flatMap(({ trigger }) => (trigger.on === 'key' && trigger.anywhere && trigger.key !== null ? [trigger.key] : [])))])
  const shared = [...new Set(keys.filter((key, index) => keys.indexOf(key) !== index))]
  return shared.map((key) => `The key ${key} comes first to whoever of those that hear it anywhere came or changed its state last.`)
}

/** Enter and Space tap without modifiers only. */
const tapped = ({ takes }: Project): readonly string[] =>
  takes.filter(({ inputs }) => inputs.some((input) => input.do === 'key' && (input.key === 'Enter' || input.key === ' ') && Object.values(input.modifiers).some(Boolean))).map(({ name }) => `In the take “${name}”, a key with a modifier no longer taps.`)

/** What one axis answers at a part now comes to the component as a whole in its other axes. */
function reachingFurther({ name, rules, parts }: Component): readonly string[] {
  return POINTED.flatMap((trigger) => {
    const on = rules.filter((rule) => rule.trigger.on === trigger && rule.target.go !== 'ignored')
    const inner = on.find((rule) => rule.part !== null && !rule.letThrough && on.some((other) => other.part === null && other.axis !== rule.axis))
    const part = inner && parts.find(({ id }) => id === inner.part)
    return part ? [`In “${name}”, a ${trigger} on “${part.name}” that one axis answers now also reaches what another axis answers to a ${trigger} anywhere on it.`] : []
  })
}

/** Conditions are decided before any action of the same event is done. */
function decidedBefore({ name, rules }: Component): readonly string[] {
  const isDecidedLater = (rule: Rule) => rules.some((other) => other.axis !== rule.axis && other.trigger.on === rule.trigger.on && other.actions.some((action) => action.do === 'set' && mentions(rule.guard, action.variable)))
  return rules.some(isDecidedLater) ? [`In “${name}”, conditions are now decided before anything the same event does in another axis.`] : []
}

const mentions = (text: string | null, word: string): boolean => text !== null && new RegExp(`\\b${word}\\b`).test(text)

/** A motion that lets nothing in no longer swallows what comes meanwhile. */
function waitingOtherwise(project: Project, { name, rules, pairs, motion }: Component): readonly string[] {
  const policies = [...rules, ...pairs].map((each) => each.motion?.policy).concat(motion?.policy, project.motion.policy)
  const isMet = (rule: Rule) => rule.target.go === 'stay' || rule.trigger.on === 'after' || rule.trigger.on === 'every'
  if (!policies.some((policy) => policy === 'ignore' || policy === 'finish first') || !rules.some(isMet)) return []
  return [`In “${name}”, while a motion lets nothing in, rules that stay where they are now answer at once, timers wait for its end, and anything else goes on to what lies around it.`]
}

/** A press is answered before the focus moves. */
const pressedFirst = ({ name, rules }: Component): readonly string[] =>
  rules.some(({ trigger }) => trigger.on === 'press') && rules.some(({ trigger }) => trigger.on === 'focus' || trigger.on === 'blur') ? [`In “${name}”, a press is now answered before the focus moves.`] : []
