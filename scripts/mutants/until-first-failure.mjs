/** Jest's globals, but for one thing: once a test has failed the rest of the file is passed over, because one is enough to notice a mutant. */
import * as jestGlobals from '@jest/globals'

export const { afterAll, afterEach, beforeAll, beforeEach, describe, expect, jest } = jestGlobals

let hasFailed = false

const passingOver = (act) => async (...args) => {
  if (hasFailed) return
  try {
    await act(...args)
  } catch (error) {
    hasFailed = true
    throw error
  }
}

export const test = Object.assign((name, act, timeout) => jestGlobals.test(name, passingOver(act), timeout), {
  each: (...table) => (name, act, timeout) => jestGlobals.test.each(...table)(name, passingOver(act), timeout),
})
