import { describe, expect, test } from '@jest/globals'
import { acceptanceOf, brokenPromise, budgetsBetween, checkComponent, checkScreen, completeCheck, coverageOf, digestOf, familiesIn, givenIn, pledgeText, ProjectChecker, timesApart, type CheckProgress, type Finding } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { acceptFinding, addPledge, addRule, apply, removePledge, screenRule, setLimit, unacceptFinding, type Component, type Pledge, type Project } from '@rheoscope/core/document'
import { replay } from '@rheoscope/core/run'
import { after, small, tap } from '../run/small-component'
import { alone, EXAMPLES, screenWith, usable } from './examples'

const boarding = skerryLine.components.find(({ id }) => id === 'boardingButton')!

describe('coverage', () => {
  test('says in how many steps each way of working gets to a state, and where it never does', () => {
    const { states, isFinished } = coverageOf(skerryLine, boarding)
    expect(isFinished).toBe(true)
    expect(states.map(({ state, steps }) => [state, steps.mouse, steps.touch, steps.keyboard])).toEqual([['rest', 0, 0, 0], ['over', 1, null, null], ['working', 2, 1, 1], ['done', 3, 2, 2]])
  })

  test('that was not finished says so', () => {
    expect(coverageOf(skerryLine, boarding, { limit: 1 }).isFinished).toBe(false)
  })
})

describe('budgets', () => {
  const question = { axis: 'boarding', from: 'rest', to: 'done' }

  test('are made of what one waits for and of the motions between', () => {
    const [first] = budgetsBetween(skerryLine, boarding, question)
    expect(first).toMatchObject({ states: ['rest', 'working', 'done'], rules: ['board', 'finish'], leastMs: 1960, mostMs: 1960 })
    expect(first!.pieces).toEqual([
      { kind: 'person', what: 'tap', ms: 0 }, { kind: 'motion', what: 'into working', ms: 160 }, { kind: 'timer', what: 'after 1800 ms in working', ms: 1640 }, { kind: 'motion', what: 'into done', ms: 160 },
    ])
  })

  test('take longer for who waits until motions have ended', () => {
    const roundabout = budgetsBetween(skerryLine, boarding, question).find(({ states }) => states.includes('over'))!
    expect([roundabout.leastMs, roundabout.mostMs]).toEqual([1960, 2040])
  })

  test('are as long as a run takes', () => {
    const [first] = budgetsBetween(skerryLine, boarding, question)
    const inputs = (['press', 'release'] as const).map((act) => ({ do: act, x: 100, y: 20, pointer: 'touch' as const, atMs: 0 }))
    const { trace } = replay(skerryLine, { component: 'boardingButton' }, inputs, 5000)
    expect(trace.findLast((event) => event.what === 'settled' && event.state === 'done')!.atMs).toBe(first!.leastMs)
  })

  test('there are none where nothing leads', () => {
    expect(budgetsBetween(skerryLine, boarding, { axis: 'boarding', from: 'rest', to: 'rest' })).toEqual([])
  })
})

describe('families', () => {
  test('know how long is usual, and how far off one is', () => {
    const family = familiesIn(givenIn(skerryLine)).find(({ name }) => name === 'choosing something')!
    expect(family.lowMs).toBeLessThanOrEqual(family.medianMs)
    expect(timesApart(family, family.medianMs)).toBe(1)
    expect(timesApart(family, family.highMs * 3)).toBe(3)
    expect(timesApart(family, family.lowMs / 2)).toBe(2)
  })
})

test('what a rule of a screen sets to what it is not is told of the screen', () => {
  const project = apply(skerryLine, addRule({ screen: 'home' }, { ...screenRule('sets', { on: 'shown' }, null), actions: [{ id: 'set', do: 'set', variable: 'openCabin', to: '3 * 4' }] }))
  const screen = project.screens.find(({ id }) => id === 'home')!
  expect(checkScreen(project, screen).findings.filter(({ kind }) => kind === 'value-unreadable')).toMatchObject([{ level: 'fault', sentence: 'A rule on shown cannot set openCabin. It is a number, not a text.', about: { screen: 'home', rule: 'sets' } }])
})

describe('promises', () => {
  const isIn = (state: string) => ({ what: 'state', instance: '', axis: 'boarding', state } as const)
  const promised = (says: Pledge['says'], project: Project = skerryLine): readonly Finding[] => brokenPromise(project, { id: 'p', surface: { component: 'boardingButton' }, says })

  test('are said in words', () => {
    expect(skerryLine.promises.map((pledge) => pledgeText(skerryLine, pledge))).toEqual([
      'always at most 1 of Reading, Bunk and Door is on', 'after Boarding button is working, within 2,000 ms Boarding button is done',
      'after Tide table is loading, within 4,000 ms at most 0 of Tide table are loading', 'after Tide table is data, within 0 ms isAsked is false', 'it is always possible to reach: Tide table is data', 'after “Tides” is shown, within 0 ms Tide table is loading',
      'it is always possible to reach: Boarding button is rest',
    ])
  })

  test('that hold are kept', () => {
    expect(promised({ kind: 'after', that: isIn('working'), then: isIn('done'), withinMs: 1800 })).toEqual([])
    expect(promised({ kind: 'can reach', that: isIn('over') })).toEqual([])
  })

  test('that are broken are shown to be, in a replay', () => {
    const [never] = promised({ kind: 'never', that: isIn('done') })
    expect(never).toMatchObject({ level: 'fault', kind: 'promise-broken' })
    const run = replay(skerryLine, never!.witness!.surface, never!.witness!.inputs, never!.witness!.lookAtMs)
    expect(run.instances.get('')!.states).toEqual(['done'])
  })

  test('of something in time are broken a millisecond too early', () => {
    const [late] = promised({ kind: 'after', that: isIn('working'), then: isIn('done'), withinMs: 1799 })
    expect(late).toMatchObject({ level: 'fault', sentence: expect.stringContaining('it can take longer than 1,799 ms') })
    expect(replay(skerryLine, late!.witness!.surface, late!.witness!.inputs, late!.witness!.lookAtMs).instances.get('')!.states).toEqual(['working'])
  })

  test('of coming back are broken where nothing leads back', () => {
    const stuck = apply(skerryLine, { edit: 'remove', path: ['components', 'boardingButton', 'rules'], id: 'again' })
    expect(promised({ kind: 'can reach', that: isIn('rest') }, stuck)[0]).toMatchObject({ level: 'fault' })
  })

  test('about something gone say so, and do not take others along', () => {
    const project = apply(skerryLine, { edit: 'remove', path: ['screens'], id: 'home' })
    expect(new ProjectChecker().whole(project).findings.filter(({ kind }) => kind === 'promise-broken').map(({ sentence }) => sentence)).toEqual(['The promise “after “Tides” is shown, within 0 ms something gone is in a state that is gone” speaks of something that is gone.', 'A promise speaks of a screen or component that is gone.'])
  })

  test('are made and taken back', () => {
    const pledge: Pledge = { id: 'new', surface: { component: 'boardingButton' }, says: { kind: 'never', that: isIn('done') } }
    const made = apply(skerryLine, addPledge(pledge))
    expect(made.promises.at(-1)).toEqual(pledge)
    expect(apply(made, removePledge('new')).promises).toEqual(skerryLine.promises)
  })
})

describe('accepting', () => {
  const { has } = EXAMPLES.find(({ kind }) => kind === 'never-completes')!
  const [component] = has.components as readonly [Component]
  const finding = new ProjectChecker().component(has, component).findings.find(({ kind }) => kind === 'never-completes')!
  const accepted = apply(has, acceptFinding(has, { id: 'ok', finding: finding.id, of: digestOf(finding), reason: 'meant' }))

  test('holds for what was accepted, and no longer when it says something else', () => {
    expect(acceptanceOf(accepted, finding)?.reason).toBe('meant')
    expect(acceptanceOf(accepted, { ...finding, numbers: { ...finding.numbers, earlyMs: 2 } })).toBeNull()
  })

  test('again replaces what was said before, and can be taken back', () => {
    const again = apply(accepted, acceptFinding(accepted, { id: 'ok2', finding: finding.id, of: digestOf(finding), reason: 'still meant' }))
    expect(again.accepted.map(({ reason }) => reason)).toEqual(['still meant'])
    expect(apply(again, unacceptFinding('ok2')).accepted).toEqual([])
  })
})

test('what could not be looked at to the end says so, and calls nothing unreachable', () => {
  const project = alone(small({ a: {}, b: {}, c: {} }, [{ on: tap, to: { go: 'next', loops: true } }, { on: after(500), in: ['b'], to: 'c', guard: '1 > 2' }]))
  const found = checkComponent(project, project.components[0]!, { limit: 1 }).findings
  expect(found).toContainEqual(expect.objectContaining({ kind: 'not-finished', level: 'note', numbers: { seen: 2 } }))
  expect(found.filter(({ kind }) => ['state-unreachable', 'rule-never-fires', 'no-way-back'].includes(kind))).toEqual([])
})

test('limits are set and taken away one by one', () => {
  const both = apply(apply(skerryLine, setLimit(skerryLine, 'longestMs', 900)), setLimit({ ...skerryLine, limits: { longestMs: 900 } }, 'shortestMs', 40))
  expect(both.limits).toEqual({ longestMs: 900, shortestMs: 40 })
  expect(apply(both, setLimit(both, 'longestMs', null)).limits).toEqual({ shortestMs: 40 })
  expect(apply({ ...both, limits: { longestMs: 900 } }, setLimit({ ...both, limits: { longestMs: 900 } }, 'longestMs', null))).not.toHaveProperty('limits.longestMs')
})

describe('on a screen', () => {
  const parts = small({ a: {} }, []).parts.map((part) => (part.id === 'frame' ? { ...part, base: { ...part.base, ...usable } } : part))
  const asks = { ...small({ a: {}, b: {} }, [{ on: tap, in: ['a'], to: 'b', actions: [{ id: 'm', do: 'send', message: 'go', payload: null, recipient: 'siblings' }] }, { on: after(50), in: ['b'], to: 'a', actions: [{ id: 'n', do: 'send', message: 'stop', payload: null, recipient: 'siblings' }] }], { parts }), id: 'asks', name: 'Asks' }
  const goes = { ...small({ off: {}, on: { look: { box: { x: 40 } } } }, [{ on: { on: 'message', name: 'go' }, in: ['off'], to: 'on', ms: 200 }, { on: { on: 'message', name: 'stop' }, in: ['on'], to: 'off' }], { parts }), id: 'goes', name: 'Goes' }

  test('what one thing does can cut what another one does', () => {
    const project = screenWith(alone(asks, goes), [['first', 'asks'], ['second', 'goes']])
    const found = checkScreen(project, project.screens[0]!).findings
    expect(found[0]).toMatchObject({ kind: 'never-completes', level: 'fault', about: { component: 'goes', screen: 'deck', instance: 'second' }, numbers: { needsMs: 200, afterMs: 50 } })
    const { trace } = replay(project, found[0]!.witness!.surface, found[0]!.witness!.inputs, found[0]!.witness!.endsAtMs)
    expect(trace).toContainEqual(expect.objectContaining({ what: 'state', instance: 'second', from: 'on', to: 'off' }))
  })

  test('states that nothing there leads to are noted', () => {
    const project = screenWith(alone(asks, goes), [['second', 'goes']])
    expect(checkScreen(project, project.screens[0]!).findings).toEqual([expect.objectContaining({ kind: 'state-unreachable', level: 'note', sentence: 'On “Deck”, Goes never comes to ‹on›.' })])
  })

  test('what stands beyond the edge is told', () => {
    const project = screenWith(alone(asks), [['far', 'asks', 5000]])
    expect(checkScreen(project, project.screens[0]!).findings.map(({ kind }) => kind)).toContain('leaves-bounds')
  })

  test('what comes to lie under something else at a further size is told, with every size at which it does', () => {
    const sizes = [['small phone', 110], ['watch', 100], ['tablet', 834]].map(([name, width]) => ({ id: String(name), name: String(name), width: Number(width), height: 800 }))
    const made = screenWith(alone(asks), [['under', 'asks', 10], ['over', 'asks', 290]], { sizes })
    const project = { ...made, screens: made.screens.map((screen) => ({ ...screen, parts: screen.parts.map((part) => (part.id === 'over' ? { ...part, base: { ...part.base, y: 10, pinX: 'end' } } : part)) })) }
    const [covered, ...others] = checkScreen(project, project.screens[0]!).findings.filter(({ kind }) => kind === 'covered')
    expect(others).toEqual([])
    expect(covered).toMatchObject({ level: 'risk', about: { screen: 'deck', instance: 'under', size: 'small phone' }, numbers: { sizes: 1 } })
    expect(covered!.sentence).toBe('At small phone (110 × 800 px), something lies over “under” on “Deck” and takes the input; as drawn, it can be pointed at.')
  })
})

test('a complete check says how far it is, and what it came to', () => {
  const { has } = EXAMPLES.find(({ kind }) => kind === 'promise-broken')!
  const heard: CheckProgress[] = []
  const { findings, components, screens } = completeCheck(has, (progress) => heard.push(progress))
  expect(heard).toEqual([['Small', 0], ['Deck', 1], ['Example', 2]].map(([what, done]) => ({ done, total: 3, what, seen: 0 })))
  expect([components, screens]).toEqual([1, 1])
  expect(findings.filter(({ level }) => level === 'fault').map(({ kind }) => kind).toSorted()).toEqual(['no-keyboard-way', 'promise-broken'])
})
