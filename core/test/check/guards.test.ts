import { expect, test } from '@jest/globals'
import { guardsOverlap, implies } from '../../src/check/ground/guards'
import { projectOf, small } from '../run/small-component'

const component = small({ a: {} }, [], { variables: [{ id: 't', name: 't', type: 'text', start: '' }, { id: 'n', name: 'n', type: 'number', start: 0 }] })
const project = projectOf(component)

test.each([
  ["t == 'a'", "t == 'b'", false], ["t == 'a'", "t != 'b'", true], ['n > 3', 'n < 3', false],
  // What looks into a text may find anything there.
  ["contains(t, 'a')", "contains(t, 'b')", true], ['length(t) > 3', 'n > 1', true], ["t < 'b'", "t > 'a'", true], ["lower(t) == 'a'", "t == 'A'", true],
])('%s and %s at once: %s', (one, other, wanted) => {
  expect([guardsOverlap(project, component, one, other), guardsOverlap(project, component, other, one)]).toEqual([wanted, wanted])
})

test.each([["t == 'a'", "t != 'b'", true], ['n > 3', 'n > 2', true], ['n > 2', 'n > 3', false], ["startsWith(t, 'ab')", "startsWith(t, 'a')", false]])('%s where %s: %s', (guard, other, wanted) => {
  expect(implies(project, component, guard, other)).toBe(wanted)
})
