import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply } from '@rheoscope/core/document'
import { checkComponent } from '@rheoscope/core/check'
import { Player } from '../src/playing/player'

const surface = { component: 'boardingButton' }

const finishAfter = (ms: number) => apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: ms })

/** Plays so many frames of 16 ms. */
function frames(player: Player, from: number, count: number): number {
  for (let frame = 0; frame <= count; frame++) player.frame(from + frame * 16)
  return from + count * 16
}

const stateOf = (player: Player) => player.current.instances.get('')!.states[0]

describe('a player', () => {
  test('lets virtual time follow the wall clock at its speed', () => {
    const player = new Player(skerryLine, surface)
    let wall = frames(player, 1000, 10)
    expect(player.nowMs).toBeCloseTo(160)
    player.setSpeed(0.1)
    wall = frames(player, wall, 10)
    expect(player.nowMs).toBeCloseTo(176)
    player.hold(true)
    frames(player, wall, 10)
    expect(player.nowMs).toBeCloseTo(176)
  })

  test('does not race after a pause of the page', () => {
    const player = new Player(skerryLine, surface)
    player.frame(0)
    player.frame(60_000)
    expect(player.nowMs).toBeLessThanOrEqual(250)
  })

  test('plays a witness up to the moment worth seeing, holds there, and leaves it to nobody to disturb', () => {
    const project = finishAfter(100)
    const witness = checkComponent(project, project.components[0]!).findings.find(({ kind }) => kind === 'never-completes')!.witness!
    const player = new Player(project, surface)
    player.playWitness(witness)
    player.send({ do: 'put', instance: '', axis: 'boarding', state: 'over' })
    frames(player, 0, 60)
    expect([player.nowMs, player.getState().isHeld, stateOf(player)]).toEqual([witness.lookAtMs, true, 'done'])
    player.endWitness()
    expect([player.nowMs, player.getState().isHeld, player.getState().witness, stateOf(player)]).toEqual([0, false, null, 'rest'])
  })

  test('goes on from an instant of the past: what was done later is done again, unless something else is done', () => {
    const player = new Player(skerryLine, surface)
    const tap = () => {
      player.send({ do: 'press', x: 100, y: 20, pointer: 'mouse' })
      player.send({ do: 'release', x: 100, y: 20, pointer: 'mouse' })
    }
    const trace = () => player.current.trace.map(({ atMs, what }) => `${atMs} ${what}`)
    let wall = frames(player, 0, 10)
    tap()
    wall = frames(player, wall, 150)
    const [all, inputs, endMs] = [trace(), player.done, player.nowMs]
    expect(player.nextAfter(0)).toBe(inputs[0]!.atMs)
    player.goOnFrom(100)
    expect([player.nowMs, stateOf(player), player.done]).toEqual([100, 'rest', []])
    expect(trace()).toEqual(all.filter((each) => Number.parseInt(each) <= 100))
    wall = frames(player, wall, 160)
    expect(player.nowMs).toBeGreaterThanOrEqual(endMs - 1)
    expect(player.done).toEqual(inputs)
    expect(trace().slice(0, all.length)).toEqual(all)
    player.goOnFrom(100)
    player.send({ do: 'move', x: 100, y: 20, pointer: 'mouse' })
    frames(player, wall, 160)
    expect(player.done).toEqual([{ do: 'move', x: 100, y: 20, pointer: 'mouse', atMs: 100 }])
    expect(stateOf(player)).toBe('over')
  })

  test('does the same inputs again to a document that has changed', () => {
    const player = new Player(skerryLine, surface)
    player.frame(0)
    player.send({ do: 'press', x: 100, y: 20, pointer: 'mouse' })
    player.send({ do: 'release', x: 100, y: 20, pointer: 'mouse' })
    frames(player, 0, 30)
    expect(stateOf(player)).toBe('working')
    player.changeProject(finishAfter(200))
    expect(stateOf(player)).toBe('done')
    player.changeProject(skerryLine)
    expect(stateOf(player)).toBe('working')
  })

  test('stays as it was while a component cannot be put together', () => {
    const player = new Player(skerryLine, surface)
    player.changeProject(apply(skerryLine, { edit: 'remove', path: ['components'], id: 'spinnerRing' }))
    expect(stateOf(player)).toBe('rest')
  })
})
