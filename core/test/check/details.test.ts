import { describe, expect, test } from '@jest/globals'
import { apply, type Component, type Edit, type Part, type Project, type Rule } from '@rheoscope/core/document'
import { checkComponent, checkScreen, coverageOf, type Finding } from '@rheoscope/core/check'
import { replay } from '@rheoscope/core/run'
import { contrast } from '../../src/check/rules/picture/contrast-low'
import { after, enter, leave, projectOf, small, tap, type SmallRule } from '../run/small-component'
import { screenWith, usable } from './examples'

const wide = { a: {}, b: { look: { box: { x: 40 } } } }
const there: SmallRule = { on: tap, in: ['a'], to: 'b' }
const back: SmallRule = { on: tap, in: ['b'], to: 'a' }

const check = (component: Component, project: Project = projectOf(component)) => checkComponent(project, component).findings
const found = (component: Component, kind: string): Finding | undefined => check(component).find((finding) => finding.kind === kind)

const framed = (more: readonly Part[], base: Part['base'] = usable): Pick<Component, 'parts'> =>
  ({ parts: [...small({ a: {} }, []).parts.map((part): Part => (part.id === 'frame' ? { ...part, base: { ...part.base, ...base } } : part)), ...more] })

const box = (id: string, base: Part['base']): Part => ({ id, kind: 'box', name: id, parent: 'frame', base: { x: 0, y: 0, width: 100, height: 50, fill: '#ffffff', ...base } })

describe('states', () => {
  test('no rule names are told from those whose rules never fire', () => {
    expect(found(small({ ...wide, c: {} }, [there, back]), 'state-unreachable')!.sentence).toBe('Nothing leads to ‹c›: no rule that can ever fire has it as its target.')
    const guarded = small({ ...wide, c: {} }, [there, back, { on: enter, in: ['a'], to: 'c', guard: '1 > 2' }, { on: tap, in: ['c'], to: 'a' }])
    expect(found(guarded, 'state-unreachable')!.sentence).toBe('Nobody can reach ‹c›: the rule that leads there never fires.')
  })

  test('that outside alone can bring about count as reachable', () => {
    const heard = small({ ...wide, c: {} }, [there, back, { on: { on: 'message', name: 'alarm' }, in: ['a'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }])
    expect(found(heard, 'state-unreachable')).toBeUndefined()
    const given = small({ ...wide, c: {} }, [there, back, { on: enter, in: ['a'], to: 'c', guard: 'isOpen' }, { on: tap, in: ['c'], to: 'a' }], { parameters: [{ id: 'isOpen', name: 'isOpen', type: 'yes/no', initial: false }] })
    expect(found(given, 'state-unreachable')).toBeUndefined()
  })

  test('that are left at once, by a change or an answer from beside, are reached', () => {
    const passing = small({ ...wide, c: {} }, [{ ...there, actions: [{ id: 's', do: 'set', variable: 'n', to: 'n + 1' }] }, { on: { on: 'changes', name: 'n', to: null }, in: ['b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }], { variables: [{ id: 'n', name: 'n', type: 'number', start: 0 }] })
    expect(check(passing).filter(({ kind }) => kind === 'state-unreachable' || kind === 'rule-never-fires')).toEqual([])
    expect(coverageOf(projectOf(passing), passing).states.map(({ state, steps }) => [state, steps.mouse])).toEqual([['a', 0], ['b', 1], ['c', 1]])
    expect(check({ ...passing, rules: passing.rules.map((rule) => (rule.id === 'r2' ? { ...rule, within: { only: ['b', 'c'] } } : rule)) }).filter(({ kind }) => kind === 'state-unreachable')).toEqual([])
  })

  test('one can go back from through a final one, or from which a holder takes one, are not lost', () => {
    const rules = [there, { ...back, to: 'c' }, { on: tap, in: ['c'], to: 'b' }]
    expect(found(small({ ...wide, c: { final: true } }, rules), 'no-way-back')).toBeUndefined()
    expect(found(small({ ...wide, c: {} }, rules), 'no-way-back')!.about.states).toEqual(['b', 'c'])
  })

  test('a mouse alone reaches are named with who never gets there', () => {
    expect(found(small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }]), 'reachable-only-by')!.sentence).toBe('‹b› can only be reached with a mouse, not by touch or keyboard.')
  })
})

describe('what cannot be worked out', () => {
  const acting = (actions: Rule['actions'], seats: 'text' | 'number') => small(wide, [{ ...there, actions }, back], { parameters: [{ id: 'seats', name: 'seats', type: seats, initial: seats === 'text' ? '4' : 4 }], variables: [{ id: 'n', name: 'n', type: 'number', start: 0 }] })
  const set: Rule['actions'] = [{ id: 's', do: 'set', variable: 'n', to: 'seats * 2' }]

  test('is told of what rules set and send', () => {
    expect(found(acting(set, 'text'), 'value-unreadable')!.sentence).toBe('A rule on tap cannot set n. “*” needs a number, not a text.')
    expect(found(acting(set, 'number'), 'value-unreadable')).toBeUndefined()
    expect(found(acting([{ id: 's', do: 'set', variable: 'n', to: 'seats' }], 'text'), 'value-unreadable')!.sentence).toBe('A rule on tap cannot set n. It is a text, not a number.')
    expect(found(acting([{ id: 's', do: 'send', message: 'm', payload: 'seats - 1', recipient: 'holder' }], 'text'), 'value-unreadable')).toMatchObject({ level: 'fault', about: { rule: 'r0' } })
  })

  test('is reported of what lists keep and are in order by, where it cannot be worked out', () => {
    const listing = (said: Partial<Extract<Part, { kind: 'list' }>>) => {
      const holder: Component = { ...small({ a: {} }, []), id: 'bar', name: 'Bar', ...framed([{ id: 'ports', kind: 'list', name: 'ports', parent: 'frame', component: 'small', table: 't', filter: null, base: {}, ...said }]) }
      const project: Project = { ...projectOf(small(wide, [there, back]), holder), tables: [{ id: 't', name: 'ports', columns: [{ id: 'c', name: 'name', type: 'text' }], records: [] }] }
      return check(holder, project).filter(({ kind }) => kind === 'value-unreadable').map(({ sentence, about }) => [about.part, sentence])
    }
    expect(listing({ filter: "contains(item.name, 'Quay')", order: [{ by: 'length(item.name)', isDown: true }] })).toEqual([])
    expect(listing({ filter: 'length(item.name)' })).toEqual([['ports', 'What decides which records “ports” shows cannot be worked out, so it shows none. It is a number, not a yes/no.']])
    expect(listing({ order: [{ by: 'item.depth', isDown: false }] })[0]).toEqual(['ports', expect.stringMatching(/^What “ports” is in order by cannot be worked out, so it orders nothing\. Nothing is called “item\.depth”\./)])
  })

  test('does not include what comes with a message, where nobody knows what that is', () => {
    expect(found(small(wide, [{ on: { on: 'message', name: 'm' }, in: ['a'], to: 'b', guard: 'payload > 3' }, back]), 'value-unreadable')).toBeUndefined()
  })
})

describe('motions', () => {
  test('may be cut by as much as the zone allows', () => {
    const component = small({ ...wide, c: { look: { box: { x: 80 } } } }, [{ ...there, ms: 300 }, { on: tap, in: ['c'], to: 'b', ms: 100 }, { on: after(200), in: ['b'], to: 'c' }])
    expect(found(component, 'may-be-cut-short')).toMatchObject({ level: 'risk', numbers: { needsMs: 300, afterMs: 200, earlyMs: 100 }, remedy: { label: 'Leave after 300 ms' } })
  })

  test('are cut by messages, too, and not by the same message when it only follows an input', () => {
    const told = (on: SmallRule['on']) => small({ ...wide, c: {} }, [{ ...there, ms: 300, actions: [] }, { on, in: ['b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }])
    expect(found(told(after(100)), 'never-completes')).toBeDefined()
    expect(found(told({ on: 'message', name: 'stop' }), 'never-completes')).toBeUndefined()
    expect(found(told({ on: 'message', name: 'stop' }), 'may-be-cut-short')).toBeUndefined()
  })

  test('that let nothing in cannot be cut', () => {
    expect(found(small(wide, [{ ...there, ms: 300, motion: { policy: 'ignore' } }, { on: after(100), in: ['b'], to: 'a' }]), 'never-completes')).toBeUndefined()
  })

  test('that complete at once jump, by how much and when is said', () => {
    const jump = found(small(wide, [{ ...there, ms: 100, motion: { policy: 'skip to end' } }, back]), 'jumps')!
    expect(jump.sentence).toBe('x of “box” jumps by 40 px when ‹b› → ‹a› comes 0 ms after ‹a› → ‹b› has begun.')
    expect(jump.remedy!.label).toBe('Set out from where it is')
    const component = small(wide, [{ ...there, ms: 100, motion: { policy: 'skip to end' } }, back])
    const { surface, inputs, lookAtMs } = jump.witness!
    const states = replay(projectOf(component), surface, inputs, lookAtMs).trace.flatMap((event) => (event.what === 'state' ? [`${event.to} at ${event.atMs}`] : []))
    expect(states).toEqual([`b at ${lookAtMs}`, `a at ${lookAtMs}`])
  })

  test('are interrupted by a timer only when it is due, and by nothing that waits for their end', () => {
    const leaving = (on: SmallRule['on']) => small(wide, [{ ...there, ms: 300, motion: { policy: 'skip to end' } }, { on, in: ['b'], to: 'a' }])
    expect(found(leaving(after(90)), 'jumps')).toMatchObject({ sentence: expect.stringContaining('comes 90 ms after'), witness: { inputs: [{ do: 'press' }, { do: 'release' }] } })
    expect(found(leaving(after(400)), 'jumps')).toBeUndefined()
    expect(found(leaving({ on: 'settled' }), 'jumps')).toBeUndefined()
  })

  test('of what is dragged and rests where it is let go come back elsewhere, which is meant', () => {
    const drag = { along: 'both', limitTo: 'parent', snapTo: 'anywhere', points: [], keepsMomentum: false, settleMs: 0, easing: 'linear' } as const
    const pulled = (snapTo: 'anywhere' | 'start') => small({ lying: {}, held: {} }, [{ on: { on: 'drag start' }, in: ['lying'], to: 'held', part: 'dot' }, { on: { on: 'drag end' }, in: ['held'], to: 'lying', part: 'dot' }], {
      parts: small({ a: {} }, []).parts.map((part): Part => (part.id === 'dot' ? { ...part, drag: { ...drag, snapTo } } : part)),
    })
    expect([found(pulled('anywhere'), 'round-trip-differs'), found(pulled('start'), 'round-trip-differs')]).toEqual([undefined, undefined])
  })

  test('end with the icon that is said, and what a row lays out is told once', () => {
    const icon = (id: string): Part => ({ id, kind: 'icon', name: id, parent: 'frame', base: { x: 0, y: 0, width: 20, height: 20, icon: 'check' } })
    const looks = { a: {}, b: { look: { one: { icon: 'close', x: 30 }, two: { icon: 'close', x: 60 } } } }
    const standing = (layout: 'row' | 'free') => small(looks, [there, back], { parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50, layout } }, icon('one'), icon('two')] })
    expect(found(standing('free'), 'ends-elsewhere')).toBeUndefined()
    expect(check(standing('row')).filter(({ kind }) => kind === 'ends-elsewhere')).toMatchObject([{ level: 'note', sentence: 'What the looks of ‹b› say of x of “one” and “two” changes nothing: “frame” lays out what is in it.', remedy: { label: 'Take it out of the looks' } }])
  })

  test('are tried in their reduced form as well, where what moves is meant to jump', () => {
    const looks = { a: {}, b: { look: { box: { x: 40, fill: '#ffffff' } } } }
    expect(found(small(looks, [there, back]), 'jumps')).toBeUndefined()
    const coloured = { a: {}, b: { look: { box: { fill: '#ffffff' } } } }
    expect(found(small(coloured, [{ ...there, motion: { policy: 'skip to end' } }, back]), 'jumps')!.sentence).toMatch(/^fill of “box” jumps/)
  })

  test('that were told to jump do not count', () => {
    expect(found(small(wide, [{ ...there, motion: { lanes: [{ id: 'l', part: 'box', property: 'x', switchAt: 'end' }] } }, back]), 'jumps')).toBeUndefined()
    expect(found(small(wide, [{ ...there, easing: 'steps(3)' }, back]), 'jumps')).toBeUndefined()
  })

  test('along an easing that begins or ends elsewhere jump there, which steps are meant to', () => {
    const eased = (easing: string) => found(small(wide, [{ ...there, easing }, back]), 'easing-invalid')
    expect(eased('linear(0.2, 1)')).toMatchObject({ level: 'risk', sentence: 'linear(0.2, 1) begins at 20 % of the way and ends at 100 %: what it moves jumps there.' })
    expect(eased('linear(0, 0.8)')).toMatchObject({ level: 'risk' })
    expect(eased('linear(0, 1.2, 1)')).toBeUndefined()
    expect(eased('steps(4, start)')).toBeUndefined()
    expect(eased('bouncy')).toMatchObject({ level: 'fault' })
  })

  test('by whole turns are meant', () => {
    expect(found(small({ a: {}, b: { look: { box: { rotation: 360 } } } }, [{ ...there, motion: { rotationDirection: 'as written' } }, back]), 'wrong-way-round')).toBeUndefined()
    expect(found(small({ a: {}, b: { look: { box: { rotation: 270 } } } }, [{ ...there, motion: { rotationDirection: 'clockwise' } }, back]), 'wrong-way-round')).toBeUndefined()
  })

  test('that repeat forward and end elsewhere break off each time', () => {
    const repeating = (to: Part['base']) => small({ a: {}, b: { loop: { durationMs: 1000, easing: 'linear', direction: 'forward', count: null, to: { box: to } } } }, [there, back])
    expect(found(repeating({ x: 30 }), 'seam')!.sentence).toContain('breaks off each time it begins again, every 1,000 ms')
    expect(found(repeating({ rotation: 360 }), 'seam')).toBeUndefined()
  })
})

describe('what people see and touch', () => {
  test('of one cause is told once, with a list', () => {
    const knob = (id: string, x: number) => box(id, { x, width: 24, height: 24, receivesInput: true })
    const three = ['one', 'two', 'three'].map((id, index) => knob(id, 30 * index))
    const component = small(wide, three.flatMap(({ id }) => [{ ...there, part: id }, { ...back, part: id }]), { parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50 } }, ...three] })
    const told = check(component).map(({ kind, about }) => [kind, about.parts])
    expect(told.filter(([, parts]) => parts !== undefined)).toEqual([
      ['no-keyboard-way', ['one', 'two', 'three']], ['looks-dead', ['one', 'two', 'three']], ['no-role', ['one', 'two', 'three']],
    ])
  })

  test('black on white stands out by 21 : 1, and a colour from itself by 1 : 1', () => {
    expect(contrast([0, 0, 0, 1], [1, 1, 1, 1])).toBeCloseTo(21)
    expect(contrast([0.4, 0.2, 0.6, 1], [0.4, 0.2, 0.6, 1])).toBe(1)
  })

  test('a control without text or icon has to stand out itself', () => {
    const knob = (fill: string) => small(wide, [there, back], { parts: [
      { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 50, fill: '#ffffff' } },
      { id: 'box', kind: 'box', name: 'box', parent: 'frame', base: { width: 40, height: 40, fill, role: 'button', accessibleName: 'Mute', focusable: true, cursor: 'pointer' } },
    ] })
    expect(found(knob('#d8d8d8'), 'contrast-low')).toMatchObject({ level: 'risk', numbers: { least: 3 }, about: { part: 'box' } })
    expect(found(knob('#24506f'), 'contrast-low')).toBeUndefined()
  })

  test('an overlay with text that closes by itself can be held', () => {
    const overlay = (pauseWhile: string | null): Project => {
      const base = screenWith(projectOf(small(wide, [there, back])), [])
      const [deck] = base.screens
      const rule = { id: 'goes', axis: 'screen', trigger: { on: 'after' as const, ms: 4000, since: 'entering' as const, pauseWhile }, part: null, within: { except: [] }, guard: null, actions: [{ id: 'close', do: 'close overlay' as const, screen: 'toast', motion: null }], target: { go: 'stay' as const }, motion: null, letThrough: false }
      const words = { id: 'words', kind: 'text' as const, name: 'words', parent: 'ground', base: { text: 'Saved' } }
      return { ...base, screens: [deck!, { ...deck!, id: 'toast', name: 'Toast', kind: 'overlay', overlay: { backdropOpacity: 0, closesOnOutsideTap: false, closesOnEscape: true }, parts: [...deck!.parts, words], rules: [rule] }] }
    }
    const told = (project: Project) => checkScreen(project, project.screens[1]!).findings.filter(({ kind }) => kind === 'vanishes-by-itself')
    const [finding] = told(overlay(null))
    expect(finding).toMatchObject({ level: 'risk', about: { screen: 'toast', rule: 'goes' }, numbers: { afterMs: 4000 } })
    expect(told(apply(overlay(null), finding!.remedy!.edit))).toEqual([])
    expect(told(overlay('hovered'))).toEqual([])
  })

  test('large text needs less, and what looks out of use nothing', () => {
    const text = (base: Part['base'], frame: Part['base'] = usable) => small(wide, [there, back], framed([box('paper', { receivesInput: false }), { id: 'words', kind: 'text', name: 'words', parent: 'frame', base: { x: 0, y: 0, width: 90, height: 30, text: 'Aboard', fill: '#8a8a8a', ...base } }], frame))
    expect(found(text({ fontSize: 16 }), 'contrast-low')).toMatchObject({ level: 'risk', numbers: { least: 4.5 } })
    expect(found(text({ fontSize: 26 }), 'contrast-low')).toBeUndefined()
    expect(found(text({ fontSize: 16, cursor: 'not-allowed' }), 'contrast-low')).toBeUndefined()
  })

  test('text that is faint at rest is as hard to read as it is, and none is judged while it fades', () => {
    const words = (opacity: number): Part => ({ id: 'words', kind: 'text', name: 'words', parent: 'frame', base: { x: 0, y: 0, width: 80, height: 20, text: 'Aboard', fill: '#000000', opacity } })
    const standing = (opacity: number) => small({ a: {}, b: { look: { words: { opacity: 1 } } } }, [there, back], framed([box('paper', {}), words(opacity)]))
    expect([1, 0.7, 0.3, 0].map((opacity) => found(standing(opacity), 'contrast-low')?.about.state)).toEqual([undefined, undefined, 'a', undefined])
  })

  test('a small target by itself is large enough', () => {
    expect(found(small(wide, [{ ...there, part: 'one' }, { ...back, part: 'one' }], framed([box('one', { width: 12, height: 12 })])), 'target-small')).toBeUndefined()
  })

  test('what one taps has to be usable by keyboard, whether it says what it is or not', () => {
    const bases: readonly Part['base'][] = [{}, { role: 'button' }, { role: 'img' }]
    const levels = bases.map((base) => found(small(wide, [there, back], framed([], base)), 'no-keyboard-way')!.level)
    expect(levels).toEqual(['fault', 'fault', 'fault'])
  })

  test('a key that does the same makes up for a tap', () => {
    const key = { on: 'key', key: 'b', modifiers: {}, anywhere: true } as const
    expect(found(small(wide, [there, back, { ...there, on: key }, { ...back, on: key }]), 'no-keyboard-way')).toBeUndefined()
  })

  test('what lies over a part is named, and letting input through it mends that', () => {
    const component = small(wide, [there, back, { ...there, part: 'under' }], { parts: [small({ a: {} }, []).parts[0]!, box('under', { width: 40 }), box('over', {})] })
    const finding = found(component, 'covered')!
    expect(finding.sentence).toContain('“over” lies over it and takes the input')
    expect(finding.remedy!.label).toBe('Let input through “over”')
  })
})

describe('what moves of itself', () => {
  test('flashes harmlessly where it is small, and by red where that is saturated', () => {
    const flashing = (width: number, fill: string, to: string) => small({ a: {}, b: { loop: { durationMs: 120, easing: 'steps(2, jump-none)', direction: 'back and forth', count: null, to: { box: { fill: to } } } } }, [there, back], {
      parts: small({ a: {} }, []).parts.map((part): Part => ({ ...part, base: { ...part.base, ...(part.id === 'box' ? { width, height: 200, fill } : {}) } })),
    })
    expect(found(flashing(300, '#000000', '#ffffff'), 'flashes')).toMatchObject({ level: 'fault', numbers: { flashes: 4, area: 60_000 } })
    expect(found(flashing(50, '#000000', '#ffffff'), 'flashes')).toMatchObject({ level: 'note', sentence: 'In ‹b› something flashes 4 times a second; small as it is here, that does no harm (WCAG 2.3.1). 3 times as large, or several of them at once, could.' })
    expect(found(flashing(300, '#ff0000', '#b80000'), 'flashes')).toMatchObject({ level: 'fault', sentence: expect.stringContaining('to and from red') })
    expect(found(flashing(300, '#8a8a8a', '#909090'), 'flashes')).toBeUndefined()
  })

  test('is not stopped by pointing at it', () => {
    const moving = (on: SmallRule['on']) => small({ a: { loop: { durationMs: 900, easing: 'linear', direction: 'forward', count: null, to: { box: { rotation: 360 } } } }, b: {} }, [{ on, in: ['a'], to: 'b' }, back])
    expect([found(moving(enter), 'cannot-be-paused')?.level, found(moving(tap), 'cannot-be-paused')]).toEqual(['risk', undefined])
  })
})

describe('references to what is gone', () => {
  const component = small(wide, [there, back])
  const rule = component.rules[0]!
  const said = (...rules: readonly Rule[]) => check({ ...component, rules: [...component.rules, ...rules] }).filter(({ kind }) => kind === 'dangling').map(({ sentence }) => sentence)
  const changed = (change: Partial<Rule>): Rule => ({ ...rule, id: 'r9', trigger: enter, ...change })

  test.each<readonly [string, Rule]>([
    ['speaks of a state that is gone', changed({ target: { go: 'state', state: 'nowhere' } })],
    ['uses a token that is gone', changed({ motion: { durationMs: { token: 'quick' }, lanes: [], keyframes: [] }, target: { go: 'stay' } })],
    ['sets a variable that is gone (speed)', changed({ actions: [{ id: 's', do: 'set', variable: 'speed', to: '1' }] })],
    ['leads to a screen that is gone', changed({ actions: [{ id: 'g', do: 'go to screen', screen: 'bridge', motion: null }] })],
    ['pulses a part that is gone', changed({ actions: [{ id: 'p', do: 'pulse', part: 'bell', motion: { lanes: [], keyframes: [] } }] })],
    ['puts an instance into a state that is gone', changed({ actions: [{ id: 'd', do: 'drive', instance: 'bell', axis: 'axis', state: 'on' }] })],
    ['sends a message to an instance that is gone', changed({ actions: [{ id: 'm', do: 'send', message: 'ring', payload: null, recipient: { instance: 'bell' } }] })],
  ])('%s', (sentence, broken) => {
    expect(said(broken)).toContain(`A rule on enter ${sentence}.`)
  })

  test('are taken out by their remedy', () => {
    const broken = { ...component, rules: [...component.rules, changed({ actions: [{ id: 's', do: 'set', variable: 'speed', to: '1' }] })] }
    const project = projectOf(broken)
    const { remedy } = check(broken, project).find(({ kind }) => kind === 'dangling')!
    expect(remedy!.label).toBe('Remove the action')
    const mended = apply(project, remedy!.edit as Edit)
    expect(checkComponent(mended, mended.components[0]!).findings.map(({ kind }) => kind)).not.toContain('dangling')
  })
})
