/**
 * What tests use of Jest's globals, as little as it takes to run the bundled tests by themselves: `run` runs those that
 * are wanted, one after another, and can stop at the first that fails.
 */
import { format } from 'node:util'
import { expect } from 'expect'

export { expect }

const tests = []
let titles = []
let around = { before: [], after: [] }

export function describe(title, define) {
  const outer = { titles, around }
  titles = [...titles, title]
  around = { before: [...around.before], after: [...around.after] }
  define()
  ;({ titles, around } = outer)
}

export function test(title, act) {
  const name = [...titles, title].join(' › ')
  const again = tests.filter((each) => each.name === name).length
  tests.push({ id: again === 0 ? name : `${name} (${again + 1})`, name, act, around })
}

const each = (define) => (table) => (title, act) =>
  table.forEach((row) => define(titleOf(title, row), () => act(...(Array.isArray(row) ? row : [row]))))

const titleOf = (title, row) => (Array.isArray(row) ? format(title, ...row.slice(0, title.match(/%[sdi]/g)?.length ?? 0)) : title.replace(/\$(\w+)/g, (_all, field) => String(row[field])))

describe.each = each(describe)
test.each = each(test)

export const beforeEach = (act) => around.before.push(act)
export const afterEach = (act) => around.after.push(act)
/** What is said after all tests notices no mutant. */
export const afterAll = () => undefined

/**
 * Runs tests and says what came of each: its id, how long it took in ms, and the error of one that failed.
 *
 * @param ids which, in their order, up to the first that fails; all of them, whatever fails, when null
 * @param about told the id of each test before it begins
 */
export async function run({ ids, about }) {
  const results = []
  const byId = new Map(tests.map((each) => [each.id, each]))
  for (const { id, act, around: { before, after } } of ids?.map((id) => byId.get(id)) ?? tests) {
    about(id)
    const began = performance.now()
    let error = null
    try {
      for (const each of before) await each()
      await act()
      for (const each of after) await each()
    } catch (thrown) {
      error = String(thrown?.message ?? thrown)
    }
    results.push({ id, ms: performance.now() - began, error })
    if (error !== null && ids) break
  }
  return results
}
