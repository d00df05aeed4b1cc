import { certain } from '../../document'
import { BACK_DEPTH } from '../../machine'
import type { Instant } from './instant'
import type { Thing } from './things'

/** So many of the states an axis came from are told apart. */
const ORIGINS_KEPT = 2

/** Stands for states an axis came from that nobody remembers. */
const SOME_ORIGIN = -1

/** Of the states an axis came from the last are kept; which others there were is guessed once it comes to that. */
export function forgetOrigins(instant: Instant, thing: Thing, own: number): void {
  const { network, configuration } = instant
  const from = certain(thing.compiled.slots.axes[own]).from
  if (from < 0) return
  const first = network.offsetOf(thing) + from
  const isMore = Array.from({ length: BACK_DEPTH }, (_each, index) => instant.keptAt(first + index)).slice(ORIGINS_KEPT).some((kept) => kept !== 0)
  configuration.fill(0, first + ORIGINS_KEPT, first + BACK_DEPTH)
  if (isMore) configuration[first + ORIGINS_KEPT] = SOME_ORIGIN
  if (isMore) instant.isExact = false
  if (instant.keptAt(first) !== SOME_ORIGIN) return
  const { length } = certain(network.axesOfThing(thing)[own]).states
  const guessed = Array.from({ length }, (_each, index) => index + 1).find(() => instant.guess()) ?? 0
  configuration[first] = guessed
  if (guessed > 0) configuration[first + 1] = SOME_ORIGIN
}
