import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component, Project } from '@rheoscope/core/document'
import { compile, surfaceComponent, type Surface } from '@rheoscope/core/machine'
import { Run, type Trace } from '@rheoscope/core/run'
import { pointOn, type Point } from '@rheoscope/core/scene'
import { Arena } from '../../../src/check/arena'
import { contextOf } from '../../../src/check/context'
import { stateIn, thingsOn, type Network, type Travelled } from '../../../src/check/explore'
import { screenContext } from '../../../src/check/screen-context'
import { anyGestures, anyInputs } from '../../run/any-inputs'
import { machines, projectWith } from './random-machine'
import { told, toldOf } from './told'

/** So many runs on each surface, each of thirty inputs. */
const RUNS = Number(process.env.RHEOSCOPE_RANDOM_RUNS ?? 6)
const MACHINES = Number(process.env.RHEOSCOPE_MACHINES ?? 2000) / 20

const LIMIT = 4000

const sizeOf = ({ parts }: Component) => ({ width: Number(parts[0]!.base.width ?? 200), height: Number(parts[0]!.base.height ?? 100) })

/** The states of all axes of a network, by path and axis, as they are before something happens. */
class Standing {
  private readonly states = new Map<string, string>()

  constructor(private readonly network: Network) {}

  put(path: string, own: number, state: string): void {
    this.states.set(`${path} ${own}`, state)
  }

  /** Those of the thing something happens to; with items that come and go in between, the others are not known in between. */
  before(path: string): string {
    const { axes, presentAt } = this.network
    const known = presentAt.size > 0 ? axes.filter(({ thing }) => thing.path === path) : axes
    return known.map(({ thing, own }) => this.states.get(`${thing.path} ${own}`) ?? '?').join(' ')
  }
}

/** Everything a step tells, each with what things were like before it. */
function toldOfStep({ from, outcome }: Travelled, network: Network): readonly string[] {
  const standing = new Standing(network)
  for (const axis of network.axes) standing.put(axis.thing.path, axis.own, stateIn(axis, from.place.configuration))
  return outcome.marks.flatMap((mark) => {
    const said = told(mark, network).map((words) => `${standing.before('axis' in mark ? mark.axis.thing.path : mark.thing.path)}: ${words}`)
    if (mark.what === 'entered') standing.put(mark.axis.thing.path, mark.axis.own, mark.axis.states[mark.to]!)
    return said
  })
}

/** Everything a run tells until the surface it began on goes, each with what things were like before it. */
function toldOfRun(trace: Trace, network: Network): readonly string[] {
  const standing = new Standing(network)
  const end = trace.findIndex((event) => event.what === 'surface' && event.instance === '' && !event.isShown)
  return trace.slice(0, end < 0 ? trace.length : end).flatMap((event) => {
    if (event.what === 'appeared') event.states.forEach((state, own) => standing.put(event.instance, own, state))
    if (!('instance' in event)) return []
    const said = toldOf([event], network).map((words) => `${standing.before(event.instance)}: ${words}`)
    const thing = network.things.find(({ path }) => path === event.instance)
    if (event.what === 'state' && thing) standing.put(event.instance, network.axisOf(thing, event.axis)!.own, event.to)
    return said
  })
}

/** A place beside everything, and one on everything that somebody listens to and that can be pointed at as things begin. */
function placesOn(project: Project, surface: Surface, { spots }: Network): readonly Point[] {
  const list = new Run(project, surface).answering()
  return [{ x: -1, y: -1 }, ...spots.flatMap(({ at: { thing, part } }) => (part === null ? [] : (pointOn(list, thing.path, part) ?? [])))]
}

/** Lets people do anything; nothing may happen that was not explored. */
function expectExplored({ project, surface, open: { network, isFinished, steps } }: Arena, runs: number): void {
  if (!isFinished) return
  const explored = new Set(steps.flatMap((step) => toldOfStep(step, network)))
  const anything = fc.oneof(anyInputs(sizeOf(surfaceComponent(project, surface)), 30), anyGestures(placesOn(project, surface, network), 20))
  fc.assert(fc.property(anything, (inputs) => {
    const run = new Run(project, surface)
    for (const [waitMs, input] of inputs) {
      run.advanceTo(run.nowMs + waitMs)
      run.send(input)
    }
    if (run.stopped) return
    expect(toldOfRun(run.trace, network).filter((words) => !explored.has(words))).toEqual([])
  }), { numRuns: runs })
}

const interactive = skerryLine.components.filter(({ rules }) => rules.length > 0)

test.each(interactive.map((component) => [component.name, component] as const))('whatever anybody does to %s, the exploration has seen it happen', (_name, component) => {
  expectExplored(contextOf(skerryLine, component).arena, RUNS)
})

test.each(skerryLine.screens.filter(({ id }) => id !== 'wall').map((screen) => [screen.name, screen] as const))('whatever anybody does on %s, the exploration has seen it happen', (_name, screen) => {
  for (const { arena, isFirst } of screenContext(skerryLine, screen).groups) if (isFirst) expectExplored(arena, RUNS)
})

test('whatever anybody does to random machines, the exploration has seen it happen', () => {
  fc.assert(fc.property(machines, (plain) => {
    const [project, surface] = [projectWith(plain), { screen: 'screen' }]
    const things = thingsOn(project, compile(project, surfaceComponent(project, surface))).slice(1)
    expectExplored(new Arena(project, surface, things, { limit: LIMIT }), 1)
  }), { numRuns: MACHINES })
})
