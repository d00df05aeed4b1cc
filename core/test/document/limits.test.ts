import { describe, expect, test } from '@jest/globals'
import { applyAll, chain, componentOf, listOf, pair } from './large'
import { addComponent, LIMITS, requireStorable, serialise, type Part } from '@rheoscope/core/document'
import { attempt, readProject } from '@rheoscope/core/schema'
import { ProjectChecker } from '@rheoscope/core/check'
import { compile } from '@rheoscope/core/machine'
import { svgIn, tableFrom } from '@rheoscope/core/exchange'
import { advanceTo, cutOff, fork, startRun } from '@rheoscope/core/run'

const counting = () => {
  let made = 0
  return () => `i${made++}`
}

describe('more than there may be is refused in a sentence', () => {
  const inside = (id: string, parent: string): Part => ({ id, kind: 'container', name: id, parent, base: {} })
  test.each([
    ['containers inside containers', componentOf('deep', Array.from({ length: 1_500 }, (_each, index) => inside(`k${index}`, index === 0 ? 'deep-root' : `k${index - 1}`))), /is more than 64 containers deep/],
    ['parts', componentOf('wide', Array.from({ length: 10_000 }, (_each, index) => inside(`k${index}`, 'wide-root'))), /there are 10,001 parts; there may be up to 2,000/],
  ])('%s', (_what, component, sentence) => {
    expect(() => readProject(serialise(applyAll([component])))).toThrow(sentence)
    expect(attempt(applyAll([]), addComponent(component))).toMatchObject({ message: expect.stringMatching(sentence) })
  })

  test('components inside components', () => {
    expect(() => readProject(serialise(applyAll(chain(LIMITS.instanceDepth))))).not.toThrow()
    for (const length of [LIMITS.instanceDepth + 1, 2_000]) expect(() => readProject(serialise(applyAll(chain(length))))).toThrow(/more than 24 deep inside one another/)
  })

  test('rows of a table', () => {
    const csv = (rows: number) => `a,b\n${Array.from({ length: rows }, (_each, row) => `${row},x`).join('\n')}`
    expect(tableFrom(csv(LIMITS.tableRows), 'T', counting()).records).toHaveLength(LIMITS.tableRows)
    expect(() => tableFrom(csv(60_000), 'T', counting())).toThrow('“T” has 60,000 rows; a table may have up to 2,000.')
  })

  test('levels of what is sent', () => {
    const deep = (levels: number): unknown => JSON.parse(`${'['.repeat(levels)}${']'.repeat(levels)}`)
    expect(() => requireStorable(deep(LIMITS.jsonDepth), 'It')).not.toThrow()
    for (const levels of [LIMITS.jsonDepth + 1, 100_000]) expect(() => requireStorable(deep(levels), 'It')).toThrow('It is nested more than 100 levels deep.')
  })
})

describe('more than there may be is cut off, and that is said', () => {
  test('shapes of a picture', () => {
    const { parts, leftOut } = svgIn(`<svg xmlns="http://www.w3.org/2000/svg">${'<rect width="1" height="1"/>'.repeat(15_000)}</svg>`, 'Big', counting())
    expect(parts.length).toBeLessThanOrEqual(LIMITS.svgElements + 1)
    expect(leftOut).toEqual([expect.stringMatching(/^what comes after the first 1,500 shapes, 13500 times$/)])
  })

  test('a list in a list over a thousand records', () => {
    const project = listOf(1_000)
    const run = startRun(project, { component: 'outer' })
    expect([...run.instances.keys()].length).toBeLessThanOrEqual(LIMITS.instances)
    expect(cutOff(run)).toMatch(/^More than 20,000 instances should stand here; those beyond are left out\./)
    const miniature = startRun(project, { component: 'outer' }, { mostInstances: LIMITS.miniatureInstances })
    expect([...miniature.instances.keys()].length).toBe(LIMITS.miniatureInstances)
    advanceTo(run, 100)
    expect(cutOff(fork(run))).toBe(cutOff(run))
  })

  test('instances in instances, twice as many at each of twenty levels', () => {
    const project = pair(20)
    expect(cutOff(startRun(project, { component: 'c0' }))).not.toBeNull()
    // What an edit elsewhere costs follows from how many components there are, not from how often they stand somewhere.
    const edited = { ...project, components: [...project.components] }
    expect(compile(edited, edited.components[0]!)).toBe(compile(project, project.components[0]!))
    const { findings, failures } = new ProjectChecker().component(project, project.components[0]!)
    expect(failures).toEqual([])
    expect(findings.filter(({ kind }) => kind === 'not-finished').map(({ sentence }) => sentence)).toEqual(['More than 4,000 instances stand on it, or can: that is more than checks look at.'])
  })

  test('nothing is cut off where there is room', () => expect(cutOff(startRun(listOf(20), { component: 'outer' }))).toBeNull())
})
