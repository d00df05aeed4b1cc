import type { Expectation, Input, Take } from '../take'
import type { Id } from '../value'
import { batch, type Edit } from './edit'

export const addTake = (take: Take): Edit => ({ edit: 'insert', path: ['takes'], item: take, before: null })

export const removeTake = (take: Id): Edit => ({ edit: 'remove', path: ['takes'], id: take })

export const renameTake = (take: Id, name: string): Edit => ({ edit: 'set', path: ['takes', take, 'name'], to: name })

export const addExpectation = (take: Id, expectation: Expectation): Edit => ({ edit: 'insert', path: ['takes', take, 'expectations'], item: expectation, before: null })

export const removeExpectation = (take: Id, expectation: Id): Edit => ({ edit: 'remove', path: ['takes', take, 'expectations'], id: expectation })

/** Has a take end at an instant; what was done and expected after it is left out. */
export function trimTake(take: Take, endsAtMs: number): Edit {
  return batch(
    ...take.expectations.filter(({ byMs }) => byMs > endsAtMs).map(({ id }) => removeExpectation(take.id, id)),
    setInputs(take.id, take.inputs.filter(({ atMs }) => atMs <= endsAtMs)),
    { edit: 'set', path: ['takes', take.id, 'endsAtMs'], to: endsAtMs },
  )
}

/** Has other things done in a take. */
export const setInputs = (take: Id, inputs: readonly Input[]): Edit => ({ edit: 'set', path: ['takes', take, 'inputs'], to: inputs as never })

export const setExpectationTime = (take: Id, expectation: Id, byMs: number): Edit => ({ edit: 'set', path: ['takes', take, 'expectations', expectation, 'byMs'], to: byMs })
