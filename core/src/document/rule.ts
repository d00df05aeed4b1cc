import { Motion } from './motion'
import { array, boolean, choice, either, kinds, list, number, object, optional, orNull, text, type Of } from './shape'
import { Trigger } from './trigger'
import { ExpressionText, Id, Identifier, Literal, Name } from './value'

/** The states a rule holds in: some, or all but some; a group stands for all of its own. */
export const Within = either(object({ only: array(Id) }), object({ except: array(Id) }))
export type Within = Of<typeof Within>

/** One of the states that chance chooses from, as likely as its weight is large. */
export const Outcome = object({ state: Id, weight: number({ above: 0 }) })
export interface Outcome extends Of<typeof Outcome> {}

export const Target = kinds(
  'go',
  object({ go: choice('state'), state: Id }),
  object({ go: choice('one of'), of: array(Outcome, { least: 2, most: 20 }) }),
  object({ go: choice('next', 'previous'), loops: boolean }),
  object({
    /** `nothing`: unanswered on purpose; nothing happens and nobody is to be told about it. */
    go: choice('stay', 'back', 'ignored'),
  }),
)
export type Target = Of<typeof Target>

/** The states a target names. */
export const statesNamed = (target: Target): readonly Id[] =>
  target.go === 'state' ? [target.state] : target.go === 'one of' ? target.of.map(({ state }) => state) : []

/** Whether a rule can lead from one of its states to another. */
export const leads = ({ target }: { readonly target: Target }): boolean => target.go !== 'ignored' && target.go !== 'stay'

const ofEveryAction = {
  id: Id,
  /** Runs together with the previous action instead of after it. */
  together: optional(boolean),
  /** The next action waits until this one has ended. */
  awaited: optional(boolean),
}

export const Recipient = either(choice('holder', 'siblings', 'everyone'), object({ instance: Id }))
export type Recipient = Of<typeof Recipient>

export const Action = kinds(
  'do',
  object({ ...ofEveryAction, do: choice('set'), variable: Name, to: ExpressionText }),
  object({ ...ofEveryAction, do: choice('send'), message: Name, payload: orNull(ExpressionText), recipient: Recipient }),
  object({ ...ofEveryAction, do: choice('drive'), instance: Id, axis: Id, state: Id }),
  object({ ...ofEveryAction, do: choice('go to screen'), screen: Id, motion: orNull(Motion) }),
  object({ ...ofEveryAction, do: choice('open overlay', 'close overlay'), screen: Id, motion: orNull(Motion) }),
  object({ ...ofEveryAction, do: choice('pulse'), part: Id, motion: Motion }),
  /** The keyboard focus goes to a part, or to what can have it inside that. */
  object({ ...ofEveryAction, do: choice('focus'), part: Id }),
)
export type Action = Of<typeof Action>

/** An action that changes which screens are shown. */
export type ShowAction = Extract<Action, { do: 'go to screen' | 'open overlay' | 'close overlay' }>

export const Rule = object({
  id: Id,
  axis: Id,
  trigger: Trigger,
  /** The part listened to; null is the component itself. */
  part: orNull(Id),
  within: Within,
  /** An expression that must be true; null always is. */
  guard: orNull(ExpressionText),
  actions: list(Action),
  target: Target,
  motion: orNull(Motion),
  /** The event goes on outward after this rule has fired. */
  letThrough: boolean,
  /** Actions that wait for others are done though the state this led to has been left meanwhile. */
  alsoAfterLeaving: optional(boolean),
})
export interface Rule extends Of<typeof Rule> {}

const range = { min: optional(number()), max: optional(number()), step: optional(number({ above: 0 })), choices: optional(array(text(200))) }

export const Variable = object({
  id: Id,
  /** The name expressions use. */
  name: Identifier,
  type: choice('yes/no', 'number', 'text', 'choice'),
  start: Literal,
  ...range,
})
export interface Variable extends Of<typeof Variable> {}

export const Parameter = object({
  id: Id,
  /** The name expressions use. */
  name: Identifier,
  type: choice('text', 'number', 'yes/no', 'choice', 'colour', 'slot'),
  initial: Literal,
  ...range,
})
export interface Parameter extends Of<typeof Parameter> {}

interface Grouped {
  readonly groups?: readonly { readonly id: Id; readonly states: readonly Id[] }[] | undefined
}

/** Whether a rule holds in a state of its axis. */
export function holdsIn({ within }: Pick<Rule, 'within'>, state: Id, { groups = [] }: Grouped): boolean {
  const named = 'only' in within ? within.only : within.except
  const isNamed = named.includes(state) || groups.some(({ id, states }) => named.includes(id) && states.includes(state))
  return 'only' in within ? isNamed : !isNamed
}
