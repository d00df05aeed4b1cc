import { keptAt } from '../../machine'
import type { HandChange, HandState } from '../../semantics'
import type { Network } from './network'
import type { Configuration } from './occasion'
import type { Spot } from './spots'

/** What became of a press: it moved, and it was answered so that no tap follows. */
const PRESS = { moved: 1, spent: 2 } as const

/** What the hand is in the middle of, as a configuration keeps it. */
export function handIn(network: Network, configuration: Configuration): HandState<Spot, Spot> {
  const spotAt = (at: number) => network.spots[keptAt(configuration, at) - 1] ?? null
  const on = spotAt(network.pressedAt)
  const became = keptAt(configuration, network.pressAt)
  return {
    over: spotAt(network.overAt),
    finger: spotAt(network.fingerAt),
    pressed: on && { on, drags: (became & PRESS.moved) > 0, isSpent: (became & PRESS.spent) > 0 },
    longMs: keptAt(configuration, network.longAt) || null,
    tapped: spotAt(network.tappedAt),
    focus: spotAt(network.focusAt),
    isFocusShown: keptAt(configuration, network.shownAt) > 0,
    spaceOn: spotAt(network.spaceAt),
  }
}

/** Keeps in a configuration what the hand is in the middle of now. */
export function keepHand(network: Network, configuration: Configuration, { over, finger, pressed, longMs, focus, isFocusShown, spaceOn }: HandChange<Spot, Spot>): void {
  if (over !== undefined) configuration[network.overAt] = numberOf(over)
  if (finger !== undefined) configuration[network.fingerAt] = numberOf(finger)
  if (focus !== undefined) configuration[network.focusAt] = numberOf(focus)
  if (longMs !== undefined) configuration[network.longAt] = longMs ?? 0
  if (isFocusShown !== undefined && network.mattersShown) configuration[network.shownAt] = Number(isFocusShown)
  if (spaceOn !== undefined) configuration[network.spaceAt] = numberOf(spaceOn)
  if (pressed === undefined) return
  configuration[network.pressedAt] = numberOf(pressed?.on ?? null)
  configuration[network.pressAt] = (pressed?.drags ? PRESS.moved : 0) | (pressed?.isSpent ? PRESS.spent : 0)
}

/** The hand is nowhere and in the middle of nothing. */
export function forgetHand({ overAt, fingerAt, pressedAt, pressAt, longAt, tappedAt, focusAt, shownAt, spaceAt, keyAt }: Network, configuration: Configuration): void {
  for (const at of [overAt, fingerAt, pressedAt, pressAt, longAt, tappedAt, focusAt, shownAt, spaceAt, keyAt]) configuration[at] = 0
}

/** How a spot is kept; 0 for none. */
export const numberOf = (spot: Spot | null): number => (spot ? spot.index + 1 : 0)
