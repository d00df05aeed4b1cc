import { batch, decidedBy, firstOf, holdsIn, setProperty, theOne, type Axis, type Component, type Edit, type Id, type LookPlace } from '../../../document'
import { partsAt } from '../../../scene'
import { allNamed, reachedIn, cursorAt, stateAtRest, TOUCHING, whereIn } from '../../ground/answers'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { restingWitness, tapAt } from '../../ground/resting-witness'
import { aboutParts, keyOf, several } from '../../ground/several'

const LIVE = ['pointer', 'grab', 'grabbing', 'text']

/** Parts that answer without anything to show that they do: no hand over them, and no other look when they are pointed at or pressed. */
export const looksDead: ComponentCheck = {
  name: 'looks-dead', scope: 'component', levels: ['note'],
  means: 'answers a tap with no hand over it and no look for pointing or pressing',
  finds: (context) => {
    const { component } = context
    const hasLook = component.rules.some(({ trigger, target }) => ['enter', 'press'].includes(trigger.on) && target.go !== 'ignored') || component.axes.some((axis) => ['hovered', 'pressed'].includes(decidedBy(axis) ?? ''))
    const dead = hasLook ? [] : reachedIn(context).filter(({ atRest, point, rules }) => rules.some(({ trigger }) => trigger.on === 'tap') && !LIVE.includes(cursorAt(atRest.list, point)))
    const found = several(dead)
    if (!found) return []
    const { first: { atRest, rules, point }, parts } = found
    const names = allNamed(context, parts)
    return [{
      id: `looks-dead ${component.id} ${keyOf(parts)}`,
      kind: 'looks-dead', level: 'note',
      sentence: parts.length === 1
        ? `${names} answers ${firstOf(rules).trigger.on} in ${whereIn(context, atRest) || 'its only state'}, and nothing shows it: no hand over it, no other look when it is pointed at or pressed.`
        : `${names} answer a tap, and nothing shows it: no hand over them, no other look when they are pointed at or pressed.`,
      about: { component: component.id, ...stateAtRest(context, atRest), ...aboutParts(parts), rule: firstOf(rules).id },
      remedy: { label: parts.length === 1 ? 'Show a hand over it' : 'Show a hand over them', edit: batch(...parts.map((part) => withHand(context, part))) },
      witness: restingWitness(context, atRest, tapAt(point), 'it answers', (trace) => trace.some(({ what }) => what === 'fired')), numbers: { parts: parts.length },
    }]
  },
}

/** A hand over a part, in those states only in which it answers where it does not in all. */
function withHand({ component }: CheckContext, part: Id): Edit {
  const { axis, states } = answeredIn(component, part)
  const hand = (place: LookPlace) => setProperty(component, place, part, 'cursor', 'pointer')
  return states.length === axis.states.length ? hand({ look: 'base' }) : batch(...states.map(({ id }) => hand({ look: 'state', axis: axis.id, state: id })))
}

/** The states in which a tap on a part is answered, of the first axis that answers. */
function answeredIn({ axes, parts, rules }: Component, part: Id): { readonly axis: Axis; readonly states: Axis['states'] } {
  const isRoot = parts.some(({ id, parent }) => id === part && parent === null)
  const tapped = rules.filter(({ trigger, target, part: on }) => trigger.on === 'tap' && target.go !== 'ignored' && (on === part || (on === null && isRoot)))
  const axis = theOne(axes, ({ id }) => id === (tapped[0]?.axis ?? axes[0]?.id))
  return { axis, states: axis.states.filter(({ id }) => tapped.some((rule) => rule.axis !== axis.id || holdsIn(rule, id, axis))) }
}

/** Parts with a hand over them that answer nothing, in some state. */
export const looksLive: ComponentCheck = {
  name: 'looks-live', scope: 'component', levels: ['note'],
  means: 'a hand over it and no answer',
  finds: (context) => {
    const { component, isHeld, resting } = context
    if (isHeld || !component.rules.some(({ trigger }) => TOUCHING.includes(trigger.on))) return []
    const answers = reachedIn(context)
    const live = resting.all.flatMap((atRest) => answers.filter((answer) => answer.atRest !== atRest).flatMap(({ point, item }) => {
      const hits = partsAt(atRest.list, point)
      const isAnswered = answers.some((other) => other.atRest === atRest && hits.some(({ part, instance }) => instance === '' && part === other.item.part))
      return !isAnswered && hits.some(({ part }) => part === item.part) && LIVE.includes(cursorAt(atRest.list, point)) ? [{ atRest, item, point }] : []
    }))
    const found = several(live)
    if (!found) return []
    const { first: { atRest, point }, parts } = found
    return [{
      id: `looks-live ${component.id} ${keyOf(parts)}`,
      kind: 'looks-live', level: 'note',
      sentence: parts.length === 1
        ? `${allNamed(context, parts)} shows a pointer cursor in ${whereIn(context, atRest)} but does nothing.`
        : `${allNamed(context, parts)} have a hand over them in states in which they answer nothing.`,
      about: { component: component.id, ...stateAtRest(context, atRest), ...aboutParts(parts) },
      remedy: null, witness: restingWitness(context, atRest, tapAt(point), 'a hand, and nothing happens', (trace) => !trace.some((event) => event.what === 'fired' && event.atMs >= atRest.run.nowMs && event.trigger === 'tap')), numbers: { parts: parts.length },
    }]
  },
}
