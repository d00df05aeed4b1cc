import type { Action, DataTable, Id, InterruptionPolicy, Literal, Modifiers, Rule, ShowAction, TriggerKind, Worth } from '../document'
import type { AskedRecord } from '../expression'
import type { Compiled, Content, Kept, TimerChange, TimerRule } from '../machine'

/** A part of a thing, or the thing as a whole where `part` is null. A thing is an instance, however its ground knows it. */
export interface EventTarget<T> {
  readonly thing: T
  readonly part: Id | null
}

/** Between which instants something ends. */
export type Ends = readonly [leastMs: number, mostMs: number]

/** What of a step whoever looks on is told. Axes go by their place in their component. */
export type Note<T> =
  /** An event is sent outward from a level. */
  | { readonly what: 'sent'; readonly from: EventTarget<T>; readonly trigger: TriggerKind }
  /** Told of every level an event comes to, before any rule answers. */
  | { readonly what: 'offered'; readonly thing: T; readonly part: Id | null; readonly trigger: TriggerKind; readonly isAnswered: boolean }
  | { readonly what: 'fired'; readonly thing: T; readonly axis: number; readonly rule: Rule }
  | { readonly what: 'settled'; readonly thing: T; readonly axis: number }
  /** An action is about to give a variable a value; undefined where nobody knows which. */
  | { readonly what: 'set'; readonly thing: T; readonly name: string; readonly value: Worth | undefined }
  | { readonly what: 'message'; readonly thing: T; readonly name: string; readonly to: readonly T[] }
  /** Rules set one another off without end; these. */
  | { readonly what: 'stopped'; readonly thing: T; readonly rules: readonly Rule[] }

/** What names are to stand for; undefined where nobody knows. */
export type Names = Readonly<Record<string, Worth | undefined>>

/** The record of a table that an item shows. */
export interface ItemOf {
  /** As the project has it. */
  readonly table: DataTable
  readonly record: Id
}

/** Where something is, with the way outward that events on it take. */
export interface Placed<T> {
  readonly way: readonly EventTarget<T>[]
}

/** A press as long as it lasts. */
export interface Pressed<P> {
  readonly on: P
  /** It has moved far enough to drag. */
  readonly drags: boolean
  /** A long press or a drag has been answered, so no tap follows. */
  readonly isSpent: boolean
}

/** What a person's hand is in the middle of. `P` is a place one can point at, `F` one that can have the focus. */
export interface HandState<P, F> {
  /** Where the pointer hovers. */
  readonly over: P | null
  /** Where a finger is that is down. */
  readonly finger: P | null
  readonly pressed: Pressed<P> | null
  /** How long the press has to last to be a long one for whoever comes next; null when for nobody any more. */
  readonly longMs: number | null
  /** The tap that another one may follow. */
  readonly tapped: P | null
  readonly focus: F | null
  /** A key was used last, so that it is to be seen where the focus is (`:focus-visible` of Selectors 4). */
  readonly isFocusShown: boolean
  /** What Space was pressed on, which taps when it comes up. */
  readonly spaceOn: F | null
}

/** What of that becomes other; taps are kept by `Ground.keepTap`. */
export type HandChange<P, F> = Partial<Omit<HandState<P, F>, 'tapped'>>

export interface KeyInput {
  readonly key: string
  readonly modifiers: Modifiers
  /** It comes again because the key is held. */
  readonly repeat?: boolean | undefined
}

/**
 * What there is for things to happen to: the instances of a run, at known instants and with known values, or a packed
 * configuration of an exploration, where some of it is not known. It keeps what there is and says what is worked out of
 * it; what follows from what is the interpreter's affair. `T` is how it knows an instance, `P` a
 * place one can point at and `F` one that can have the focus.
 */
export interface Ground<T, P extends Placed<T> = Placed<T>, F extends Placed<T> = Placed<T>> {
  /** What instants count from is its own affair. */
  nowMs(): number
  isThere(thing: T): boolean
  compiledOf(thing: T): Compiled
  /** Keeps how a thing is. What it returns carries what has become other since to what stands inside and around it. */
  following(thing: T): () => void

  /** The numbers that decide what a thing does next, in the slots of its component. */
  kept(thing: T): Kept
  /** Puts an axis into a state, with its motion. */
  change(thing: T, axis: number, to: Id, rule: Rule | null): void
  /** What happens to the motion of an axis that is still going when another one is to start; null when none goes. */
  inTheWay(thing: T, axis: number): InterruptionPolicy | null
  /** When the motion of an axis ends. */
  motionEnds(thing: T, axis: number): Ends
  /** Puts the motion of an axis at its end. */
  skipToEnd(thing: T, axis: number): void
  /** The motion of an axis is over. */
  rest(thing: T, axis: number): void
  /** Whether the motion of an axis is over, and that it is has been told. */
  isSettled(thing: T, axis: number): boolean
  /** Keeps a number of a thing. */
  keepNumber(thing: T, slot: number, number: number): void
  /** Lets something become of a timer, and of its clock. */
  time(thing: T, timer: TimerRule, change: TimerChange): void

  /** Whether a condition holds. One that cannot be worked out never does. */
  isTrue(thing: T, condition: string): boolean
  /** What an expression comes to, asked about a record or about none; undefined where nobody knows. Throws `RheoError` when it cannot be worked out. */
  worth(thing: T, expression: string, asked?: AskedRecord): Literal | undefined
  /** The table of that id as the project has it; undefined where it is gone. */
  tableAsDrawn(table: Id): DataTable | undefined
  /** What a thing is an item of; null for one that is none. */
  itemOf(thing: T): ItemOf | null
  /** An id for a record more of a table as it is now; undefined where nobody keeps so many apart. */
  newRecordId(thing: T, table: DataTable): Id | undefined
  /** Whether something is so that depends on what nobody knows. */
  guess(): boolean
  /** Whether a name nobody knows puts an axis into a state. */
  guessState(): boolean
  /** One of several outcomes, by its place, as likely as its weight is large. */
  choose(weights: readonly number[]): number
  /** What a name of a thing stands for; undefined where nobody knows. */
  named(thing: T, name: string): Worth | undefined
  /** The variable an axis is tied to, with what it is where it decides on a state; null for one tied to none. */
  tied(thing: T, axis: number, state: Id): { readonly variable: string; readonly value: Literal } | null
  /** Gives a variable of a thing, or of everyone, a value; says to whom it means something, itself first. */
  give(thing: T, variable: string, value: Worth | undefined): readonly T[]
  /** Lets names stand for something else to some things, all of which mean the same by them; says which are news to whom. */
  write(things: readonly T[], names: Names): ReadonlyMap<T, readonly string[]>

  recipients(from: T, to: Extract<Action, { do: 'send' }>['recipient']): readonly T[]
  /** What stands inside a thing, by the last step of its path; null when nothing does. */
  inside(thing: T, step: string): T | null
  /** What holds a thing; null for a surface. */
  holder(thing: T): T | null
  /** Everything that stands inside a thing, however deep. */
  allInside(thing: T): readonly T[]
  /** Puts inside a thing what it is to hold as it begins. */
  fill(thing: T): void
  /** Starts something inside a thing, with nothing inside itself yet; `isLate` where the thing was there before. */
  begin(thing: T, content: Content, isLate: boolean): T
  /** Whether something is on its way out. */
  isLeaving(thing: T): boolean
  /** Sends something inside a thing on its way out, as one of several, or is rid of it at once. */
  dismiss(thing: T, content: Content, together: readonly Content[]): void
  /** Takes back what is on its way out. */
  keep(thing: T, content: Content): void

  /** Lets a part go through a motion of its own and says when that ends. */
  pulse(thing: T, action: Extract<Action, { do: 'pulse' }>): Ends
  /** Shows another screen, opens or closes an overlay, and says when that is done. */
  show(thing: T, action: ShowAction): Ends
  /** Keeps what is left of the actions of a rule, from a group on, until those it waits for have ended; what was left of them before is not done. */
  /** Keeps what a message carried with the rule of an axis that waits, or gives it back; undefined where nobody knows. */
  keepPayload(thing: T, axis: number, payload: Literal | undefined): void
  payloadKept(thing: T, axis: number): Literal | undefined
  postpone(thing: T, rule: Rule, group: number, ends: Ends): void
  /** What is left of the actions of a rule is not done. */
  forget(thing: T, rule: Rule): void
  note(note: Note<T>): void

  // What a person is in the middle of, and finds

  /** What the person's hand is in the middle of. */
  readonly hand: HandState<P, F>
  hold(change: HandChange<P, F>): void
  /** Keeps a tap that another one may follow, which is sent for itself only later where `waits`; null forgets it. */
  keepTap(tap: P | null, waits: boolean): void
  /** Lets a person move the focus because a rule says so. */
  moveFocus(thing: T, part: Id): void
  /** Whether a tap is the second of two. */
  isSecond(tap: P): boolean
  /** Whether it makes a difference to anybody where the pointer hovers, or what has the focus. */
  readonly minds: Readonly<Record<'hover' | 'focus', boolean>>
  /** The innermost of what lies on a way that can have the focus. */
  focusOn(way: readonly EventTarget<T>[]): F | null
  isSameFocus(a: F, b: F): boolean
  /** What has the focus now is to be seen. */
  reveal(focus: F): void
  /** Where Tab puts the focus; undefined when the key does not move it. */
  focusAfter(key: KeyInput): F | null | undefined
  /** What can have the focus at a part of a thing, or inside it. */
  focusIn(thing: T, part: Id): F | null
  /** Those that answer to the person now and have a rule on something that comes to them wherever it happens; what was shown last, or changed last, first. */
  hearers(trigger: 'key' | 'key up' | 'press outside'): readonly T[]
  /** What is now where a tap was. */
  underTap(tap: P): P | null
  /** Takes along what is held; says whether anything is, the first time. */
  dragAlong(isFirst: boolean): boolean
  /** A drag is let go, or taken away by the system. */
  letGo(of: P, isTakenAway: boolean): void
  /** The drag is over for whoever has asked how far it went. */
  dragIsOver(): void
}
