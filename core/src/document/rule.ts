import { Motion } from './motion'
import { array, boolean, choice, either, kinds, list, number, object, optional, orNull, record, text, type Of } from './shape'
import { Trigger } from './trigger'
import { ExpressionText, Id, Identifier, Literal, Name, Note } from './value'

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
  /** A record more, with what its columns hold; columns that are not named are empty. */
  object({ ...ofEveryAction, do: choice('add record'), table: Id, cells: record(/./, ExpressionText) }),
  /** Every record for which a condition holds gets another value in a column; all of them where there is no condition. */
  object({ ...ofEveryAction, do: choice('set records'), table: Id, column: Id, to: ExpressionText, where: orNull(ExpressionText) }),
  /** `table` null is the record of the item the rule stands in, and no other. */
  object({ ...ofEveryAction, do: choice('remove records'), table: orNull(Id), where: orNull(ExpressionText) }),
  object({ ...ofEveryAction, do: choice('move records'), table: orNull(Id), where: orNull(ExpressionText), to: choice('first', 'up', 'down', 'last') }),
  /** The table is what the project says again. */
  object({ ...ofEveryAction, do: choice('restore table'), table: Id }),
)
export type Action = Of<typeof Action>

/** An action that changes the records of a table; giving a column of the own item a value is a `set`. */
export type RecordAction = Extract<Action, { do: 'add record' | 'set records' | 'remove records' | 'move records' | 'restore table' }>

/** The texts of an action that are expressions. */
export function expressionsOfAction(action: Action): readonly string[] {
  switch (action.do) {
    case 'set':
      return [action.to]
    case 'send':
      return action.payload === null ? [] : [action.payload]
    case 'add record':
      return Object.values(action.cells)
    case 'set records':
      return [action.to, ...(action.where === null ? [] : [action.where])]
    case 'remove records':
    case 'move records':
      return action.where === null ? [] : [action.where]
    default:
      return []
  }
}

/** An action with its expressions changed; the very same where none of them is. */
export function withExpressions<T extends Action>(action: T, change: (expression: string) => string): T {
  const orNone = (expression: string | null) => expression && change(expression)
  const isOther = expressionsOfAction(action).some((text) => change(text) !== text)
  if (!isOther) return action
  switch (action.do) {
    case 'set':
      return { ...action, to: change(action.to) }
    case 'send':
      return { ...action, payload: orNone(action.payload) }
    case 'add record':
      return { ...action, cells: Object.fromEntries(Object.entries(action.cells).map(([column, text]) => [column, change(text)])) }
    case 'set records':
      return { ...action, to: change(action.to), where: orNone(action.where) }
    case 'remove records':
    case 'move records':
      return { ...action, where: orNone(action.where) }
    default:
      return action
  }
}

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
  note: optional(Note),
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
  note: optional(Note),
})
export interface Variable extends Of<typeof Variable> {}

export const Parameter = object({
  id: Id,
  /** The name expressions use. */
  name: Identifier,
  type: choice('text', 'number', 'yes/no', 'choice', 'colour', 'slot'),
  initial: Literal,
  ...range,
  note: optional(Note),
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
