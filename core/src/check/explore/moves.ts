import type { Modifiers } from '../../document'
import { keptAt } from '../../machine'
import type { Instant } from './instant'
import type { Network } from './network'
import type { Occasion, UserOccasion } from './occasion'
import type { Spot } from './spots'

/** The ways in which somebody works. */
export const WAYS = ['mouse', 'touch', 'keyboard'] as const

export type Way = (typeof WAYS)[number]

/** What can come from beyond what is looked at. */
export type Outside = readonly Occasion[]

/** What somebody can do next, working in some ways. */
export function movesIn(network: Network, instant: Instant, ways: readonly Way[]): readonly UserOccasion[] {
  const open = network.spots.filter((spot) => instant.isOpen(spot))
  const mouse = ways.includes('mouse')
  // Without anything that hovers, a finger does what a mouse does.
  const touch = ways.includes('touch') && (network.mattersHover || !mouse)
  return [
    ...(mouse ? pointing(network, instant, open) : []),
    ...(mouse ? pressing(network, instant, open, 'mouse') : []),
    ...(touch ? pressing(network, instant, open, 'touch') : []),
    ...(ways.includes('keyboard') ? typing(network, instant, open, !mouse) : []),
  ]
}

function pointing(network: Network, { configuration }: Instant, open: readonly Spot[]): readonly UserOccasion[] {
  if (!network.mattersHover) return []
  const over = keptAt(configuration, network.overAt)
  const elsewhere = open.filter(({ index }) => index + 1 !== over)
  return [...elsewhere, ...(over > 0 ? [null] : [])].map((spot) => ({ what: 'point', spot, pointer: 'mouse' }))
}

function pressing(network: Network, { configuration }: Instant, open: readonly Spot[], pointer: 'mouse' | 'touch'): readonly UserOccasion[] {
  const over = keptAt(configuration, network.overAt)
  // Where it matters what is hovered, a mouse goes there first.
  const near = pointer === 'mouse' && network.mattersHover ? open.filter(({ index }) => index + 1 === over) : open
  const places: readonly (Spot | null)[] = pointer === 'mouse' && network.mattersHover && over > 0 ? near : [...near, null]
  if (!network.mattersPress) return near.map((spot) => ({ what: 'tap', spot, pointer }))
  if (configuration[network.pressedAt] === 0) return near.map((spot) => ({ what: 'press', spot, pointer }))
  return [...places.map((spot): UserOccasion => ({ what: 'release', spot, pointer })), ...(network.mattersDrag ? [{ what: 'drag', spot: null, pointer } as const] : [])]
}

function typing(network: Network, instant: Instant, open: readonly Spot[], isAlone: boolean): readonly UserOccasion[] {
  if (!network.mattersFocus) {
    // Where a mouse can tap, Enter does nothing else.
    const keys = network.keys.filter(({ isListened }) => isListened || isAlone || network.mattersPress)
    const places: readonly (Spot | null)[] = [...open.filter((spot) => instant.canFocus(spot)), ...(keys.some(({ isListened }) => isListened) ? [null] : [])]
    return places.flatMap((spot) => keys.map(({ key, modifiers }): UserOccasion => ({ what: 'key', key, modifiers, spot })))
  }
  const focused = keptAt(instant.configuration, network.focusAt)
  const stops = open.filter((spot) => spot.index + 1 !== focused && instant.canFocus(spot))
  const moving = [...stops, ...(focused > 0 ? [null] : [])].map((spot): UserOccasion => ({ what: 'focus', spot }))
  return [...moving, ...network.keys.map(({ key, modifiers }): UserOccasion => ({ what: 'key', key, modifiers, spot: null }))]
}

const NO_MODIFIERS: Modifiers = {}

/** A key that comes to something: because a rule listens to it, or because it taps. */
export interface PossibleKey {
  readonly key: string
  readonly modifiers: Modifiers
  readonly isListened: boolean
}

/** The keys that rules of a network listen to, and those that tap. */
export function keysIn(network: Pick<Network, 'things'>): readonly PossibleKey[] {
  const rules = network.things.flatMap(({ compiled }) => compiled.component.rules)
  const listened = rules.flatMap(({ trigger }) => (trigger.on === 'key' ? [{ key: trigger.key, modifiers: trigger.modifiers, isListened: true }] : []))
  const all = [...listened, ...(rules.some(({ trigger }) => trigger.on === 'tap') ? [{ key: 'Enter', modifiers: NO_MODIFIERS, isListened: false }] : [])]
  const name = ({ key, modifiers }: PossibleKey) => `${key} ${JSON.stringify(modifiers)}`
  return all.filter((each, index) => all.findIndex((other) => name(other) === name(each)) === index)
}
