import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { componentsIn } from '@rheoscope/core/document'
import { groupIn, inGroup, lastChanges, ownName, usedElsewhere, usesIn } from '@rheoscope/core/reading'

test('who holds a component and how often, and what it holds', () => {
  const uses = usesIn(skerryLine)
  const instances = [...skerryLine.components, ...skerryLine.screens].flatMap((owner) => componentsIn({ parameters: [], ...owner }))
  for (const { id } of skerryLine.components) expect(uses.get(id)?.count).toBe(instances.filter((each) => each === id).length)
  const held = skerryLine.components.find((component) => componentsIn(component).length > 0)!
  expect(uses.get(held.id)?.holds).toEqual([...new Set(componentsIn(held))])
  expect(uses.get(componentsIn(held)[0]!)?.inComponents).toContain(held.id)
})

test('what is used by nothing else can be removed together with what uses it', () => {
  const holder = skerryLine.components.find((component) => componentsIn(component).length > 0)!
  const [inner] = componentsIn(holder)
  expect(usedElsewhere(skerryLine, new Set([inner!])).map(({ id }) => id)).toEqual([inner])
  expect(usedElsewhere(skerryLine, new Set([inner!]))[0]?.by).toContain(holder.name)
  const alone = { components: [holder, ...skerryLine.components.filter(({ id }) => id === inner)], screens: [] }
  expect(usedElsewhere(alone, new Set([inner!, holder.id]))).toEqual([])
})

test('a group is what stands before the last stroke of a name', () => {
  expect(groupIn('Cabin / Card')).toBe('Cabin')
  expect(groupIn('Ship / Cabin / Card')).toBe('Ship / Cabin')
  expect(groupIn('Card')).toBeNull()
  expect(ownName('Ship / Cabin / Card')).toBe('Card')
  expect(inGroup('Cabin / Card', 'Deck')).toBe('Deck / Card')
  expect(inGroup('Cabin / Card', ' ')).toBe('Card')
})

test('the last entry that touched a component or screen says how late it was changed', () => {
  const entry = (path: readonly string[]) => ({ id: 'e', what: 'do', label: '', edit: { edit: 'set', path, to: 1 }, inverse: { edit: 'unset', path }, author: { id: 'a', name: 'A' }, madeAt: '', version: 6 } as const)
  expect([...lastChanges([entry(['components', 'a', 'name']), entry(['screens', 's', 'name']), entry(['components', 'a', 'parts']), entry(['name'])])]).toEqual([['a', 2], ['s', 1]])
})
