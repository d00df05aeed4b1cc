import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, RheoError, type Project } from '@rheoscope/core/document'
import { attempt, mended, mending, requireProject } from '@rheoscope/core/schema'
import { everything } from './everything'
import { changedAt, pathsIn } from './places'

const with_ = (change: Partial<Project>): Project => ({ ...skerryLine, ...change })
const [button] = skerryLine.components

describe('what earlier versions took', () => {
  test('is left alone where it fits', () => expect(mended(skerryLine)).toEqual({ project: skerryLine, lines: [] }))

  test('names that are there twice get a number', () => {
    const { project, lines } = mended(with_({ components: [button!, { ...skerryLine.components[1]!, name: button!.name }, ...skerryLine.components.slice(2)] }))
    expect([project.components[1]!.name, lines]).toEqual([`${button!.name} 2`, [`One of several called “${button!.name}” is now called “${button!.name} 2”.`]])
  })

  test('a table by the id of a screen gets one of its own, and lists follow it', () => {
    const text = JSON.stringify(skerryLine).replaceAll('"cabinTable"', '"cabins"')
    const { project, lines } = mended(JSON.parse(text))
    const list = project.components.flatMap(({ parts }) => parts).find((part) => part.kind === 'list' && part.table?.startsWith('cabins'))
    expect([project.tables.map(({ id }) => id).includes('cabins-2'), list, lines]).toEqual([true, expect.objectContaining({ table: 'cabins-2' }), ['“cabins” had the id of something else, and has one of its own now.']])
    expect(project.takes.find(({ id }) => id === 'takeLights')!.surface).toEqual({ screen: 'cabins' })
  })

  test('what has no name keeps having none when it gets an id of its own', () => {
    const [promise] = everything.promises
    const { project, lines } = mended({ ...everything, promises: [...everything.promises, { ...promise!, id: everything.screens[0]!.id }] })
    expect(project.promises.at(-1)).toEqual({ ...promise!, id: `${everything.screens[0]!.id}-2` })
    expect(lines).toEqual([`“${everything.screens[0]!.id}” had the id of something else, and has one of its own now.`])
  })

  test.each<readonly [string, unknown, RegExp]>([
    ['a key nobody knows', { ...skerryLine, colour: 'red' }, /^“colour” was taken out/],
    ['promises that are none', { ...skerryLine, promises: null }, /^“promises” begins anew/],
    ['a rule that leads nowhere', with_({ components: [{ ...button!, rules: [{ ...button!.rules[0]!, target: { go: 'state', state: 'nowhere' } }, ...button!.rules.slice(1)] }, ...skerryLine.components.slice(1)] }), /^Something at components \/ boardingButton \/ rules \/ .* was taken out/],
    ['a start that is gone', with_({ components: [{ ...button!, axes: [{ ...button!.axes[0]!, start: 'nowhere' }] }, ...skerryLine.components.slice(1)] }), /starts in a state it does not have/],
  ])('%s is mended, and said', (_what, value, line) => {
    const { project, lines } = mended(value)
    expect(() => requireProject(project, 'It')).not.toThrow()
    expect(lines).toEqual([expect.stringMatching(line)])
  })

  test('one thing set to something else anywhere is mended, and most of the project stays', () => {
    const fields = pathsIn(everything).filter(([first]) => first !== 'format' && first !== 'version' && first !== 'id')
    fc.assert(fc.property(fc.constantFrom(...fields), fc.constantFrom<unknown>(null, -1, 'nonsense!', true, [], {}), (at, to) => {
      const { project } = mended(changedAt(everything, at, to))
      expect(() => requireProject(project, 'It')).not.toThrow()
    }), { numRuns: 300 })
  })

  test('what that takes is an edit like any other', () => {
    const before = with_({ components: [button!, { ...skerryLine.components[1]!, name: button!.name }] })
    const { project } = mended(before)
    expect(apply(before, mending(before, project))).toEqual(project)
    expect(attempt(before, mending(before, project))).not.toBeInstanceOf(RheoError)
  })
})
