import { certain, textFieldsOf, type Modifiers, type Rule } from '../../document'
import { namesOr } from '../../expression'
import { keptAt } from '../../machine'
import { UNKNOWN } from './domain'
import { mayStay } from './fleeting'
import { isUnsure } from './holding'
import type { Instant } from './instant'
import { isLeftOpen } from './loose'
import { comparedWith } from './names'
import type { Network } from './network'
import type { Occasion, UserOccasion } from './occasion'
import type { Spot } from './spots'

/** The ways in which somebody works. */
export const MODALITIES = ['mouse', 'touch', 'keyboard'] as const

export type Modality = (typeof MODALITIES)[number]

/** What can come from beyond what is looked at. */
export type Outside = readonly Occasion[]

/** What somebody can do next, working in some ways. */
export function movesIn(network: Network, instant: Instant, ways: readonly Modality[]): readonly UserOccasion[] {
  const open = network.spots.filter((spot) => instant.isOpen(spot))
  // While a finger is down another pointer does nothing.
  const mouse = ways.includes('mouse') && keptAt(instant.configuration, network.handAt.finger) === 0
  // Without anything that hovers, a finger does what a mouse does.
  const touch = ways.includes('touch') && (network.matters.hover || !ways.includes('mouse'))
  return [
    ...(mouse ? pointing(network, instant, open) : []),
    ...(mouse ? pressing(network, instant, open, 'mouse') : []),
    ...(touch ? pressing(network, instant, open, 'touch') : []),
    ...(ways.includes('keyboard') ? typing(network, instant, open, !ways.includes('mouse')) : []),
    ...(mouse || touch ? turning(open) : ways.includes('keyboard') ? turning(open.filter((spot) => instant.canFocus(spot))).filter(({ turn }) => turn === 'scroll') : []),
    ...writing(network, instant, open),
  ]
}

/** What may change because nobody knows better: items come and go of lists nobody knows the items of, and what is left open becomes something else. */
export const driftsIn = (network: Network, instant: Instant): readonly Occasion[] => [
  ...network.names.flatMap((name): Occasion[] => (isLeftOpen(network.project, name.name, name.thing) ? [{ what: 'name', name, value: UNKNOWN }] : [])),
  ...[...network.items.values()].filter(({ thing }) => thing.holder !== null && instant.isThere(thing.holder) && isUnsure(instant, thing) && !instant.isLeaving(thing) && !mayStay(instant.network, thing)).map((item) => ({ what: 'drift' as const, item })),
]

function pointing(network: Network, { configuration }: Instant, open: readonly Spot[]): readonly UserOccasion[] {
  if (!network.matters.hover) return []
  const over = keptAt(configuration, network.handAt.over)
  const elsewhere = open.filter(({ index }) => index + 1 !== over)
  return [...elsewhere, ...(over > 0 ? [null] : [])].map((spot) => ({ what: 'point', spot, pointer: 'mouse' }))
}

function pressing(network: Network, { configuration }: Instant, open: readonly Spot[], pointer: 'mouse' | 'touch'): readonly UserOccasion[] {
  const over = keptAt(configuration, network.handAt.over)
  // Where it matters what is hovered, a mouse goes there first.
  const near = pointer === 'mouse' && network.matters.hover ? open.filter(({ index }) => index + 1 === over) : open
  const places: readonly (Spot | null)[] = pointer === 'mouse' && network.matters.hover && over > 0 ? near : [...near, null]
  const pressed: readonly (Spot | null)[] = network.matters.outside ? [...near, null] : near
  const isHeld = network.matters.press || (pointer === 'touch' && network.matters.finger)
  if (!isHeld) return pressed.map((spot) => ({ what: 'tap', spot, pointer }))
  if (configuration[network.handAt.pressed] === 0) return pressed.map((spot) => ({ what: 'press', spot, pointer }))
  const more = [...(network.matters.drag ? ['drag'] as const : []), ...(network.matters.cancel ? ['cancel'] as const : [])]
  return [...places.map((spot): UserOccasion => ({ what: 'release', spot, pointer })), ...more.map((what): UserOccasion => ({ what, spot: null, pointer }))]
}

/** Writing into the fields there are, and submitting what one line holds: whoever points has a keyboard for that as well. */
function writing(network: Network, instant: Instant, open: readonly Spot[]): readonly UserOccasion[] {
  return open.flatMap((spot): readonly UserOccasion[] => {
    const { thing, part } = spot.at
    const field = textFieldsOf(thing.compiled.component).find(({ id }) => id === part)
    if (!field || !instant.canFocus(spot)) return []
    const name = field.writes === null ? undefined : network.nameFor(thing, field.writes)
    const isSubmitted = spot.way.some((level) => level.thing.compiled.rulesOn.get('submit')?.some((rule) => rule.part === level.part))
    const hasFocus = !network.matters.focus || instant.hand.focus === spot
    return [
      ...(name?.domain.written ?? []).map((value): UserOccasion => ({ what: 'type', spot, name: certain(name), value })),
      ...(isSubmitted && hasFocus ? [{ what: 'key' as const, key: 'Enter', modifiers: NO_MODIFIERS, repeat: false, spot }] : []),
    ]
  })
}

/** What is told that something scrolls. */
const SCROLLING = ['scroll', 'while scrolled'] as const

const TURNS = ['wheel', 'scroll', 'pinch'] as const

/** Turning the wheel, scrolling and pinching where something listens to that. */
const turning = (open: readonly Spot[]): readonly Extract<UserOccasion, { what: 'turn' }>[] =>
  open.flatMap((spot) => TURNS.filter((turn) => spot.way.some(({ thing, part }) => (turn === 'scroll' ? SCROLLING : [turn]).some((each) => thing.compiled.rulesOn.get(each)?.some((rule) => rule.part === part)))).map((turn) => ({ what: 'turn' as const, turn, spot })))

function typing(network: Network, instant: Instant, open: readonly Spot[], isAlone: boolean): readonly UserOccasion[] {
  if (!network.matters.focus) {
    // Where a mouse can tap, Enter does nothing else.
    const keys = network.keys.filter(({ isListened }) => isListened || isAlone || network.matters.press)
    const places: readonly (Spot | null)[] = [...open.filter((spot) => instant.canFocus(spot)), ...(keys.some(({ isListened }) => isListened) ? [null] : [])]
    return places.flatMap((spot) => keysNow(network, instant, keys).map((each): UserOccasion => ({ ...each, spot })))
  }
  const focused = keptAt(instant.configuration, network.handAt.focus)
  const stops = open.filter((spot) => spot.index + 1 !== focused && instant.canFocus(spot))
  const moving = [...stops, ...(focused > 0 ? [null] : [])].map((spot): UserOccasion => ({ what: 'focus', spot }))
  return [...moving, ...keysNow(network, instant, network.keys).map((each): UserOccasion => ({ ...each, spot: null }))]
}

/** What can be done with keys: where it matters that one comes up, one is held at a time. */
function keysNow(network: Network, { configuration }: Instant, keys: readonly PossibleKey[]): readonly Omit<Extract<UserOccasion, { what: 'key' | 'key up' }>, 'spot'>[] {
  const held = network.keys[keptAt(configuration, network.handAt.key) - 1]
  const all = held ? [{ ...held, repeat: true }].filter(({ key }) => keys.some((each) => each.key === key && each.repeat)) : keys
  return [...all.map(({ key, modifiers, repeat }) => ({ what: 'key' as const, key, modifiers, repeat })), ...(held ? [{ what: 'key up' as const, key: held.key, modifiers: held.modifiers, repeat: false }] : [])]
}

const NO_MODIFIERS: Modifiers = {}

/** A key that has an effect: because a rule listens to it, or because it taps. */
export interface PossibleKey {
  readonly key: string
  readonly modifiers: Modifiers
  /** It comes again because it is held, where that makes a difference. */
  readonly repeat: boolean
  readonly isListened: boolean
}

/** The keys that some rules listen to, and those that tap. */
export function keysIn(rules: readonly Rule[], mattersRepeat: boolean): readonly PossibleKey[] {
  const listened = rules.flatMap(({ trigger }) => (trigger.on === 'key' || trigger.on === 'key up' ? (trigger.key === null ? anyKeys(rules) : [trigger.key]).map((key) => ({ key, modifiers: trigger.modifiers, isListened: true })) : []))
  const taps = [...(rules.some(({ trigger }) => trigger.on === 'tap') ? [{ key: 'Enter', modifiers: NO_MODIFIERS, isListened: false }] : [])]
  const all = [...listened, ...taps].flatMap((each) => [{ ...each, repeat: false }, ...(mattersRepeat ? [{ ...each, repeat: true }] : [])])
  const name = ({ key, modifiers, repeat }: PossibleKey) => `${key} ${JSON.stringify(modifiers)} ${repeat}`
  return all.filter((each, index) => all.findIndex((other) => name(other) === name(each)) === index)
}

/** Keys that stand for any: those that conditions tell apart, and one more. */
function anyKeys(rules: readonly Rule[]): readonly string[] {
  const guards = rules.flatMap(({ guard, trigger }) => ((trigger.on === 'key' || trigger.on === 'key up') && guard !== null && namesOr(guard).includes('key') ? [guard] : []))
  const told = (comparedWith('key', guards) ?? []).filter((key) => typeof key === 'string' && key !== '').map(String)
  return [...told, SOME_KEY]
}

/** Stands for every key that nothing is compared with. */
const SOME_KEY = 'x'
