import { decidedBy, isFromUser, isOfItem } from '../../document'
import type { Network } from './network'
import { oncePerNetwork } from './once'
import type { Thing } from './things'

/**
 * Whether all that a thing is follows from what it is given and from what others share, so that nothing is lost when it
 * goes: one that turns back on its way out is then what one that begins anew is.
 */
export const isFleeting = oncePerNetwork((network, thing) => {
  const { component, holders, timers, awaiting, slots } = thing.compiled
  if (holders.length > 0 || timers.length > 0 || awaiting.length > 0 || !component.rules.every(({ trigger }) => isFromUser(trigger)) || network.recencyAt.has(thing)) return false
  const given = new Set(component.parameters.map(({ name }) => name))
  const isGiven = (name: string) => given.has(name) || isOfItem(name)
  return network.axesOfThing(thing).every(({ own, motionAt }) => motionAt < 0 && slots.axes[own]?.queued === -1 && slots.axes[own].from === -1)
    && component.axes.every((axis) => axis.states.length === 1 || decidedBy(axis) !== null)
    && [...network.namesOfThing(thing)].every(([name, kept]) => kept.thing === null || isGiven(name))
})

/**
 * Whether an item that may or may not be there can count as there: nothing follows from its going, so that whatever
 * happens without it happens with it.
 */
export const mayStay = (network: Network, thing: Thing): boolean => {
  const { hover, focus, press, twice, keyUp } = network.matters
  return !hover && !focus && !press && !twice && !keyUp && isFleeting(network, thing)
}
