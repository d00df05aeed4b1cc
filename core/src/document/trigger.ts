import type { Id } from './value'

export interface Modifiers {
  readonly shift?: boolean
  readonly control?: boolean
  readonly alt?: boolean
  readonly meta?: boolean
}

/** Since when a timer counts: entering the state, or the moment everything in it has come to rest. */
export type TimerOrigin = 'entering' | 'settling'

export type PointerTrigger =
  | { readonly on: 'tap' }
  | { readonly on: 'double tap'; readonly tapWaits: boolean }
  | { readonly on: 'press' }
  | { readonly on: 'release' }
  | { readonly on: 'long press'; readonly thresholdMs: number }
  | { readonly on: 'enter' }
  | { readonly on: 'leave' }
  | { readonly on: 'drag start' }
  | { readonly on: 'drag' }
  | { readonly on: 'drag end' }

/** `holdWhile`: the timer stands still while this expression is true; null never holds it. */
export type TimerTrigger =
  | { readonly on: 'after'; readonly ms: number; readonly since: TimerOrigin; readonly holdWhile: string | null }
  | { readonly on: 'every'; readonly ms: number; readonly since: TimerOrigin; readonly holdWhile: string | null }

export type Trigger =
  | PointerTrigger
  | TimerTrigger
  | { readonly on: 'key'; readonly key: string; readonly modifiers: Modifiers; readonly anywhere: boolean }
  | { readonly on: 'focus' }
  | { readonly on: 'blur' }
  | { readonly on: 'settled' }
  | { readonly on: 'changes'; readonly name: string; readonly to: string | number | boolean | null }
  | { readonly on: 'message'; readonly name: string }
  | { readonly on: 'shown' }
  | { readonly on: 'hidden' }

export type TriggerKind = Trigger['on']

export const TRIGGER_KINDS: readonly TriggerKind[] = [
  'tap', 'double tap', 'press', 'release', 'long press', 'enter', 'leave', 'drag start', 'drag', 'drag end',
  'key', 'focus', 'blur', 'after', 'every', 'settled', 'changes', 'message', 'shown', 'hidden',
]

/** A trigger of each kind with its usual settings. */
export function defaultTrigger(kind: TriggerKind): Trigger {
  switch (kind) {
    case 'double tap':
      return { on: kind, tapWaits: false }
    case 'long press':
      return { on: kind, thresholdMs: 500 }
    case 'after':
    case 'every':
      return { on: kind, ms: 1000, since: 'entering', holdWhile: null }
    case 'key':
      return { on: kind, key: 'Enter', modifiers: {}, anywhere: false }
    case 'changes':
      return { on: kind, name: '', to: null }
    case 'message':
      return { on: kind, name: '' }
    default:
      return { on: kind }
  }
}

/**
 * The row of the response table a trigger belongs to. Triggers of one row compete for the same event;
 * the length of a timer is the cell's business, not the row's.
 */
export function triggerRow(trigger: Trigger, part: Id | null): string {
  const about = part === null ? '' : ` on ${part}`
  switch (trigger.on) {
    case 'after':
    case 'every':
      return `${trigger.on} ${trigger.since}`
    case 'key': {
      const { shift, control, alt, meta } = trigger.modifiers
      const held = [shift && 'Shift', control && 'Control', alt && 'Alt', meta && 'Meta'].filter(Boolean)
      return `key ${[...held, trigger.key].join('+')}${trigger.anywhere ? ' anywhere' : about}`
    }
    case 'changes':
      return `changes ${trigger.name}${trigger.to === null ? '' : ` to ${trigger.to}`}`
    case 'message':
      return `message ${trigger.name}`
    case 'settled':
    case 'shown':
    case 'hidden':
      return trigger.on
    default:
      return trigger.on + about
  }
}

/** Whether a person makes this happen, rather than time or another rule. */
export const isFromUser = (trigger: Trigger): boolean =>
  !['after', 'every', 'settled', 'changes', 'message', 'shown', 'hidden'].includes(trigger.on)
