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
  const on = spotAt(network.handAt.pressed)
  const became = keptAt(configuration, network.handAt.press)
  return {
    over: spotAt(network.handAt.over),
    finger: spotAt(network.handAt.finger),
    pressed: on && { on, drags: (became & PRESS.moved) > 0, isSpent: (became & PRESS.spent) > 0 },
    longMs: keptAt(configuration, network.handAt.long) || null,
    tapped: spotAt(network.handAt.tapped),
    focus: spotAt(network.handAt.focus),
    isFocusShown: keptAt(configuration, network.handAt.shown) > 0,
    spaceOn: spotAt(network.handAt.space),
  }
}

/** Keeps in a configuration what the hand is in the middle of now. */
export function keepHand(network: Network, configuration: Configuration, { over, finger, pressed, longMs, focus, isFocusShown, spaceOn }: HandChange<Spot, Spot>): void {
  if (over !== undefined) configuration[network.handAt.over] = numberOf(over)
  if (finger !== undefined) configuration[network.handAt.finger] = numberOf(finger)
  if (focus !== undefined) configuration[network.handAt.focus] = numberOf(focus)
  if (longMs !== undefined) configuration[network.handAt.long] = longMs ?? 0
  if (isFocusShown !== undefined && network.matters.shown) configuration[network.handAt.shown] = Number(isFocusShown)
  if (spaceOn !== undefined) configuration[network.handAt.space] = numberOf(spaceOn)
  if (pressed === undefined) return
  configuration[network.handAt.pressed] = numberOf(pressed?.on ?? null)
  configuration[network.handAt.press] = (pressed?.drags ? PRESS.moved : 0) | (pressed?.isSpent ? PRESS.spent : 0)
}

/** The hand is nowhere and in the middle of nothing. */
export function forgetHand({ handAt }: Network, configuration: Configuration): void {
  for (const at of Object.values(handAt)) configuration[at] = 0
}

/** How a spot is kept; 0 for none. */
export const numberOf = (spot: Spot | null): number => (spot ? spot.index + 1 : 0)
