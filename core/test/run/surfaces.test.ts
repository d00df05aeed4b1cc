import { describe, expect, test } from '@jest/globals'
import { EMPTY_MOTION, newScreen, SCREEN_AXIS, type Action, type Part, type Project, type Rule, type Screen } from '@rheoscope/core/document'
import { advanceTo, answering, drawList, fork, send, shownFocus, shownSurfaces, startRun, type Run } from '@rheoscope/core/run'
import { itemOf, matrixTo } from '@rheoscope/core/scene'
import { after, projectOf, small, tap } from './small-component'

const button = (id: string, x: number, y: number, more: Partial<Part['base']> = {}): Part =>
  ({ id, kind: 'box', name: id, parent: '', base: { x, y, width: 40, height: 20, fill: '#24506f', focusable: true, ...more } })

/** A screen of 200 × 100 px with some parts on it. */
function screen(id: string, parts: readonly Part[], more: Partial<Screen> = {}): Screen {
  const made = newScreen(() => id, id, 'free')
  const ground: Part = { ...made.parts[0]!, id: `${id}-ground`, base: { width: 200, height: 100, fill: '#ffffff' } }
  return { ...made, width: 200, height: 100, parts: [ground, ...parts.map((part) => (part.parent === '' ? { ...part, parent: ground.id } : part))], ...more }
}

/** An action, but for its id. */
type Doing = Action extends infer Each ? (Each extends Action ? Omit<Each, 'id'> : never) : never

const onTap = (id: string, part: string, ...actions: readonly Doing[]): Rule => ({
  id, axis: SCREEN_AXIS, trigger: tap, part, within: { except: [] }, guard: null, target: { go: 'stay' }, motion: null, letThrough: false,
  actions: actions.map((action, index) => ({ ...action, id: `${id}-${index}` }) as Action),
})

const over400 = { ...EMPTY_MOTION, durationMs: 400, easing: 'linear' }
const goTo = (to: string) => ({ do: 'go to screen', screen: to, motion: over400 }) as const
const project = (...screens: readonly Screen[]): Project => ({ ...projectOf(small({ off: {}, on: {} }, [{ on: tap, to: 'on' }, { on: after(150), in: ['on'], to: 'off' }])), screens })

const press = (run: Run, x: number, y: number, pointer: 'mouse' | 'touch' = 'mouse') => {
  for (const what of ['move', 'press', 'release'] as const) send(run, { do: what, x, y, pointer })
}
const shown = (run: Run) => shownSurfaces(run).map(({ path, isLeaving }) => (isLeaving ? `(${path})` : path))
const key = (run: Run, name: string, shift = false) => send(run, { do: 'key', key: name, modifiers: shift ? { shift } : {} })

describe('going to a screen', () => {
  const there = screen('there', [button('home', 0, 0)], { rules: [onTap('r2', 'home', goTo('here'))] })
  const here = screen('here', [button('go', 0, 0)], { rules: [onTap('r1', 'go', goTo('there'))] })

  test('brings it in from its absent look over the one that is left, which answers nothing and then is gone', () => {
    const run = startRun(project(here, there), { screen: 'here' })
    press(run, 10, 10)
    expect(shown(run)).toEqual(['()', '@there'])
    advanceTo(run, 200)
    expect(itemOf(drawList(run), '@there', 'there-ground')!.values.opacity).toBe(0.5)
    expect(itemOf(drawList(run), '', 'here-ground')!.values.opacity).toBe(1)
    expect(answering(run).map(({ instance }) => instance)).toEqual(['@there'])
    advanceTo(run, 400)
    expect(shown(run)).toEqual(['@there'])
  })

  test('and back uncovers the one it came from', () => {
    const run = startRun(project(here, there), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 500)
    press(run, 10, 10)
    expect(shown(run)).toEqual(['', '(@there)'])
    advanceTo(run, 700)
    expect(itemOf(drawList(run), '@there', 'there-ground')!.values.opacity).toBe(0.5)
    advanceTo(run, 900)
    expect(shown(run)).toEqual([''])
  })

  test('begins it anew, with the shared variables as they are', () => {
    const counted = { ...here, rules: [onTap('r1', 'go', { do: 'set', variable: 'visits', to: 'visits + 1' }, goTo('there'))], variables: [] }
    const told = { ...there, parts: [...there.parts, { id: 'count', kind: 'text', name: 'count', parent: 'there-ground', base: { text: { expr: 'visits' }, receivesInput: false } } as Part] }
    const run = startRun({ ...project(counted, told), variables: [{ id: 'v', name: 'visits', type: 'number', start: 0 }] }, { screen: 'here' })
    for (let visit = 1; visit <= 3; visit++) {
      press(run, 10, 10)
      advanceTo(run, run.nowMs + 500)
      expect(itemOf(drawList(run), '@there', 'count')!.values.text).toBe(String(visit))
      press(run, 10, 10)
      advanceTo(run, run.nowMs + 500)
    }
    expect(run.shared['visits']).toBe(3)
  })

  test('ends the timers of what is left, and lets it know', () => {
    const held: Part = { id: 'inside', kind: 'instance', name: 'inside', parent: '', component: 'small', start: {}, base: { x: 60, y: 0 } }
    const leaving: Screen = { ...screen('here', [button('go', 0, 0), held]), rules: [onTap('r1', 'go', goTo('there')), { ...onTap('r3', 'go', { do: 'set', variable: 'hidden', to: 'true' }), trigger: { on: 'hidden' }, part: null }] }
    const run = startRun({ ...project(leaving, there), variables: [{ id: 'v', name: 'hidden', type: 'yes/no', start: false }] }, { screen: 'here' })
    press(run, 80, 10)
    press(run, 10, 10)
    expect(run.shared['hidden']).toBe(true)
    advanceTo(run, 390)
    expect(run.instances.get('inside')!.states).toEqual(['on'])
    advanceTo(run, 400)
    expect(run.instances.get('inside')).toBeUndefined()
  })

  test('a way in begins with other values', () => {
    const here = screen('here', [button('go', 0, 0)], { entryPoints: [{ id: 'late', name: 'late at night', variables: { hidden: true } }] })
    const of = { ...project(here), variables: [{ id: 'v', name: 'hidden', type: 'yes/no', start: false } as const] }
    expect(startRun(of, { screen: 'here' }, { entryPoint: 'late' }).shared['hidden']).toBe(true)
    expect(startRun(of, { screen: 'here' }).shared['hidden']).toBe(false)
    expect(() => startRun(of, { screen: 'here' }, { entryPoint: 'early' })).toThrow('way into the screen')
  })
})

describe('an overlay', () => {
  const dialog = (overlay: Partial<NonNullable<Screen['overlay']>> = {}): Screen => ({
    ...screen('dialog', [button('ok', 10, 10), button('no', 60, 10)]), kind: 'overlay', width: 120, height: 40,
    parts: [{ id: 'sheet', kind: 'container', name: 'sheet', parent: null, base: { width: 120, height: 40, fill: '#ffffff' } }, button('ok', 10, 10), button('no', 60, 10)].map((part) => (part.parent === '' ? { ...part, parent: 'sheet' } : part) as Part),
    overlay: { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true, ...overlay }, motion: over400,
  })
  const opening = screen('here', [button('open', 0, 0), button('other', 0, 80)], { rules: [onTap('r1', 'open', { do: 'open overlay', screen: 'dialog', motion: null }), onTap('r2', 'other', { do: 'set', variable: 'touched', to: 'true' })] })
  const of = (overlay: Screen): Project => ({ ...project(opening, overlay), variables: [{ id: 'v', name: 'touched', type: 'yes/no', start: false }] })

  test('lies in the middle over a dimmed ground that comes with it', () => {
    const run = startRun(of(dialog()), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 400)
    const { x, y } = itemOf(drawList(run), '@dialog', 'sheet')!.values
    expect([x, y]).toEqual([40, 30])
    expect(itemOf(drawList(run), '@dialog', 'overlay-ground')!.values.opacity).toBe(0.4)
  })

  test('keeps what lies beneath from answering, and closes on a tap outside or on Escape', () => {
    for (const close of [(run: Run) => press(run, 10, 90), (run: Run) => key(run, 'Escape')]) {
      const run = startRun(of(dialog()), { screen: 'here' })
      press(run, 10, 10)
      advanceTo(run, 500)
      close(run)
      expect(shown(run)).toEqual(['', '(@dialog)'])
      advanceTo(run, 900)
      expect([shown(run), run.shared['touched']]).toEqual([[''], false])
      press(run, 10, 90)
      expect(run.shared['touched']).toBe(true)
    }
  })

  test('gives the focus first to the part it says', () => {
    const run = startRun(of(dialog({ firstFocus: 'no' })), { screen: 'here' })
    key(run, 'Tab')
    key(run, 'Enter')
    expect(shownFocus(run)).toEqual({ instance: '@dialog', part: 'no' })
  })

  test('is told of a press beside it, and not of one on it', () => {
    const pressedBeside: Rule = { ...onTap('beside', 'ok', { do: 'set', variable: 'touched', to: 'true' }), trigger: { on: 'press outside' }, part: null }
    const run = startRun(of({ ...dialog({ closesOnOutsideTap: false }), rules: [pressedBeside] }), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 500)
    press(run, 60, 45)
    expect(run.shared['touched']).toBe(false)
    press(run, 10, 90)
    expect(run.shared['touched']).toBe(true)
  })

  test('that was opened last hears a key first', () => {
    const second = { ...dialog(), id: 'second', parts: dialog().parts.map((part) => ({ ...part, id: `second-${part.id}`, parent: part.parent === null ? null : `second-${part.parent}` })) }
    const opensBoth = screen('here', [button('open', 0, 0), button('other', 0, 80)], { rules: [onTap('r1', 'open', { do: 'open overlay', screen: 'second', motion: null }, { do: 'open overlay', screen: 'dialog', motion: null })] })
    const run = startRun(project(opensBoth, dialog(), second), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 500)
    key(run, 'Escape')
    expect(shown(run)).toEqual(['', '@second', '(@dialog)'])
    advanceTo(run, 1000)
    key(run, 'Escape')
    expect(shown(run)).toEqual(['', '(@second)'])
  })

  test('that neither dims nor closes on a tap lets the pointer through beside it', () => {
    const run = startRun(of(dialog({ backdropOpacity: 0, closesOnOutsideTap: false })), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 500)
    press(run, 10, 90)
    expect([shown(run), run.shared['touched']]).toEqual([['', '@dialog'], true])
  })

  test('takes the focus in, keeps it inside and gives it back', () => {
    const run = startRun(of(dialog()), { screen: 'here' })
    key(run, 'Tab')
    key(run, 'Enter')
    advanceTo(run, 500)
    const focus = () => shownFocus(run)?.part
    expect(focus()).toBe('ok')
    key(run, 'Tab')
    expect(focus()).toBe('no')
    key(run, 'Tab')
    expect(focus()).toBe('ok')
    key(run, 'Escape')
    expect(focus()).toBe('open')
  })

  test('opened again while it goes comes back from where it is', () => {
    const run = startRun(of(dialog()), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 400)
    key(run, 'Escape')
    advanceTo(run, 600)
    press(run, 10, 10)
    const opacity = () => itemOf(drawList(run), '@dialog', 'sheet')!.values.opacity as number
    expect(opacity()).toBeCloseTo(0.5, 6)
    advanceTo(run, 800)
    expect(opacity()).toBe(1)
    advanceTo(run, 1500)
    expect(shown(run)).toEqual(['', '@dialog'])
  })

  test('a run with an overlay open goes on apart the same', () => {
    const run = startRun(of(dialog()), { screen: 'here' })
    press(run, 10, 10)
    advanceTo(run, 100)
    const apart = fork(run)
    for (const each of [run, apart]) {
      key(each, 'Escape')
      advanceTo(each, 1000)
    }
    expect(JSON.stringify(apart.trace)).toBe(JSON.stringify(run.trace))
  })
})

describe('transition names', () => {
  const box = (id: string, at: Partial<Part['base']>, more: Partial<Part> = {}): Part =>
    ({ id, kind: 'box', name: id, parent: '', base: { width: 20, height: 20, fill: '#ff0000', ...at }, transitionName: 'stamp', ...more }) as Part

  test('let a part begin as and where the one with its key is, and travel', () => {
    const here = screen('here', [box('small', { x: 10, y: 10 })], { rules: [onTap('r1', 'small', goTo('there'))] })
    const there = screen('there', [box('large', { x: 100, y: 50, width: 60, height: 40, fill: '#0000ff' }), button('plain', 0, 0)])
    const run = startRun(project(here, there), { screen: 'here' })
    press(run, 15, 15)
    const large = () => itemOf(drawList(run), '@there', 'large')!.values
    expect([large().x, large().y, large().width, large().fill]).toEqual([10, 10, 20, '#ff0000'])
    expect(itemOf(drawList(run), '@there', 'plain')!.values.opacity).toBe(0)
    expect(itemOf(drawList(run), '', 'small')).toBeUndefined()
    advanceTo(run, 200)
    expect([large().x, large().y, large().width]).toEqual([55, 30, 40])
    advanceTo(run, 400)
    expect([large().x, large().fill, shown(run)]).toEqual([100, '#0000ff', ['@there']])
  })

  test('count places from what holds a part, turned or not', () => {
    const here = screen('here', [{ ...button('holder', 30, 20, { rotation: 90 }), kind: 'container' } as Part, box('small', { x: 4, y: 2 }, { parent: 'holder' })], { rules: [onTap('r1', 'small', goTo('there'))] })
    const there = screen('there', [box('large', { x: 100, y: 50 })])
    const run = startRun(project(here, there), { screen: 'here' })
    const before = matrixTo(drawList(run), '', 'small')!
    press(run, 50, 20)
    const now = matrixTo(drawList(run), '@there', 'large')!
    now.forEach((value, index) => expect(value).toBeCloseTo(before[index]!, 6))
  })

  test('tie an overlay to what lies beneath, there and back', () => {
    const beneath = screen('here', [box('small', { x: 10, y: 10 }), button('other', 150, 0)], { rules: [onTap('r1', 'small', { do: 'open overlay', screen: 'card', motion: null })] })
    const card: Screen = {
      ...screen('card', []), kind: 'overlay', width: 100, height: 60, motion: over400, overlay: { backdropOpacity: 0.5, closesOnOutsideTap: true, closesOnEscape: true },
      parts: [{ id: 'sheet', kind: 'container', name: 'sheet', parent: null, base: { width: 100, height: 60 } }, { ...box('large', { x: 0, y: 0, width: 100, height: 60 }), parent: 'sheet' } as Part],
    }
    const run = startRun(project(beneath, card), { screen: 'here' })
    press(run, 15, 15)
    const x = (part: string) => drawList(run).map((item) => matrixTo([item], item.instance, part)?.[4]).find((at) => at !== undefined)
    expect([x('large'), x('small')]).toEqual([10, undefined])
    advanceTo(run, 400)
    expect([x('large'), x('small')]).toEqual([50, undefined])
    key(run, 'Escape')
    expect([x('large'), x('small')]).toEqual([undefined, 50])
    advanceTo(run, 600)
    expect(x('small')).toBe(30)
    advanceTo(run, 800)
    expect([x('small'), shown(run)]).toEqual([10, ['']])
  })

  test('jump when motion is reduced', () => {
    const here = screen('here', [box('small', { x: 10, y: 10 })], { rules: [onTap('r1', 'small', goTo('there'))] })
    const there = screen('there', [box('large', { x: 100, y: 50 })])
    const run = startRun(project(here, there), { screen: 'here' }, { isMotionReduced: true })
    press(run, 15, 15)
    expect(itemOf(drawList(run), '@there', 'large')!.values.x).toBe(100)
  })

  test('tie parts of two states', () => {
    const parts = small({}, []).parts.slice(0, 1)
    const component = {
      ...small({ a: { look: { second: { visible: false } } }, b: { look: { first: { visible: false } } } }, [{ on: tap, to: 'b', ms: 400 }]),
      parts: [...parts, { ...box('first', { x: 0, y: 0 }), parent: 'frame' }, { ...box('second', { x: 60, y: 20 }), parent: 'frame' }] as Part[],
    }
    const run = startRun(projectOf(component), { component: 'small' })
    press(run, 5, 5)
    expect(itemOf(drawList(run), '', 'second')!.values.x).toBe(0)
    expect(itemOf(drawList(run), '', 'first')!.values.visible).toBe(false)
    advanceTo(run, 200)
    expect(itemOf(drawList(run), '', 'second')!.values.x).toBe(30)
  })
})

describe('a scrolling area', () => {
  const area: Part = { id: 'area', kind: 'container', name: 'area', parent: '', base: { x: 0, y: 0, width: 100, height: 60, scroll: 'down' } }
  const rows = [0, 1, 2, 3].map((row): Part => ({ ...button(`row${row}`, 0, row * 40), parent: 'area' }))
  const of = () => startRun({ ...project(screen('here', [area, ...rows], { rules: [onTap('r1', 'row3', { do: 'set', variable: 'touched', to: 'true' })] })), variables: [{ id: 'v', name: 'touched', type: 'yes/no', start: false }] }, { screen: 'here' })
  const top = (run: Run, row: number) => matrixTo(drawList(run), '', `row${row}`)![5]

  test('follows the wheel as far as there is something to see', () => {
    const run = of()
    send(run, { do: 'wheel', x: 50, y: 30, deltaX: 0, deltaY: 30 })
    expect([top(run, 0), top(run, 3)]).toEqual([-30, 90])
    send(run, { do: 'wheel', x: 50, y: 30, deltaX: 0, deltaY: 500 })
    expect(top(run, 3)).toBe(40)
    press(run, 10, 50)
    expect(run.shared['touched']).toBe(true)
    send(run, { do: 'wheel', x: 50, y: 30, deltaX: 0, deltaY: -500 })
    expect(top(run, 0)).toBe(0)
  })

  test('follows a finger, which then has not tapped, but no mouse', () => {
    for (const pointer of ['touch', 'mouse'] as const) {
      const run = of()
      send(run, { do: 'press', x: 10, y: 50, pointer })
      advanceTo(run, 200)
      send(run, { do: 'move', x: 10, y: 20, pointer })
      expect(top(run, 0)).toBe(pointer === 'touch' ? -30 : 0)
      advanceTo(run, 1000)
      send(run, { do: 'release', x: 10, y: 20, pointer })
      advanceTo(run, 2000)
      expect(top(run, 0)).toBe(pointer === 'touch' ? -30 : 0)
    }
  })

  test('shows what the keyboard gives the focus to', () => {
    const run = of()
    for (let row = 0; row < 4; row++) key(run, 'Tab')
    expect([shownFocus(run)?.part, top(run, 3)]).toEqual(['row3', 40])
    key(run, 'Tab')
    expect([shownFocus(run)?.part, top(run, 0)]).toEqual(['row0', 0])
  })
})
