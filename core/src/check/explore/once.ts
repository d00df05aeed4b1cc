import type { Network } from './network'
import type { Thing } from './things'

/** What is worked out of a thing among those it is looked at with, once for the network it was last asked about in. */
export function oncePerNetwork<Value>(workOut: (network: Network, thing: Thing) => Value): (network: Network, thing: Thing) => Value {
  const known = new WeakMap<Thing, { readonly network: Network; readonly value: Value }>()
  return (network, thing) => {
    const before = known.get(thing)
    if (before?.network === network) return before.value
    const value = workOut(network, thing)
    known.set(thing, { network, value })
    return value
  }
}
