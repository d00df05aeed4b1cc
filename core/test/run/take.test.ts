import { describe, expect, test } from '@jest/globals'
import { demoTakes, skerryLine } from '@rheoscope/core/demo'
import { addScreen, addTake, addToScreen, apply, instanceFor, invert, newScreen, removeScreen, resizeScreen, setOnScreen, type Take } from '@rheoscope/core/document'
import { project as projectSchema, validated } from '@rheoscope/core/schema'
import { bandsOf, playTake, Run } from '@rheoscope/core/run'

describe('takes', () => {
  test.each(demoTakes.map((take) => [take.name, take] as const))('“%s” comes about', (_name, take) => {
    const { results } = playTake(skerryLine, take)
    expect(results.map(({ isMet, seen }) => [isMet, seen])).toEqual(results.map(({ seen }) => [true, seen]))
    expect(results.length).toBeGreaterThan(1)
  })

  test('what does not come about is said with what was seen', () => {
    const [take] = demoTakes
    const impatient: Take = { ...take!, expectations: [{ id: 'soon', byMs: 600, expect: { what: 'state', instance: 'home-boardingButton', axis: 'boarding', state: 'done' } }, { id: 'text', byMs: 600, expect: { what: 'text', text: 'Aboard' } }] }
    expect(playTake(skerryLine, impatient).results.map(({ isMet, seen }) => [isMet, seen.split(' | ').includes('Board') || seen])).toEqual([[false, 'working'], [false, true]])
  })

  test('played again they give the same trace, bit for bit', () => {
    for (const take of demoTakes) expect(JSON.stringify(playTake(skerryLine, take).trace)).toBe(JSON.stringify(playTake(skerryLine, take).trace))
  })
})

test('a run as bands: every stay begins where the one before ends, and motions end within them', () => {
  const { trace } = playTake(skerryLine, demoTakes[2]!)
  const band = bandsOf(trace, () => 0).find(({ instance }) => instance === 'purser-engineStart')
  expect(band!.stays.map(({ state }) => state)).toEqual(['engineIdle', 'engineRequesting', 'engineWarming', 'engineRunning', 'engineIdle'])
  band!.stays.slice(1).forEach((stay, index) => expect(stay.fromMs).toBe(band!.stays[index]!.toMs))
  for (const { fromMs, toMs, movedUntilMs } of band!.stays) expect(movedUntilMs >= fromMs && movedUntilMs <= toMs).toBe(true)
  expect(band!.stays.at(-1)!.toMs).toBe(Infinity)
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
    validated(projectSchema, project, 'The project')
    expect(new Run(project, { screen: screen.id }).instance('call')!.states).toEqual(['crewRest'])
    const gone = apply(project, removeScreen(project, screen.id))
    expect([gone.screens.length, gone.takes.length]).toEqual([skerryLine.screens.length, skerryLine.takes.length])
  })

  test('instances of one component have names of their own', () => {
    const home = skerryLine.screens.find(({ id }) => id === 'home')!
    expect(instanceFor(skerryLine, home, 'portChooser', 'other', { x: 0, y: 0 }).name).toBe('Port chooser 2')
  })
})
