import { boolean, choice, either, kinds, nothing, number, object, optional, orNull, text, type Of } from './shape'
import { ExpressionText, Id, Ms, Name } from './value'

export const Modifiers = object({ shift: optional(boolean), control: optional(boolean), alt: optional(boolean), meta: optional(boolean) })
export interface Modifiers extends Of<typeof Modifiers> {}

/** Since when a timer counts: entering the state, the moment everything in it has come to rest, or entering the first of the states its rule holds in, one after another. */
export const TimerOrigin = choice('entering', 'settling', 'entering the first')
export type TimerOrigin = Of<typeof TimerOrigin>

const anyName = text(200, { empty: true })

const PlainPointerTrigger = object({
  on: choice('tap', 'press', 'release', 'cancel', 'press outside', 'enter', 'leave', 'drag start', 'drag', 'drag end', 'wheel', 'scroll', 'pinch'),
})
const DoubleTapTrigger = object({ on: choice('double tap'), tapWaits: boolean })
const LongPressTrigger = object({ on: choice('long press'), thresholdMs: Ms })
export type PointerTrigger = Of<typeof PlainPointerTrigger | typeof DoubleTapTrigger | typeof LongPressTrigger>

export const TimerTrigger = object({
  on: choice('after', 'every'),
  ms: Ms,
  /** It comes at any time from `ms` to this; just after `ms` when it is left out. */
  mostMs: optional(Ms),
  since: TimerOrigin,
  /** The timer stands still while this expression is true; null never holds it. */
  pauseWhile: orNull(ExpressionText),
})
export interface TimerTrigger extends Of<typeof TimerTrigger> {}

/** A key goes down, again and again while it is held, or comes up. */
export const KeyTrigger = object({
  on: choice('key', 'key up'),
  /** As `KeyboardEvent.key` has it; null for any key, with any modifiers but Control and Meta. */
  key: orNull(Name),
  modifiers: Modifiers,
  /** Wherever the focus is. */
  anywhere: boolean,
})
export interface KeyTrigger extends Of<typeof KeyTrigger> {}

/** When a timer comes at the latest, in ms. */
export const latestMs = ({ ms, mostMs = ms }: TimerTrigger): number => mostMs

/** A change of state that hangs on how far something is dragged or scrolled instead of on time. */
const DraggedTrigger = object({
  on: choice('while dragged'),
  /** How far it has come, from 0 to 1. */
  by: ExpressionText,
  /** Let go, it goes on to its end where this is true, and back where it is not; null has it go on from half way. */
  keptIf: orNull(ExpressionText),
})
const ScrolledTrigger = object({ on: choice('while scrolled'), by: ExpressionText })
export type LeadingTrigger = Of<typeof DraggedTrigger | typeof ScrolledTrigger>

export const Trigger = kinds(
  'on',
  PlainPointerTrigger,
  DoubleTapTrigger,
  LongPressTrigger,
  TimerTrigger,
  KeyTrigger,
  DraggedTrigger,
  ScrolledTrigger,
  object({ on: choice('focus', 'blur', 'submit', 'shown', 'hidden') }),
  /** `inside`: everything that stands inside has come to rest as well. */
  object({ on: choice('settled'), inside: optional(boolean) }),
  /** A state is entered or left, or any of a group from or to one beyond it. */
  object({ on: choice('entered', 'left'), group: optional(Id) }),
  object({ on: choice('changes'), name: anyName, to: either(text(100_000, { empty: true }), number(), boolean, nothing) }),
  object({ on: choice('message'), name: anyName }),
)
export type Trigger = Of<typeof Trigger>

const PAIRS = [['enter', 'leave'], ['press', 'release'], ['drag start', 'drag end'], ['focus', 'blur']] as const

/** What ends what a trigger begins: leaving what was entered, letting go of what was pressed. Any other undoes what it did when it comes again. */
export function oppositeOf(trigger: Trigger): Trigger {
  for (const [begins, ends] of PAIRS) {
    if (trigger.on === begins) return { on: ends }
    if (trigger.on === ends) return { on: begins }
  }
  return trigger
}

export type TriggerKind = Trigger['on']

export const TRIGGER_KINDS: readonly TriggerKind[] = [
  'tap', 'double tap', 'press', 'release', 'cancel', 'press outside', 'long press', 'enter', 'leave', 'drag start', 'drag', 'drag end', 'while dragged', 'wheel', 'scroll', 'while scrolled', 'pinch',
  'key', 'key up', 'focus', 'blur', 'submit', 'entered', 'left', 'after', 'every', 'settled', 'changes', 'message', 'shown', 'hidden',
]

/**
 * A trigger of each kind with its usual settings.
 *
 * @param about the part it listens to, or the outermost one, as a word: what a hand leads comes all the way within 100 px of it
 */
export function defaultTrigger(kind: TriggerKind, about: string | null = null): Trigger {
  switch (kind) {
    case 'double tap':
      return { on: kind, tapWaits: false }
    case 'long press':
      return { on: kind, thresholdMs: 500 }
    case 'after':
    case 'every':
      return { on: kind, ms: 1000, since: 'entering', pauseWhile: null }
    case 'key':
    case 'key up':
      return { on: kind, key: 'Enter', modifiers: {}, anywhere: false }
    case 'while dragged':
      return { on: kind, by: about === null ? '0' : `${about}.dragX / 100`, keptIf: null }
    case 'while scrolled':
      return { on: kind, by: about === null ? '0' : `${about}.scrollY / 100` }
    case 'changes':
      return { on: kind, name: '', to: null }
    case 'message':
      return { on: kind, name: '' }
    default:
      return { on: kind }
  }
}

/**
 * The row of the trigger table a trigger belongs to. Triggers of one row compete for the same event;
 * the length of a timer is the cell's business, not the row's.
 */
export function triggerRow(trigger: Trigger, part: Id | null): string {
  const about = part === null ? '' : ` on ${part}`
  switch (trigger.on) {
    case 'after':
    case 'every':
      return `${trigger.on} ${trigger.since}`
    case 'key':
    case 'key up':
      return `${trigger.on} ${chordText(trigger)}${trigger.anywhere ? ' anywhere' : about}`
    case 'changes':
      return `changes ${trigger.name}${trigger.to === null ? '' : ` to ${trigger.to}`}`
    case 'message':
      return `message ${trigger.name}`
    case 'settled':
      return trigger.inside === true ? 'settled with what is inside' : 'settled'
    case 'while dragged':
    case 'while scrolled':
      return `${trigger.on}${about} by ${trigger.by}`
    case 'shown':
    case 'hidden':
      return trigger.on
    case 'entered':
    case 'left':
      return trigger.group === undefined ? trigger.on : `${trigger.on} ${trigger.group}`
    default:
      return trigger.on + about
  }
}

/** A key with what is held with it, such as `Shift+ArrowRight`. */
function chordText({ key, modifiers: { shift, control, alt, meta } }: Pick<KeyTrigger, 'key' | 'modifiers'>): string {
  const held = [shift && 'Shift', control && 'Control', alt && 'Alt', meta && 'Meta'].filter(Boolean)
  return [...held, key ?? 'any'].join('+')
}

/** Whether a change of state hangs on a hand instead of on time. */
export const isLeading = (trigger: Trigger): trigger is LeadingTrigger => trigger.on === 'while dragged' || trigger.on === 'while scrolled'

/** The texts of a trigger that are expressions. */
export function expressionsOfTrigger(trigger: Trigger): readonly string[] {
  const texts = ['by' in trigger ? trigger.by : null, 'keptIf' in trigger ? trigger.keptIf : null, 'pauseWhile' in trigger ? trigger.pauseWhile : null]
  return texts.filter((text) => text !== null)
}

/** A trigger with its expressions changed; the very same where none of them is. */
export function withTriggerExpressions<T extends Trigger>(trigger: T, change: (expression: string) => string): T {
  if (!expressionsOfTrigger(trigger).some((text) => change(text) !== text)) return trigger
  const orNone = (expression: string | null) => expression && change(expression)
  return {
    ...trigger,
    ...('by' in trigger ? { by: change(trigger.by) } : {}),
    ...('keptIf' in trigger ? { keptIf: orNone(trigger.keptIf) } : {}),
    ...('pauseWhile' in trigger ? { pauseWhile: orNone(trigger.pauseWhile) } : {}),
  }
}

/** Whether a person makes this happen, rather than time or another rule. */
export const isFromUser = (trigger: Trigger): boolean =>
  !['after', 'every', 'settled', 'changes', 'message', 'shown', 'hidden', 'entered', 'left'].includes(trigger.on)
