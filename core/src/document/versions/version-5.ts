import { isFields, type Fields } from '../fields'
import { each, fields, type Rewriting } from './rewriting'

/** Actions that waited for others were done whatever became of the state meanwhile, and go on being so. */
const rule: Rewriting = (value) =>
  isFields(value) && Array.isArray(value.actions) && value.actions.some((action) => isFields(action) && action.awaited === true) ? { ...value, alsoAfterLeaving: true } : value

/** A key that taps when it comes up came up at once. */
const inputs: Rewriting = (value) =>
  Array.isArray(value) ? value.flatMap((input) => (isFields(input) && input.do === 'key' && input.key === ' ' ? [input, { ...input, do: 'key up' }] : [input])) : value

const holders = each(fields({}, { rules: each(rule) }))

/** A project of version 4 as one of version 5, in which an event is one step; what that changes, `differencesSince` says. */
export const toVersion5 = (file: Fields): Fields => ({ ...file, components: holders(file.components), screens: holders(file.screens), takes: each(fields({}, { inputs }))(file.takes) })
