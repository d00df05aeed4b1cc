import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, inProject, setAt, renameComponent } from '@rheoscope/core/document'
import { find } from '@rheoscope/core/reading'

const found = (typed: string, most?: number) => find(skerryLine, typed, most).map(({ kind, name, owner }) => `${kind} ${name}${owner && owner.name !== name ? ` of ${owner.name}` : ''}`)

test('what is called so comes first, components and screens before what is inside them', () => {
  expect(found('boarding button')[0]).toBe('component Boarding button')
  expect(found('crossing', 3).map((line) => line.split(' ')[0])).toContain('screen')
})

test('a word of the owner narrows down what is inside it', () => {
  const all = find(skerryLine, 'boarding done')
  expect(all.every(({ owner }) => owner?.name === 'Boarding button')).toBe(true)
  expect(all[0]).toMatchObject({ kind: 'state', name: 'done' })
  expect(all[0]?.axis).toBeDefined()
})

test('nothing typed finds every component and screen, and nothing else', () => {
  expect(find(skerryLine, '', 1000)).toHaveLength(skerryLine.components.length + skerryLine.screens.length)
  expect(found('no such thing anywhere')).toEqual([])
})

test('messages are found with the first rule that sends or answers them', () => {
  const message = find(skerryLine, '', 0)
  expect(message).toEqual([])
  const names = skerryLine.components.flatMap(({ rules }) => rules.flatMap(({ trigger }) => (trigger.on === 'message' ? [trigger.name] : [])))
  expect(names.length).toBeGreaterThan(0)
  for (const name of new Set(names)) expect(find(skerryLine, name).some((each) => each.kind === 'message' && each.name === name && each.rule !== undefined)).toBe(true)
})

test('a name is found by any piece of it, whatever its case', () => {
  fc.assert(fc.property(fc.constantFrom(...skerryLine.components.map(({ name }) => name)), fc.nat(), fc.nat(), (name, a, b) => {
    const [from, to] = [a % name.length, b % name.length].toSorted((x, y) => x - y)
    const piece = name.slice(from, (to ?? 0) + 1).toUpperCase()
    fc.pre(piece.trim() !== '')
    expect(find(skerryLine, piece, 5000).some((each) => each.kind === 'component' && each.name === name)).toBe(true)
  }))
})

test('names are those of the project as it is now', () => {
  const renamed = apply(skerryLine, renameComponent(skerryLine.components[0]!.id, 'Zzz button'))
  expect(find(renamed, 'zzz')[0]?.name).toBe('Zzz button')
  expect(find(apply(renamed, setAt(inProject('name'), 'Another')), 'zzz')[0]?.name).toBe('Zzz button')
})
