import { describe, expect, test } from '@jest/globals'
import { apply, batch, defaultTrigger, setProperties, type Component, type Edit, type Id, type Part, type Project } from '@rheoscope/core/document'
import type { DrawList } from '@rheoscope/core/scene'
import { stillLife } from '@rheoscope/core/run'
import { leave, projectOf, small, tap } from '../../core/test/run/small-component'
import type { BenchAction, BenchState } from '../src/bench/page/bench-state'
import { dropped, type CellOrigin } from '../src/bench/table/cell-drop'
import { COMMANDS, commandOf, keyText, pasteText } from '../src/bench/page/commands'
import { between, draggedTo, isInside, partUnder, pick, type Drag } from '../src/bench/easel/easel-drag'
import { barsOf, rowOf, rowsOf, triggerTitle } from '../src/bench/table/rows'
import type { Bench } from '../src/bench/page/use-bench'

const box = (id: string, x: number, y: number, more: Partial<Part> = {}): Part => ({ id, kind: 'box', name: id, parent: 'frame', base: { x, y, width: 20, height: 10, fill: '#000000' }, ...more }) as Part
const frame: Part = { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 100, fill: '#ffffff' } }
const drawn = (...parts: readonly Part[]): Component => small({ a: {}, b: {}, c: {} }, [], { parts: [frame, ...parts] })

/** A bench that does to its project whatever it is told, and forgets what is selected but for the parts. */
function benchOf(component: Component, parts: readonly Id[] = []) {
  let project: Project = projectOf(component)
  const done: string[] = []
  const selected: BenchAction[] = []
  const bench = (): Bench => {
    const now = project.components[0]!
    const [axis] = now.axes
    return {
      project, component: now, axis: axis!, state: axis!.states[0]!, rule: null, parts: now.parts.filter(({ id }) => parts.includes(id)), editedStates: [axis!.states[0]!],
      view: { parts, isEaselOpen: true, shownAs: 'table', showsGaps: false, row: null, rowsBy: 'trigger', addedRows: [] } as Partial<BenchState> as BenchState,
      select: (action: BenchAction) => void selected.push(action),
      make: (edit: Edit | null, label: string) => {
        if (!edit) return
        project = apply(project, edit)
        done.push(label)
      },
      shown: { standing: {}, isAbsent: false, over: null }, player: null,
      propertyEdit: (said: Parameters<Bench['propertyEdit']>[0]) => setProperties(now, { look: 'base' }, said),
    } as Partial<Bench> as Bench
  }
  const run = (name: string) => {
    const command = COMMANDS.find((each) => each.name === name)!
    expect(command.isPossible(bench())).toBe(true)
    command.run(bench())
  }
  return { bench, run, done, selected, get parts() { return project.components[0]!.parts }, places: () => project.components[0]!.parts.slice(1).map(({ id, base }) => [id, base.x, base.y]) }
}

describe('commands', () => {
  test('align several parts among themselves and one within what holds it', () => {
    const several = benchOf(drawn(box('one', 10, 20), box('two', 50, 60)), ['one', 'two'])
    several.run('Align: left')
    several.run('Align: bottom')
    expect(several.places()).toEqual([['one', 10, 60], ['two', 10, 60]])
    const alone = benchOf(drawn(box('one', 10, 20), box('two', 50, 60)), ['one'])
    alone.run('Align: right')
    alone.run('Align: middle')
    expect(alone.places()[0]).toEqual(['one', 180, 45])
    alone.run('Align: middle')
    expect(alone.done).toEqual(['align right', 'align middle'])
  })

  test('distribute three, and no fewer', () => {
    const three = benchOf(drawn(box('one', 0, 0), box('two', 25, 0), box('three', 100, 0)), ['one', 'two', 'three'])
    three.run('Distribute across')
    expect(three.places()).toEqual([['one', 0, 0], ['two', 50, 0], ['three', 100, 0]])
    expect(COMMANDS.find(({ name }) => name === 'Distribute across')!.isPossible(benchOf(drawn(box('one', 0, 0), box('two', 25, 0)), ['one', 'two']).bench())).toBe(false)
  })

  test('group, take out of a group, put into it again and dissolve it, all in place', () => {
    const hands = benchOf(drawn(box('one', 10, 20), box('two', 50, 60)), ['one', 'two'])
    hands.run('Group into a container')
    const group = hands.parts.find(({ kind, parent }) => kind === 'container' && parent === 'frame')!
    expect(group.base).toMatchObject({ x: 10, y: 20, width: 60, height: 50 })
    expect(hands.selected).toEqual([{ do: 'select parts', parts: [group.id] }])
    const inside = benchOf({ ...drawn(), parts: hands.parts }, ['two'])
    inside.run('Take out of the container')
    expect(inside.parts.find(({ id }) => id === 'two')).toMatchObject({ parent: 'frame', base: { x: 50, y: 60 } })
    const again = benchOf({ ...drawn(), parts: inside.parts }, ['two'])
    again.run('Put into the container above')
    expect(again.parts.find(({ id }) => id === 'two')).toMatchObject({ parent: group.id, base: { x: 40, y: 40 } })
    const whole = benchOf({ ...drawn(), parts: again.parts }, [group.id])
    whole.run('Ungroup')
    expect(whole.parts.map(({ id, parent, base }) => [id, parent, base.x]).slice(1)).toEqual([['one', 'frame', 10], ['two', 'frame', 50]])
  })

  test('lock what is not locked, and unlock when all is', () => {
    const hands = benchOf(drawn(box('one', 0, 0, { locked: true }), box('two', 0, 0)), ['one', 'two'])
    hands.run('Lock, or unlock')
    expect(hands.parts.map(({ locked }) => locked === true)).toEqual([false, true, true])
    hands.run('Lock, or unlock')
    expect([hands.parts.map(({ locked }) => locked === true), hands.done]).toEqual([[false, false, false], ['lock', 'unlock']])
  })

  test('duplicate and remove what is selected, what is inside it once', () => {
    const hands = benchOf(drawn({ ...frame, id: 'inner', name: 'inner', parent: 'frame' }, box('one', 0, 0, { parent: 'inner' })), ['inner', 'one'])
    hands.run('Duplicate')
    expect(hands.parts).toHaveLength(5)
    hands.run('Remove the parts')
    expect([hands.parts.map(({ id }) => id).includes('one'), hands.parts.length, hands.done.at(-1)]).toEqual([false, 3, 'remove inner'])
    expect(hands.selected.at(-1)).toEqual({ do: 'select parts', parts: ['frame'] })
  })

  test('bring to the front as far as it goes', () => {
    const hands = benchOf(drawn(box('one', 0, 0), box('two', 0, 0)), ['one'])
    hands.run('Bring forward')
    hands.run('Bring forward')
    expect([hands.parts.map(({ id }) => id), hands.done]).toEqual([['frame', 'two', 'one'], ['move one to the front']])
  })

  test('are found by their keys where they are possible', () => {
    const press = (key: string, more: Partial<KeyboardEvent> = {}) => ({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...more }) as KeyboardEvent
    const { bench } = benchOf(drawn(box('one', 0, 0)), ['one'])
    expect([commandOf(press('z', { ctrlKey: true }), bench()), commandOf(press('Z', { metaKey: true, shiftKey: true }), bench()), commandOf(press('d'), bench()), commandOf(press('d', { ctrlKey: true }), bench())].map((command) => command?.name)).toEqual([undefined, undefined, 'Duplicate', undefined])
    expect(commandOf(press('d'), benchOf(drawn(), []).bench())).toBeUndefined()
    expect(['Ctrl Shift z', 'Alt ArrowLeft', 'Escape', 'PageUp'].map(keyText)).toEqual(['Ctrl Shift Z', 'Alt ←', 'Esc', 'Page ↑'])
    const keys = COMMANDS.flatMap(({ key }) => key ?? [])
    expect(new Set(keys).size).toBe(keys.length)
  })

  test('paste parts, and nothing that is none', () => {
    const hands = benchOf(drawn(box('one', 3, 4)), ['one'])
    expect(['', 'words', '{"format":"other"}', '[]', 'null'].map((text) => pasteText(hands.bench(), text))).toEqual([false, false, false, false, false])
    expect(hands.done).toEqual([])
  })
})

describe('the easel', () => {
  const component = drawn(box('one', 10, 20), box('two', 50, 60, { locked: true }), box('three', 15, 25))
  const list: DrawList = stillLife(projectOf(component), 'small', { standing: {}, isAbsent: false, over: null })
  const plain = { isStraight: false, isFree: true, zoom: 1, gridPx: null }

  test('takes hold of what lies on top, passes over what is locked, and begins to span where nothing is', () => {
    expect([partUnder(list, component, { x: 20, y: 28 }), partUnder(list, component, { x: 12, y: 22 }), partUnder(list, component, { x: 55, y: 65 }), partUnder(list, component, { x: 500, y: 0 })]).toEqual(['three', 'one', 'frame', null])
    expect(pick(list, component, [], { x: 12, y: 22 }, false)).toMatchObject({ selected: ['one'], drag: { how: 'move', parts: [{ part: 'one' }] } })
    expect(pick(list, component, ['three', 'one'], { x: 12, y: 22 }, false).selected).toEqual(['three', 'one'])
    expect(pick(list, component, ['three'], { x: 12, y: 22 }, true).selected).toEqual(['three', 'one'])
    expect(pick(list, component, ['three'], { x: 150, y: 90 }, false)).toMatchObject({ selected: ['frame'], drag: { how: 'marquee', kept: [] } })
    expect(pick(list, component, ['three'], { x: 150, y: 90 }, true)).toMatchObject({ selected: ['three'], drag: { how: 'marquee', kept: ['three'] } })
    expect(pick(list, component, ['three'], { x: 900, y: 90 }, false).selected).toEqual([])
  })

  test('moves what it holds, straight when asked, and sizes and turns it', () => {
    const move = pick(list, component, [], { x: 12, y: 22 }, false).drag as Exclude<Drag, { how: 'marquee' }>
    const said = (drag: typeof move, to: { x: number; y: number }, more = {}) => Object.fromEntries(draggedTo(list, component, drag, to, { ...plain, ...more }).said.map(({ property, value }) => [property, value]))
    expect(said(move, { x: 20, y: 25.4 })).toEqual({ x: 18, y: 23 })
    expect([said(move, { x: 20, y: 25 }, { isStraight: true }), said(move, { x: 14, y: 29 }, { isStraight: true })]).toEqual([{ x: 18, y: 20 }, { x: 10, y: 27 }])
    const part = move.how === 'move' ? move.parts[0]! : null!
    expect(said({ how: 'resize', from: { x: 30, y: 30 }, part, handle: { across: 1, down: 1 } }, { x: 36, y: 32 })).toEqual({ width: 26, height: 12 })
    const turned = said({ how: 'turn', from: { x: 20, y: 0 }, part }, { x: 40, y: 25 })
    expect(turned.rotation).toBeCloseTo(90, 0)
    expect(said({ how: 'turn', from: { x: 20, y: 0 }, part }, { x: 40, y: 20 }, { isStraight: true }).rotation).toBe(75)
  })

  test('spans what lies wholly inside', () => {
    const area = between({ x: 32, y: 32 }, { x: 8, y: 18 })
    expect(area).toEqual({ x: 8, y: 18, width: 24, height: 14 })
    expect([isInside(list, 'one', area), isInside(list, 'three', area), isInside(list, 'gone', area)]).toEqual([true, false, false])
  })
})

describe('dragging a cell', () => {
  const component = small({ a: {}, b: {}, c: {} }, [{ on: tap, in: ['a'], to: 'b' }])
  const [axis] = component.axes as readonly [Component['axes'][number]]
  const drop = (state: Id, origin: Partial<CellOrigin>) => {
    const done = dropped(projectOf(component), component, axis, { row: rowOf(tap, null), state: 'a', rule: component.rules[0]!, how: 'target', ...origin }, state, false, () => 'new')
    return done && [done.label, apply(projectOf(component), done.edit ?? batch()).components[0]!.rules.map(({ id, within, target }) => [id, within, target])]
  }

  test('leads a rule elsewhere, or makes one where there is none', () => {
    expect(drop('c', {})).toEqual(['let tap lead to c', [['r0', { only: ['a'] }, { go: 'state', state: 'c' }]]])
    expect(drop('c', { state: 'b', rule: null })![1]).toEqual([['r0', { only: ['a'] }, { go: 'state', state: 'b' }], ['new', { only: ['b'] }, { go: 'state', state: 'c' }]])
  })

  test('lets a rule hold as far as the column, whichever way, and back on itself does nothing', () => {
    expect(drop('c', { how: 'spread' })![0]).toBe('let tap hold as far as c')
    expect((drop('c', { how: 'spread' })![1] as unknown[][])[0]![1]).toEqual({ only: ['a', 'b', 'c'] })
    expect([drop('a', { how: 'spread' }), drop('b', { how: 'spread', rule: null })]).toEqual([null, null])
  })
})

describe('the rows of the table', () => {
  const component = small({ a: {}, b: {}, c: {} }, [{ on: tap, in: ['a', 'b'], to: 'c' }, { on: leave, in: ['c'], to: 'a', part: 'dot' }, { on: tap, in: ['a'], to: 'b', part: 'dot' }])
  const [axis] = component.axes as readonly [Component['axes'][number]]
  const keys = (rowsBy: 'trigger' | 'part', component_: Component = component) => rowsOf(component_, axis, { rowsBy, addedRows: [{ axis: 'axis', row: rowOf({ on: 'focus' }, null) }, { axis: 'gone', row: rowOf({ on: 'blur' }, null) }] }).map(({ trigger, part }) => `${trigger.on}${part ? ` on ${part}` : ''}`)

  test('are those of its rules and those added to it, each once, by trigger or by part', () => {
    expect([keys('trigger'), keys('part')]).toEqual([['tap', 'tap on dot', 'leave on dot', 'focus'], ['tap', 'focus', 'tap on dot', 'leave on dot']])
    expect(keys('trigger', { ...component, rules: [] })).toEqual(['tap', 'focus'])
  })

  test('have a bar for each rule and a cell where none holds', () => {
    expect(barsOf(component, axis, rowOf(tap, null)).map(({ rule, states, column }) => [rule?.id ?? null, states.map(({ id }) => id), column])).toEqual([['r0', ['a', 'b'], 0], [null, ['c'], 2]])
  })

  test('are named as people say them', () => {
    expect([tap, { on: 'message', name: '' }, { on: 'message', name: 'ring' }, { ...defaultTrigger('changes'), name: 'n', to: 3 }].map((trigger) => triggerTitle(trigger as never))).toEqual(['tap', 'message', 'message ring', 'n changes to 3'])
  })
})
