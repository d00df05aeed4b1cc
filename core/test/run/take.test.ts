import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import {
  absentFor, addScreen, addTake, addToScreen, apply, duplicateScreen, entranceOf, ENTRANCES, instanceFor, invert, newScreen, removeFromScreen, removeScreen, resizeScreen, setOnScreen, trimTake, type Take,
} from '@rheoscope/core/document'
import { requireProject } from '@rheoscope/core/schema'
import { differences, drawList, playTake, startRun } from '@rheoscope/core/run'
import { bandsOf, differingSpans } from '@rheoscope/core/reading'

describe('takes', () => {
  test.each(skerryLine.takes.map((take) => [take.name, take] as const))('“%s” comes about', (_name, take) => {
    const { results } = playTake(skerryLine, take)
    expect(results.map(({ isMet, seen }) => [isMet, seen])).toEqual(results.map(({ seen }) => [true, seen]))
    expect(results.length).toBeGreaterThan(1)
  })

  test('what does not come about is said with what was seen', () => {
    const [take] = skerryLine.takes
    const impatient: Take = { ...take!, expectations: [{ id: 'soon', byMs: 600, expect: { what: 'state', instance: 'home-boardingButton', axis: 'boarding', state: 'done' } }, { id: 'text', byMs: 600, expect: { what: 'text', text: 'Aboard' } }] }
    expect(playTake(skerryLine, impatient).results.map(({ isMet, seen }) => [isMet, seen.split(' | ').includes('Board') || seen])).toEqual([[false, 'working'], [false, true]])
  })

  test('played again they give the same trace, bit for bit', () => {
    for (const take of skerryLine.takes) expect(JSON.stringify(playTake(skerryLine, take).trace)).toBe(JSON.stringify(playTake(skerryLine, take).trace))
  })
})

test('a run as bands: every stay begins where the one before ends, and motions end within them', () => {
  const { trace } = playTake(skerryLine, skerryLine.takes[2]!)
  const band = bandsOf(trace, () => 0).find(({ instance }) => instance === 'purser-engineStart')
  expect(band!.stays.map(({ state }) => state)).toEqual(['engineIdle', 'engineRequesting', 'engineWarming', 'engineRunning', 'engineIdle'])
  band!.stays.slice(1).forEach((stay, index) => expect(stay.fromMs).toBe(band!.stays[index]!.toMs))
  for (const { fromMs, toMs, movedUntilMs } of band!.stays) expect(movedUntilMs >= fromMs && movedUntilMs <= toMs).toBe(true)
  expect(band!.stays.at(-1)!.toMs).toBe(Infinity)
})

test('two bands differ while they are in different states', () => {
  const stays = (...changes: readonly (readonly [state: string, fromMs: number])[]) =>
    changes.map(([state, fromMs], index) => ({ state, rule: null, fromMs, toMs: changes[index + 1]?.[1] ?? Infinity, movedUntilMs: fromMs }))
  const before = stays(['a', 0], ['b', 100], ['c', 300])
  expect(differingSpans(before, before, 1000)).toEqual([])
  expect(differingSpans(before, stays(['a', 0], ['b', 150], ['c', 300]), 1000)).toEqual([{ fromMs: 100, toMs: 150 }])
  expect(differingSpans(before, stays(['a', 0], ['b', 100]), 1000)).toEqual([{ fromMs: 300, toMs: 1000 }])
  expect(differingSpans(before, stays(['a', 0], ['c', 120]), 250)).toEqual([{ fromMs: 100, toMs: 250 }])
})

describe('held against what was before', () => {
  const seen = (state: string, atMs: number) => ({ instance: 'a', axis: 'x', state, atMs })

  test('states that come later, not at all or anew are differences', () => {
    expect(differences([seen('on', 100), seen('off', 300)], [seen('on', 100), seen('off', 300)])).toEqual([])
    expect(differences([seen('on', 100), seen('off', 300)], [seen('on', 120)])).toEqual([{ before: seen('on', 100), after: seen('on', 120) }, { before: seen('off', 300), after: null }])
  })

  test('a trimmed take has nothing after its end, and one undo brings it back', () => {
    const take = skerryLine.takes.find(({ id }) => id === 'takeCabin')!
    const edit = trimTake(take, 1400)
    const after = apply(skerryLine, edit).takes.find(({ id }) => id === 'takeCabin')!
    expect([after.endsAtMs, after.inputs.length, after.expectations.length]).toEqual([1400, 3, 3])
    expect(apply(apply(skerryLine, edit), invert(edit, skerryLine)).takes).toEqual(skerryLine.takes)
  })
})

describe('screens', () => {
  let made = 0
  const newId = () => `s${++made}`

  test('are made, filled, sized and taken out with their takes, each undone by its inverse', () => {
    const screen = newScreen(newId, 'Deck', 'kiosk')
    const part = instanceFor(skerryLine, screen, 'crewCall', 'call', { x: 10, y: 20 })
    const take: Take = { id: 't1', name: 'Take', surface: { screen: screen.id }, inputs: [], endsAtMs: 100, expectations: [], reducedMotion: false }
    let project = skerryLine
    for (const edit of [addScreen(project, screen), addToScreen(screen.id, part), setOnScreen(screen.id, 'call', { x: 30 }), resizeScreen(screen, 'free', { width: 500, height: 300 }), addTake(take)]) {
      const next = apply(project, edit)
      expect(apply(next, invert(edit, project))).toEqual(project)
      project = next
    }
    requireProject(project, 'The project')
    expect(startRun(project, { screen: screen.id }).instances.get('call')!.states).toEqual(['crewRest'])
    const gone = apply(project, removeScreen(project, screen.id))
    expect([gone.screens.length, gone.takes.length]).toEqual([skerryLine.screens.length, skerryLine.takes.length])
  })

  test('instances of one component have names of their own', () => {
    const home = skerryLine.screens.find(({ id }) => id === 'home')!
    expect(instanceFor(skerryLine, home, 'portChooser', 'other', { x: 0, y: 0 }).name).toBe('Port chooser 2')
  })

  test('are duplicated with parts and rules of their own', () => {
    const home = skerryLine.screens[0]!
    const twin = duplicateScreen(skerryLine, home, newId)
    const after = apply(skerryLine, addScreen(skerryLine, twin))
    expect(twin.name).not.toBe(home.name)
    expect(twin.parts.filter(({ id }) => home.parts.some((part) => part.id === id))).toEqual([])
    expect(twin.rules.every(({ part }) => twin.parts.some(({ id }) => id === part))).toBe(true)
    expect(drawList(startRun(after, { screen: twin.id }))[0]!.children.length).toBe(home.parts.length - 1)
  })

  test('lose with a part what stands in it and the rules that listen to it', () => {
    const home = skerryLine.screens[0]!
    const edit = removeFromScreen(home, 'home-to-cabins')
    const after = apply(skerryLine, edit).screens[0]!
    expect([home.rules.length - after.rules.length, home.parts.length - after.parts.length]).toEqual([1, 1])
    expect(apply(apply(skerryLine, edit), invert(edit, skerryLine)).screens).toEqual(skerryLine.screens)
  })

  test.each(ENTRANCES)('that come from %s are known to', (entrance) => {
    const home = skerryLine.screens[0]!
    expect(entranceOf({ ...home, absent: absentFor(home, entrance) })).toBe(entrance)
  })
})
