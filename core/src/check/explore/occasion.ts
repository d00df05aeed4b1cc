import type { Action, Id, Modifiers, Rule, TriggerKind } from '../../document'
import { keptAt, TIMER, timerStatus } from '../../machine'
import { DOUBLE_TAP_MS, turnOf, TURNS, type Due } from '../../semantics'
import type { NetAxis, NetItem, NetName, NetTimer, NetWait, Network } from './network'
import { isKeptBack, type Spot } from './spots'
import type { Thing } from './things'

/** Something that can happen: what falls due, what a person does, and what comes from outside. */
export type Occasion =
  | { readonly what: 'begin' }
  | { readonly what: 'settle'; readonly axis: NetAxis }
  | { readonly what: 'timer'; readonly timer: NetTimer }
  | { readonly what: 'wait'; readonly wait: NetWait }
  /** An item of a list, or a screen or overlay, has come to the end of its way out, or in. */
  | { readonly what: 'gone' | 'come'; readonly item: NetItem }
  | { readonly what: 'long' | 'late tap' }
  /** An item comes or goes of which nobody knows whether it is there. */
  | { readonly what: 'drift'; readonly item: NetItem }
  | UserOccasion
  | { readonly what: 'message'; readonly thing: Thing; readonly name: string }
  /** The screen was left and is come to again: all there begins anew, but for what everyone shares. */
  | { readonly what: 'return' }
  | { readonly what: 'name'; readonly name: NetName; readonly value: number }
  | { readonly what: 'put'; readonly axis: NetAxis; readonly state: number }

/** What a person does; `spot` null is beside everything. */
export type UserOccasion =
  | { readonly what: 'point' | 'press' | 'release' | 'tap' | 'drag' | 'cancel'; readonly spot: Spot | null; readonly pointer: 'mouse' | 'touch' }
  | { readonly what: 'turn'; readonly turn: 'wheel' | 'scroll' | 'pinch'; readonly spot: Spot }
  | { readonly what: 'focus'; readonly spot: Spot | null }
  /** Something is written into a field, which is kept under a name from then on. */
  | { readonly what: 'type'; readonly spot: Spot; readonly name: NetName; readonly value: number }
  /** `spot` is where the focus is put first, where nothing depends on that. */
  | { readonly what: 'key' | 'key up'; readonly key: string; readonly modifiers: Modifiers; readonly repeat: boolean; readonly spot: Spot | null }

/** What is worth knowing of what happened. */
export type Mark =
  | { readonly what: 'fired'; readonly thing: Thing; readonly rule: Rule }
  | { readonly what: 'offered'; readonly thing: Thing; readonly part: Id | null; readonly trigger: TriggerKind; readonly isAnswered: boolean }
  /** `span` is how long the new motion takes, `left` that of the motion that was still going; by their numbers, 0 for none. */
  | { readonly what: 'entered'; readonly axis: NetAxis; readonly from: number; readonly to: number; readonly rule: Rule | null; readonly span: number; readonly left: number }
  | { readonly what: 'settled'; readonly axis: NetAxis; readonly state: number }
  /** A screen or overlay comes or begins to go, or has come; `span` and `left` as for states, `wasLeaving` whether what is left was its way out. */
  | { readonly what: 'shown'; readonly item: NetItem; readonly isShown: boolean; readonly action: Action; readonly span: number; readonly left: number; readonly wasLeaving: boolean }
  | { readonly what: 'arrived'; readonly item: NetItem }
  | { readonly what: 'set'; readonly thing: Thing; readonly name: string; readonly value: number }
  | { readonly what: 'stopped'; readonly thing: Thing; readonly rules: readonly Rule[] }

/** What things are like between two occasions, as a list of numbers laid out by the network. */
export type Configuration = Int32Array

/** The state a configuration has an axis in. */
export const stateIn = ({ states, at }: Pick<NetAxis, 'states' | 'at'>, configuration: Configuration): Id => states[keptAt(configuration, at)] ?? ''

/** Something that chance decides in a run: which outcome comes, by its place, or how long a timer counts, by its clock. */
export type Draw = { readonly place: number } | { readonly clock: number; readonly most: number }

/** What an occasion comes to, and the clocks that start with it. */
export interface Consequence {
  readonly configuration: Configuration
  readonly started: readonly number[]
  readonly marks: readonly Mark[]
  /** In the order in which a run draws them. */
  readonly draws: readonly Draw[]
}

/** Whether an item of a list, or a screen or overlay, is there; from `moving` on it is on its way out or, by one more, in, with twice the number of the span that takes. */
export const PRESENCE = { gone: 0, there: 1, moving: 2 } as const

/** How it is kept that an item is on its way out for a span, by the number of that. */
export const keptLeaving = (span: number): number => PRESENCE.moving + 2 * span

/** How it is kept that a surface is on its way in for a span, by the number of that. */
export const keptComing = (span: number): number => PRESENCE.moving + 1 + 2 * span

/** Whether what is kept of an item says that it is on its way out. */
export const isLeavingKept = (kept: number): boolean => kept >= PRESENCE.moving && (kept - PRESENCE.moving) % 2 === 0

/** Whether what is kept of a surface says that it is on its way in. */
export const isComingKept = (kept: number): boolean => kept >= PRESENCE.moving && !isLeavingKept(kept)

/** The number of the span an item is on its way for. */
export const spanOfPresence = (kept: number): number => (kept < PRESENCE.moving ? 0 : Math.floor((kept - PRESENCE.moving) / 2))

/** A clock that counts, the readings between which what it counts for comes, and who goes first when two things are due at once. */
export interface Deadline {
  readonly clock: number
  readonly least: number
  readonly most: number
  readonly rank: number
  readonly occasion: Occasion
}

/** Actions that wait come after whatever else is due. */
const LAST = Number.MAX_SAFE_INTEGER

/** More things than these do not stand on a surface. */
const PLACES = 10_000

/** Everything that counts in a configuration, in the order of the clocks. */
export function deadlinesIn(network: Network, configuration: Configuration): readonly Deadline[] {
  const deadlines: Deadline[] = []
  const rankOf = (thing: Thing, due: Due): number => (network.cameAt(thing, configuration) * PLACES + thing.index + 1) * TURNS + turnOf(due)
  for (const axis of network.axes) {
    const span = axis.motionAt < 0 ? 0 : keptAt(configuration, axis.motionAt)
    if (span > 0) deadlines.push({ clock: axis.index, ...network.span(span), rank: rankOf(axis.thing, { what: 'settle', axis: axis.own }), occasion: { what: 'settle', axis } })
  }
  for (const timer of network.timers) {
    const { rule, least, most, thing, at } = timer
    const kept = keptAt(configuration, at)
    if (timerStatus(kept) !== 'counts') continue
    const rank = rankOf(thing, { what: 'timer', place: thing.compiled.component.rules.indexOf(rule) })
    deadlines.push({ clock: network.timerClock(timer), least: kept === TIMER.resumed ? 0 : least, most, rank, occasion: { what: 'timer', timer } })
  }
  for (const wait of network.waits) {
    const kept = keptAt(configuration, wait.at)
    if (kept > 0) deadlines.push({ clock: network.waitClock(wait), ...network.span(spanOfWait(kept)), rank: LAST, occasion: { what: 'wait', wait } })
  }
  for (const item of network.items.values()) {
    const kept = keptAt(configuration, item.at)
    if (kept >= PRESENCE.moving) deadlines.push({ clock: network.itemClock(item), ...network.span(spanOfPresence(kept)), rank: rankOf(item.thing, { what: 'gone' }), occasion: { what: isLeavingKept(kept) ? 'gone' : 'come', item } })
  }
  const longMs = keptAt(configuration, network.handAt.long)
  if (longMs > 0) deadlines.push({ clock: network.longClock, least: longMs, most: longMs, rank: 0, occasion: { what: 'long' } })
  const tapped = network.spots[keptAt(configuration, network.handAt.tapped) - 1]
  if (tapped && isKeptBack(tapped)) deadlines.push({ clock: network.tapClock, least: DOUBLE_TAP_MS, most: DOUBLE_TAP_MS, rank: 0, occasion: { what: 'late tap' } })
  return deadlines
}

const SPANS = 4096

/** How a wait is kept: which groups of actions are left, and how long it takes. */
export const keptWait = (stage: number, span: number): number => stage * SPANS + span

/** The number of the span a waiting action waits for. */
export const spanOfWait = (kept: number): number => kept % SPANS

/** Which of the waiting actions of a rule comes next. */
export const stageOfWait = (kept: number): number => Math.floor(kept / SPANS)
