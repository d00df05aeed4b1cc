import { describe, expect, test } from '@jest/globals'
import {
  addStage, apply, EMPTY_MOTION, invert, lookAt, lookPath, lookPlaces, motionAt, removeLane, removePart, removeParts, removeStage, renamedUses, scaledMotion, setLane, setOfMotion, setOfStage, setProperty,
  type Component, type Edit, type Motion, type MotionContext, type MotionPlace, type Part, type Keyframe,
} from '@rheoscope/core/document'
import { small, projectOf, tap } from '../run/small-component'

let made = 0
const newId = () => `new${++made}`

const plain = small({ a: {}, b: {} }, [{ on: tap, in: ['a'], to: 'b' }])
const component: Component = { ...plain, rules: plain.rules.map((rule) => ({ ...rule, motion: null })) }

const at = (place: MotionPlace, of: Component = component): MotionContext => ({ project: projectOf(of), component: of, place, newId })
const after = (edit: Edit, of: Component = component): Component => apply(projectOf(of), edit).components[0]!

const PLACES: readonly MotionPlace[] = [{ of: 'rule', rule: 'r0' }, { of: 'pair', axis: 'axis', from: 'a', to: 'b' }, { of: 'component' }]

const stage: Keyframe = { id: 'way', look: { dot: { x: 40 } }, share: 1, easing: 'linear', matchVelocity: false }

describe.each(PLACES.map((place) => [place.of, place] as const))('the motion of a %s', (_name, place) => {
  test('is there once something is said about it, and says just that', () => {
    const said = after(setOfMotion(at(place), 'durationMs', 300))
    expect(motionAt(projectOf(said), said, place)).toEqual({ ...EMPTY_MOTION, durationMs: 300 })
    const more = after(setOfMotion(at(place, said), 'easing', 'linear'), said)
    expect(motionAt(projectOf(more), more, place)).toMatchObject({ durationMs: 300, easing: 'linear' })
    const less = after(setOfMotion(at(place, more), 'durationMs', undefined), more)
    expect(motionAt(projectOf(less), less, place)).toEqual({ ...EMPTY_MOTION, easing: 'linear' })
  })

  test('times lanes one by one, and as the rest again', () => {
    const timed = after(setLane(at(place), 'dot', 'x', { delayMs: 50 }))
    const again = after(setLane(at(place, timed), 'dot', 'x', { durationMs: 70 }), timed)
    expect(motionAt(projectOf(again), again, place)!.lanes).toMatchObject([{ part: 'dot', property: 'x', delayMs: 50, durationMs: 70 }])
    const back = after(removeLane(at(place, again), 'dot', 'x')!, again)
    expect(motionAt(projectOf(back), back, place)!.lanes).toEqual([])
    expect(removeLane(at(place, back), 'dot', 'x')).toBeNull()
  })

  test('passes through looks, which are looks like any other', () => {
    const staged = after(addStage(at(place), stage))
    const look = { look: 'stage', motion: place, stage: 'way' } as const
    expect(lookPlaces(staged)).toContainEqual(look)
    expect(lookPath(staged, look).at(-1)).toBe('look')
    const edited = after(setProperty(staged, look, 'dot', 'y', 9), staged)
    expect(lookAt(edited, look)).toEqual({ dot: { x: 40, y: 9 } })
    expect(lookAt(after(removePart(edited, 'dot'), edited), look)).toEqual({})
    const shared = after(setOfStage(at(place, edited), 'way', 'share', 3), edited)
    expect(motionAt(projectOf(shared), shared, place)!.keyframes).toMatchObject([{ share: 3 }])
    const none = after(removeStage(at(place, shared), 'way'), shared)
    expect(motionAt(projectOf(none), none, place)!.keyframes).toEqual([])
  })
})

test('what a stage says of a name is renamed with it', () => {
  const staged = after(addStage(at({ of: 'component' }), { ...stage, look: { dot: { x: { expr: 'tide + 1' } } } }))
  const renamed = renamedUses(staged, 'tide', 'ebb').reduce((now, edit) => after(edit, now), staged)
  expect(renamed.motion!.keyframes[0]!.look).toEqual({ dot: { x: { expr: 'ebb + 1' } } })
})

test('scaled, everything said in milliseconds is in proportion, and tokens stay', () => {
  const motion: Motion = {
    ...EMPTY_MOTION, durationMs: 200, delayMs: 50, stagger: { stepMs: 10, from: 'last' },
    lanes: [{ id: 'one', part: 'dot', property: 'x', delayMs: 20 }, { id: 'two', part: 'dot', property: 'y', durationMs: { token: 'slow' } }],
  }
  expect(scaledMotion(motion, 2)).toEqual({
    ...EMPTY_MOTION, durationMs: 400, delayMs: 100, stagger: { stepMs: 20, from: 'last' },
    lanes: [{ id: 'one', part: 'dot', property: 'x', delayMs: 40 }, { id: 'two', part: 'dot', property: 'y', durationMs: { token: 'slow' } }],
  })
})

describe('taking out a part', () => {
  const lane = { id: 'l1', part: 'dot', property: 'x', delayMs: 5 }
  const other = { id: 'l2', part: 'box', property: 'x', delayMs: 5 }
  const motion = { ...EMPTY_MOTION, lanes: [lane, other], keyframes: [{ ...stage, look: { dot: { x: 1 }, box: { x: 2 } } }] }
  const bell: Part = { id: 'bell', kind: 'instance', name: 'bell', parent: 'frame', component: 'other', start: {}, base: {} }
  const one = small({
    a: { loop: { durationMs: 100, easing: 'linear', direction: 'forward', count: null, to: { dot: { x: 3 }, box: { x: 4 } } } },
    b: { loop: { durationMs: 100, easing: 'linear', direction: 'forward', count: null, to: { dot: { x: 3 } } } },
  }, [
    { on: tap, to: 'b', motion, actions: [
      { id: 'p1', do: 'pulse', part: 'dot', motion: EMPTY_MOTION }, { id: 'p2', do: 'pulse', part: 'box', motion },
      { id: 'd', do: 'drive', instance: 'bell', axis: 'x', state: 'y' }, { id: 's', do: 'send', message: 'm', payload: null, recipient: { instance: 'bell' } }, { id: 'e', do: 'send', message: 'm', payload: null, recipient: 'everyone' },
    ] },
    { on: tap, part: 'dot', to: 'b', motion, actions: [{ id: 'p3', do: 'pulse', part: 'bell', motion }] },
  ], { motion, pairs: [{ id: 'pair', axis: 'axis', from: 'a', to: 'b', motion }] })
  const whole: Component = { ...one, parts: [...one.parts, bell] }

  test('takes out its lanes, its pulses, what passes through it and what repeats in it, and leaves the rest', () => {
    const left = after(removePart(whole, 'dot'), whole)
    expect(JSON.stringify(left)).not.toMatch(/"dot"/)
    expect(left.rules.map(({ id, actions }) => [id, actions.map((action) => action.id)])).toEqual([['r0', ['p2', 'd', 's', 'e']]])
    expect(left.motion!.lanes).toEqual([other])
    expect(left.axes[0]!.states.map(({ loop }) => loop?.to ?? null)).toEqual([{ box: { x: 4 } }, null])
  })

  test('takes out what is done to an instance', () => {
    const left = after(removePart(whole, 'bell'), whole)
    expect(left.rules.map(({ actions }) => actions.map(({ id }) => id))).toEqual([['p1', 'p2', 'e'], []])
  })

  test('can be undone, also of several that speak of one another', () => {
    const edit = removeParts(whole, ['dot', 'bell', 'dot'])
    const project = projectOf(whole)
    expect(apply(apply(project, edit), invert(edit, project))).toEqual(project)
    expect(JSON.stringify(apply(project, edit))).not.toMatch(/"dot"|"bell"/)
  })
})
