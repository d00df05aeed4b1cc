import { readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { migrate, type Project } from '@rheoscope/core/document'
import { readProject } from '@rheoscope/core/schema'
import { playTake } from '@rheoscope/core/run'

type Json = Readonly<Record<string, unknown>>

const text = (name: string): string => readFileSync(path.join(import.meta.dirname, 'versions', `${name}.rheo.json`), 'utf8')
const file = (name: string): Json => JSON.parse(text(name)) as Json

const leaves = (value: unknown): readonly unknown[] =>
  typeof value === 'object' && value !== null ? Object.values(value).flatMap(leaves) : [value]

/** Choices and names of properties that version 4 says in other words. */
const IN_OTHER_WORDS: readonly unknown[] = ['retarget', 'refuse', 'complete', 'movement jumps', 'all jumps', 'holder', 'nothing', 'shiftX', 'shiftY', 'rotate', 'anchorX', 'anchorY', 'takesInput', 'inFlow']

describe.each([1, 2, 3])('A file of version %d', (version) => {
  test.each(['everything', 'skerry-line'])('is read, with all that is in it: %s', (name) => {
    const before = file(`${name}-${version}`)
    const project = readProject(text(`${name}-${version}`))
    expect(before.version).toBe(version)
    const now = new Set(leaves(project))
    expect([...new Set(leaves(before))].filter((leaf) => leaf !== version && !now.has(leaf) && !IN_OTHER_WORDS.includes(leaf))).toEqual([])
  })
})

test('The takes of a project of version 3 come to what they came to', () => {
  const project: Project = readProject(text('skerry-line-3'))
  expect(project.takes.filter((take) => playTake(project, take).results.some(({ isMet }) => !isMet)).map(({ name }) => name)).toEqual([])
})

test('Version 4 says some things in other words', () => {
  const motion = {
    turn: 'as written', jump: 'start', policy: 'refuse', carryVelocity: false, reduced: 'all jumps',
    lanes: [{ id: 'l', part: 'box', property: 'shiftX', turn: 'clockwise' }], stages: [{ id: 's', look: { box: { rotate: 30, 'param:rotate': 1 } } }],
  }
  const said = {
    turn: undefined, rotationDirection: 'as written', switchAt: 'start', policy: 'ignore', velocity: 'reset', reducedMotion: 'skip all',
    lanes: [{ id: 'l', part: 'box', property: 'translateX', rotationDirection: 'clockwise' }], keyframes: [{ id: 's', look: { box: { rotation: 30, 'param:rotate': 1 } } }],
  }
  const before = {
    version: 3, motion, tables: [{ records: [{ cells: { rotate: 1, stages: 2 } }] }],
    components: [{
      axes: [{ drivenBy: { variable: 'rotate' }, states: [{ look: { box: { anchorX: 0.2 } }, continuous: { repeat: 'forward', times: 2, turn: 'shortest', to: { rotate: { rotate: 360 } } } }] }],
      rules: [{ trigger: { on: 'after', holdWhile: 'held' }, target: { go: 'nothing' }, motion: null, actions: [{ do: 'pulse', motion }] }, { target: { go: 'next', wrap: true } }],
      parts: [{ carryKey: 'a', base: { takesInput: true, inFlow: false }, drag: { within: 'holder', rests: 'edges', throws: true } }],
    }],
    screens: [{ overlay: { dim: 0.4 }, waysIn: [{ id: 'w', variables: { wrap: true } }] }],
    takes: [{ wayIn: 'w', expectations: [{ expect: { what: 'property', property: 'anchorY' } }, { expect: { what: 'text', text: 'rotate' } }] }],
  }
  expect(migrate(before)).toEqual({
    version: 4, motion: said, tables: before.tables,
    components: [{
      axes: [{ boundTo: { variable: 'rotate' }, states: [{ look: { box: { transformOriginX: 0.2 } }, loop: { direction: 'forward', count: 2, rotationDirection: 'shortest', to: { rotate: { rotation: 360 } } } }] }],
      rules: [{ trigger: { on: 'after', pauseWhile: 'held' }, target: { go: 'ignored' }, motion: null, actions: [{ do: 'pulse', motion: said }] }, { target: { go: 'next', loops: true } }],
      parts: [{ transitionName: 'a', base: { receivesInput: true, inLayout: false }, drag: { limitTo: 'parent', snapTo: 'edges', keepsMomentum: true } }],
    }],
    screens: [{ overlay: { backdropOpacity: 0.4 }, entryPoints: [{ id: 'w', variables: { wrap: true } }] }],
    takes: [{ entryPoint: 'w', expectations: [{ expect: { what: 'property', property: 'transformOriginY' } }, { expect: { what: 'text', text: 'rotate' } }] }],
  })
})

test('What is not of the form a file has stays as it is', () => {
  fc.assert(fc.property(fc.dictionary(fc.constantFrom('motion', 'components', 'screens', 'takes', 'rules'), fc.jsonValue()), (fields) => {
    expect(migrate({ version: 3, ...fields })).toMatchObject({ version: 4 })
  }))
})
