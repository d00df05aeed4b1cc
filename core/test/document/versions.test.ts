import { readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { differencesSince, DOCUMENT_VERSION, migrate, newProject, type Component, type Project, type Rule } from '@rheoscope/core/document'
import { openedFile, readProject } from '@rheoscope/core/schema'
import { playTake } from '@rheoscope/core/run'

type Json = Readonly<Record<string, unknown>>

const text = (name: string): string => readFileSync(path.join(import.meta.dirname, 'versions', `${name}.rheo.json`), 'utf8')
const file = (name: string): Json => JSON.parse(text(name)) as Json

const leaves = (value: unknown): readonly unknown[] =>
  typeof value === 'object' && value !== null ? Object.values(value).flatMap(leaves) : [value]

/** Choices and names of properties that version 4 says in other words. */
const IN_OTHER_WORDS: readonly unknown[] = ['retarget', 'refuse', 'complete', 'movement jumps', 'all jumps', 'holder', 'nothing', 'shiftX', 'shiftY', 'rotate', 'anchorX', 'anchorY', 'takesInput', 'inFlow']

/** Where rules led on an axis that a parameter decides, which none leads on from version 5. */
const LED_WHERE_NONE_LEADS: readonly unknown[] = ['next', 'previous', 'back']

describe.each([1, 2, 3, 4])('A file of version %d', (version) => {
  test.each(['everything', 'skerry-line'])('is read, with all that is in it: %s', (name) => {
    const before = file(`${name}-${version}`)
    const project = readProject(text(`${name}-${version}`))
    expect(before.version).toBe(version)
    const now = new Set(leaves(project))
    expect([...new Set(leaves(before))].filter((leaf) => leaf !== version && !now.has(leaf) && ![...IN_OTHER_WORDS, ...LED_WHERE_NONE_LEADS].includes(leaf))).toEqual([])
  })
})

test.each([3, 4])('The takes of a project of version %d come to what they came to', (version) => {
  const project: Project = readProject(text(`skerry-line-${version}`))
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
  expect(migrate(before, 4)).toEqual({
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
    expect(migrate({ version: 3, ...fields })).toMatchObject({ version: DOCUMENT_VERSION })
  }))
})

test('Version 5 goes on doing actions that wait for others whatever becomes of the state meanwhile', () => {
  const rules = [{ id: 'a', actions: [{ do: 'set', awaited: true }] }, { id: 'b', actions: [{ do: 'set' }] }]
  const said = [{ id: 'a', actions: rules[0]!.actions, alsoAfterLeaving: true }, rules[1]]
  expect(migrate({ version: 4, components: [{ rules }], screens: [{ rules }] }, 5)).toEqual({ version: 5, components: [{ rules: said }], screens: [{ rules: said }] })
})

describe('What a project does otherwise than with an earlier version is said', () => {
  const rule = (more: Partial<Rule>): Rule => ({
    id: 'r', axis: 'one', trigger: { on: 'tap' }, part: null, within: { except: [] }, guard: null, actions: [], target: { go: 'stay' }, motion: null, letThrough: false, ...more,
  })
  const sayingsOf = (rules: readonly Rule[], more: Partial<Component> = {}, version = 4): readonly string[] => {
    const axis = (id: string) => ({ id, name: id, start: 's', boundTo: null, states: [{ id: 's', name: 's', look: {}, hue: 0, final: false, loop: null }] })
    const thing: Component = { id: 'thing', name: 'Thing', parts: [{ id: 'box', kind: 'container', name: 'box', parent: null, base: {} }], axes: [axis('one'), axis('two')], rules, combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {}, ...more }
    return differencesSince(version, { ...newProject('p', 'P'), components: [thing] })
  }

  test.each<readonly [string, readonly Rule[], RegExp]>([
    ['a tap that reaches another axis', [rule({ part: 'box' }), rule({ axis: 'two' })], /a tap on “box” that one axis answers now also reaches/],
    ['a condition on what another axis sets', [rule({ guard: 'open' }), rule({ axis: 'two', actions: [{ id: 'a', do: 'set', variable: 'open', to: 'true' }] })], /conditions are now decided before/],
    ['going back twice', [rule({ target: { go: 'back' } })], /going back again goes one more state back/],
    ['how far a press moves before it drags', [rule({ trigger: { on: 'long press', thresholdMs: 500 } })], /once it has moved 4 px, or 9 with a finger/],
    ['whether it is pressed', [rule({ guard: 'pressed' })], /pressed is no longer so while the pointer is elsewhere/],
    ['a press and the focus', [rule({ trigger: { on: 'press' } }), rule({ trigger: { on: 'blur' } })], /a press is now answered before the focus moves/],
  ])('%s', (_name, rules, sentence) => {
    expect(sayingsOf(rules)).toEqual([expect.stringMatching(sentence)])
    expect(sayingsOf(rules, {}, 5)).toEqual([])
  })

  test('a motion that lets nothing in', () => {
    const motion = { ...newProject('p', 'P').motion, policy: 'ignore' as const }
    expect([sayingsOf([rule({})]), sayingsOf([rule({})], { motion })]).toEqual([[], [expect.stringMatching(/rules that stay where they are now answer at once/)]])
  })

  test('and nothing is said of what does what it did', () => {
    expect(openedFile(text('skerry-line-4')).differs.map((sentence) => /^In “(.+?)”/.exec(sentence)?.[1])).toEqual(['Crew options tray', 'Call-crew button', 'Call-crew button', 'Seen from the deck', 'Luggage rack'])
    expect(sayingsOf([rule({})])).toEqual([])
  })
})
