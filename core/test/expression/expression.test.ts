import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Component } from '@rheoscope/core/document'
import { evaluate, ExpressionError, FUNCTIONS, namesIn, orderOf, scopeOf, typeOf, type Scope } from '@rheoscope/core/expression'
import { projectOf, small, tap, type SmallRule } from '../run/small-component'

const scope: Scope = { count: 'number', open: 'yes/no', label: 'text' }
const environment = { count: 3, open: true, label: 'Board' }

describe('expressions', () => {
  test.each<[string, unknown, string]>([
    ['1 + 2 * count', 7, 'number'], ['"to " + label', 'to Board', 'text'], ['label + count', 'Board3', 'text'], ['open ? 1 : 2', 1, 'number'], ['!open || count > 2', true, 'yes/no'],
    ['clamp(count, 0, 2)', 2, 'number'], ['mod(-1, 8)', 7, 'number'], ['lerp(10, 20, 0.25)', 12.5, 'number'], ['count === 3 && label == "Board"', true, 'yes/no'], ['-count % 2', -1, 'number'],
    ['max(1, count) - min(4, 2)', 1, 'number'], ['round(2.6)', 3, 'number'], ['abs(-4)', 4, 'number'], ['count <= 3', true, 'yes/no'], ['count / 2', 1.5, 'number'], ['label != "x"', true, 'yes/no'],
    ['contains(label, "oar")', true, 'yes/no'], ['startsWith(label, "b")', false, 'yes/no'], ['endsWith(label, "rd")', true, 'yes/no'], ['length(label)', 5, 'number'], ['lower(label) + upper(label)', 'boardBOARD', 'text'], ['trim("  a b ")', 'a b', 'text'],
    ['slice(label, 1)', 'oard', 'text'], ['slice(label, -2, 9)', 'rd', 'text'], ['slice(label, 3, 1)', '', 'text'], ['replace("a.a", ".", "$&")', 'a$&a', 'text'], ['replace(label, "", "x")', 'Board', 'text'], ['join(", ", label, "", "Dock")', 'Board, Dock', 'text'],
    ['number("1,234.5")', 1234.5, 'number'], ['number("none")', 0, 'number'], ['text(count / 2, 2)', '1.50', 'text'], ['text(count)', '3', 'text'], ['label < "cabin" && label > "aft"', true, 'yes/no'], ['length("🕊e\u0301")', 3, 'number'],
  ])('%s', (text, value, type) => {
    expect(evaluate(text, environment)).toEqual(value)
    expect(typeOf(text, scope)).toBe(type)
  })

  test.each<[string, RegExp, number]>([
    ['count +', /character/, 7], ['height * 2', /Nothing is called “height”. Known here: count, open, label/, 0], ['1 + open', /cannot add a yes\/no/, 2], ['label * 2', /needs a number, not a text/, 6],
    ['open ? 1 : label', /One side/, 5], ['count == label', /compares a number with a text/, 6], ['fly(2)', /no function “fly”/, 0], ['clamp(1)', /a number and its two bounds/, 0], ['length(count)', /“length” needs a text, not a number/, 0], ['label < count', /“<” needs a text, not a number/, 6], ['text(label)', /needs a number, not a text/, 0], ['slice(label)', /a text, and where/, 0], ['', /empty/, 0], ['1 2', /nothing between/, 3], ['this.x', /ThisExpression|Nothing|words/, 0], ['[1, 2]', /cannot be used/, 0],
  ])('“%s” is an error with its place', (text, sentence, position) => {
    try {
      typeOf(text, scope)
      throw new Error('it was accepted')
    } catch (error) {
      expect(error).toBeInstanceOf(ExpressionError)
      expect((error as ExpressionError).message).toMatch(sentence)
      expect((error as ExpressionError).position).toBe(position)
    }
  })

  test('what has a type can be evaluated, and its value is of that type', () => {
    const atom = fc.constantFrom('1', '2.5', '-3', 'count', 'open', 'label', '"x"', '""', 'true')
    const { expression } = fc.letrec<{ expression: string }>((tie) => ({
      expression: fc.oneof({ maxDepth: 4 }, atom,
        fc.tuple(tie('expression'), fc.constantFrom('+', '-', '*', '<', '==', '&&', '||'), tie('expression')).map(([a, operator, b]) => `(${a} ${operator} ${b})`),
        fc.tuple(tie('expression'), tie('expression'), tie('expression')).map(([a, b, c]) => `(${a} ? ${b} : ${c})`),
        fc.tuple(fc.constantFrom(...Object.keys(FUNCTIONS)), fc.array(tie('expression'), { minLength: 1, maxLength: 3 })).map(([name, args]) => `${name}(${args.join(', ')})`)),
    }))
    const names = { number: 'number', text: 'string', 'yes/no': 'boolean', anything: 'undefined' }
    fc.assert(fc.property(expression, (text) => {
      let type
      try {
        type = typeOf(text, scope)
      } catch {
        return
      }
      expect(typeof evaluate(text, environment)).toBe(names[type])
    }), { numRuns: 2000 })
  })

  test('texts have an order: each is before, after or the same as another, and what is between two stays there', () => {
    const text = fc.string({ unit: 'binary', maxLength: 6 })
    fc.assert(fc.property(text, text, text, (a, b, c) => {
      expect(Math.sign(orderOf(a, b)) + Math.sign(orderOf(b, a))).toBe(0)
      if (orderOf(a, b) <= 0 && orderOf(b, c) <= 0) expect(orderOf(a, c)).toBeLessThanOrEqual(0)
      expect(orderOf(a, a.toUpperCase())).toBe(0)
    }))
  })

  test('reads the names it uses, each once', () => {
    expect(namesIn('count + (open ? count : size.width)')).toEqual(['count', 'open', 'size.width'])
  })
})

describe('what messages carry', () => {
  const hears: SmallRule = { on: { on: 'message', name: 'chosen' }, to: 'b' }
  const says = (id: string, payload: string | null): Component => ({ ...small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: [{ id: `${id}-says`, do: 'send', message: 'chosen', payload, recipient: 'everyone' }] }]), id, name: id })
  const listening = small({ a: {}, b: {} }, [hears])
  const typeIn = (...others: readonly Component[]) => scopeOf(projectOf(listening, ...others), listening).payload

  test('is of the type its senders send', () => {
    expect(typeIn(says('one', '3 + 1'), says('other', '7'))).toBe('number')
    expect(typeIn(says('one', 'true'), says('other', null))).toBe('yes/no')
  })

  test('is anything where they send different ones, or nobody sends it', () => {
    expect([typeIn(says('one', '3'), says('other', "'three'")), typeIn(), typeIn(says('one', 'nobody + 1'))]).toEqual(['anything', 'anything', 'anything'])
  })

  test('goes with whatever is asked for where it is anything', () => {
    const scope = { payload: 'anything', count: 'number' } as const
    expect(['payload > 3', 'payload', 'payload == count', 'payload ? 1 : 2', 'payload + 1', "payload + 'x'", 'count > 3 ? payload : count'].map((text) => typeOf(text, scope))).toEqual(['yes/no', 'anything', 'yes/no', 'number', 'anything', 'text', 'number'])
    expect(() => typeOf('payload > 3 ? count > 2 : count', scope)).toThrow('One side')
  })
})
