import { expect } from '@jest/globals'
import fc from 'fast-check'
import { textFieldsOf, type Component, type Project } from '@rheoscope/core/document'
import { surfaceComponent, type Surface } from '@rheoscope/core/machine'
import { advanceTo, answering, send, startRun, type Trace } from '@rheoscope/core/run'
import { pointOn, type Point } from '@rheoscope/core/scene'
import type { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, type Network, type Travelled } from '../../../src/check/explore'
import { anyGestures, anyInputs, type Written } from '../../run/any-inputs'
import { told, toldOf } from './told'

const sizeOf = ({ parts }: Component) => ({ width: Number(parts[0]!.base.width ?? 200), height: Number(parts[0]!.base.height ?? 100) })

/** Items of records that were added are not told apart: a run numbers them on and on, an exploration anew. */
const alike = (words: string): string => words.replace(/added-\d+/g, 'added-1')

/** The states of all axes of a network, by path and axis, as they are before something happens. */
class Standing {
  private readonly states = new Map<string, string>()

  constructor(private readonly network: Network) {}

  put(path: string, own: number, state: string): void {
    this.states.set(`${path} ${own}`, state)
  }

  /** Those of the thing something happens to; with items that come and go in between, the others are not known in between. */
  before(path: string): string {
    const { axes, items } = this.network
    const known = items.size > 0 ? axes.filter(({ thing }) => thing.path === alike(path)).map(({ own }) => ({ at: path, own })) : axes.map(({ thing, own }) => ({ at: thing.path, own }))
    return known.map(({ at, own }) => this.states.get(`${at} ${own}`) ?? '?').join(' ')
  }
}

/** Everything a step tells, each with what things were like before it. */
function toldOfStep({ from, outcome }: Travelled, network: Network): readonly string[] {
  const standing = new Standing(network)
  for (const axis of network.axes) standing.put(axis.thing.path, axis.own, stateIn(axis, from.place.configuration))
  return outcome.marks.flatMap((mark) => {
    const said = told(mark, network).map((words) => `${standing.before('axis' in mark ? mark.axis.thing.path : 'item' in mark ? mark.item.thing.path : mark.thing.path)}: ${alike(words)}`)
    if (mark.what === 'entered') standing.put(mark.axis.thing.path, mark.axis.own, mark.axis.states[mark.to]!)
    return said
  })
}

/** Everything a run tells, each with what things were like before it. */
function toldOfRun(trace: Trace, network: Network): readonly string[] {
  const standing = new Standing(network)
  return trace.flatMap((event) => {
    if (event.what === 'appeared') event.states.forEach((state, own) => standing.put(event.instance, own, state))
    if (!('instance' in event)) return []
    const said = toldOf([{ ...event, instance: alike(event.instance) }], network).map((words) => `${standing.before(event.instance)}: ${words}`)
    const thing = network.things.find(({ path }) => path === alike(event.instance))
    if (event.what === 'state' && thing) standing.put(event.instance, network.axisOf(thing, event.axis)!.own, event.to)
    return said
  })
}

/** A place beside everything, and one on everything that somebody listens to and that can be pointed at as things begin. */
function placesOn(project: Project, surface: Surface, { spots }: Network): readonly Point[] {
  const list = answering(startRun(project, surface))
  return [{ x: -1, y: -1 }, ...spots.flatMap(({ at: { thing, part } }) => (part === null ? [] : (pointOn(list, thing.path, part) ?? [])))]
}

const fieldsOf = ({ things }: Network): readonly Written[] =>
  things.flatMap(({ path, compiled: { component } }) => textFieldsOf(component).map(({ id }) => ({ instance: path, part: id })))

/** Lets people do anything; nothing may happen that was not explored. */
export function expectExplored({ project, surface, open: { network, isFinished, steps } }: StateSpace, runs: number): void {
  if (!isFinished) return
  const explored = new Set(steps.flatMap((step) => toldOfStep(step, network)))
  const anything = fc.oneof(anyInputs(sizeOf(surfaceComponent(project, surface)), 30), anyGestures(placesOn(project, surface, network), 20, fieldsOf(network)))
  fc.assert(fc.property(anything, (inputs) => {
    const run = startRun(project, surface)
    for (const [waitMs, input] of inputs) {
      advanceTo(run, run.nowMs + waitMs)
      send(run, input)
    }
    if (run.loop.isStopped) return
    expect(toldOfRun(run.trace, network).filter((words) => !explored.has(words))).toEqual([])
  }), { numRuns: runs })
}
