import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { apply, emptyCells, holdsIn, invert, movesOf, pasteRules, ruleClipOf, ruleInCell, setCells, shortestWay, spreadRuleOver, triggerRow, type Cell, type Component, type Edit, type Target } from '@rheoscope/core/document'
import { answersFor } from '@rheoscope/core/reading'
import { small, projectOf, tap, enter, leave } from '../run/small-component'

let made = 0
const newId = () => `new${++made}`

const table = small({ a: {}, b: {}, c: {}, d: {} }, [
  { on: tap, in: ['a', 'b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }, { on: enter, in: ['a'], to: 'b' },
])

const cell = (state: string, trigger: Cell['trigger'] = tap): Cell => ({ axis: 'axis', state, trigger, part: null })
const after = (component: Component, edit: Edit): Component => apply(projectOf(component), edit).components[0]!
const answer = (component: Component, state: string, trigger = tap): Target | undefined => ruleInCell(component, 'axis', state, triggerRow(trigger, null))?.target

const STATES = ['a', 'b', 'c', 'd'] as const

describe('cells', () => {
  test('filled together they have one rule between them, and the others keep theirs', () => {
    const filled = after(table, setCells(projectOf(table), table, [cell('b'), cell('c')], { go: 'state', state: 'd' }, newId))
    expect(STATES.map((state) => answer(filled, state))).toEqual([{ go: 'state', state: 'c' }, { go: 'state', state: 'd' }, { go: 'state', state: 'd' }, undefined])
    expect(ruleInCell(filled, 'axis', 'b', 'tap')).toBe(ruleInCell(filled, 'axis', 'c', 'tap'))
    expect(filled.rules).toHaveLength(3)
  })

  test('any cells, filled and emptied, say just what they were told, and one undo takes it back', () => {
    const some = fc.uniqueArray(fc.constantFrom(...STATES), { minLength: 1 })
    const target = fc.constantFrom<Target>({ go: 'state', state: 'd' }, { go: 'ignored' }, { go: 'back' })
    fc.assert(fc.property(some, target, some, (filled, to, emptied) => {
      const project = projectOf(table)
      const fill = setCells(project, table, filled.map((state) => cell(state)), to, newId)
      const full = after(table, fill)
      for (const state of STATES) expect(answer(full, state)).toEqual(filled.includes(state) ? to : answer(table, state))
      expect(apply(apply(project, fill), invert(fill, project)).components[0]!.rules).toEqual(table.rules)
      const empty = emptyCells(projectOf(full), full, emptied.map((state) => cell(state)))
      const left = empty ? after(full, empty) : full
      for (const state of STATES) expect(answer(left, state)).toEqual(emptied.includes(state) ? undefined : answer(full, state))
    }))
  })

  test('a rule pulled over several states holds in each of them, and what answered there gives way', () => {
    const [first] = table.rules
    const spread = after(table, spreadRuleOver(projectOf(table), table, first!, ['b', 'c', 'd']))
    expect(STATES.map((state) => ruleInCell(spread, 'axis', state, 'tap')?.id)).toEqual(STATES.map(() => first!.id))
    expect(spread.rules.filter(({ trigger }) => trigger.on === 'tap')).toHaveLength(1)
  })

  test('emptying what is empty is no edit', () => {
    expect(emptyCells(projectOf(table), table, [cell('d')])).toBeNull()
  })
})

describe('answers', () => {
  test('where the opposite trigger led here, back comes first', () => {
    expect(answersFor(table, cell('b', leave))[0]).toEqual({ target: { go: 'back' }, because: 'enter leads here' })
  })

  test('what the neighbours answer comes before what is just possible, and nothing comes twice', () => {
    const answers = answersFor(table, cell('d'))
    expect(answers[0]).toEqual({ target: { go: 'state', state: 'a' }, because: 'as in c' })
    expect(answers.at(-1)).toEqual({ target: { go: 'ignored' }, because: null })
    const targets = answers.map(({ target }) => JSON.stringify(target))
    expect(new Set(targets).size).toBe(targets.length)
  })
})

describe('rules on the clipboard', () => {
  const rules = table.rules.filter((rule) => rule.trigger.on === 'tap')

  test('go by the names of states into another component', () => {
    const other = small({ a: {}, c: {} }, [])
    const pasted = after(other, pasteRules(other, 'axis', ruleClipOf(table, rules), newId)!)
    expect(pasted.rules.map(({ within, target }) => [within, target])).toEqual([
      [{ only: ['a'] }, { go: 'state', state: 'c' }], [{ only: ['c'] }, { go: 'state', state: 'a' }],
    ])
  })

  test('what holds nowhere or leads nowhere there is left out', () => {
    const other = small({ x: {}, c: {} }, [])
    expect(pasteRules(other, 'axis', ruleClipOf(table, rules), newId)).toBeNull()
  })

  test('lanes of parts that are not there are left out, the rest of the motion stays', () => {
    const timed = { ...rules[0]!, motion: { durationMs: 300, lanes: [{ id: 'l1', part: 'dot', property: 'x', delayMs: 5 }, { id: 'l2', part: 'gone', property: 'x' }], keyframes: [] } }
    const [rule] = after(table, pasteRules(table, 'axis', ruleClipOf(table, [timed]), newId)!).rules.slice(-1)
    expect(rule!.motion).toMatchObject({ durationMs: 300, lanes: [{ part: 'dot', delayMs: 5 }] })
  })
})

describe('ways between states', () => {
  const [axis] = table.axes
  const moves = movesOf(table, axis!)

  test('every rule is a way from each state it holds in', () => {
    expect(moves.map(({ from, to }) => `${from}${to}`)).toEqual(['ac', 'bc', 'ca', 'ab'])
    for (const { rule, from } of moves) expect(holdsIn(rule, from, axis!)).toBe(true)
  })

  test('next and previous lead where the order says', () => {
    const ring = small({ a: {}, b: {} }, [{ on: tap, to: { go: 'next', loops: true } }, { on: enter, to: { go: 'previous', loops: false } }])
    expect(movesOf(ring, ring.axes[0]!).map(({ from, to }) => `${from}${to}`)).toEqual(['ab', 'ba', 'ba'])
  })

  test('the shortest way is found, and none to a state nobody leads to', () => {
    expect(shortestWay(moves, 'b', 'a')?.map(({ from, to }) => `${from}${to}`)).toEqual(['bc', 'ca'])
    expect(shortestWay(moves, 'a', 'a')).toEqual([])
    expect(shortestWay(moves, 'a', 'd')).toBeNull()
  })
})
