import type { Expectation, Input, Take } from '../take'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { inProject, setAt, insertInto, removeFrom } from './place'

/** An edit that keeps a take. */
export const addTake = (take: Take): Edit => insertInto(inProject('takes'), take)

/** An edit that takes out a take. */
export const removeTake = (take: Id): Edit => removeFrom(inProject('takes'), take)

/** An edit that renames a take. */
export const renameTake = (take: Id, name: string): Edit => setAt(inProject('takes', take, 'name'), name)

/** An edit that adds an expectation to a take. */
export const addExpectation = (take: Id, expectation: Expectation): Edit => insertInto(inProject('takes', take, 'expectations'), expectation)

/** An edit that takes out an expectation. */
export const removeExpectation = (take: Id, expectation: Id): Edit => removeFrom(inProject('takes', take, 'expectations'), expectation)

/** Has a take end at an instant; what was done and expected after it is left out. */
export function trimTake(take: Take, endsAtMs: number): Edit {
  return batch(
    ...take.expectations.filter(({ byMs }) => byMs > endsAtMs).map(({ id }) => removeExpectation(take.id, id)),
    setInputs(take.id, take.inputs.filter(({ atMs }) => atMs <= endsAtMs)),
    setAt(inProject('takes', take.id, 'endsAtMs'), endsAtMs),
  )
}

/** Has other things done in a take. */
export const setInputs = (take: Id, inputs: readonly Input[]): Edit => setAt(inProject('takes', take, 'inputs'), inputs)

/** An edit that says by when something is expected, in ms. */
export const setExpectationTime = (take: Id, expectation: Id, byMs: number): Edit => setAt(inProject('takes', take, 'expectations', expectation, 'byMs'), byMs)
