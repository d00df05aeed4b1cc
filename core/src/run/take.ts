import { certain, sameValue, type Expectation, type Id, type Project, type Take } from '../document'
import { isMoving, type Instance } from '../machine'
import { isCrossFade } from '../motion'
import { itemOf, type DrawList } from '../scene'
import { inOrder } from './replay'
import { advanceTo, send } from './advance'
import { chanceIn } from './chance'
import { drawList } from './pictures'
import type { Run, RunOptions } from './run'
import { startRun } from './start'
import type { Trace } from './trace'

/** Whether what a take expects came about, and what was seen instead. */
export interface TakeResult {
  readonly expectation: Expectation
  readonly isMet: boolean
  /** What was seen at the last instant that counts. */
  readonly seen: string
}

export interface PlayedTake {
  readonly trace: Trace
  readonly results: readonly TakeResult[]
}

/** A state some axis was in from an instant on. */
export interface SeenState {
  readonly instance: string
  readonly axis: Id
  readonly state: Id
  readonly atMs: number
}

/** What a take came to on a revision of the document, to be kept and held against what it comes to later. */
export interface TakeOutcome {
  readonly take: Id
  readonly revision: number
  readonly met: number
  readonly expected: number
  readonly states: readonly SeenState[]
}

/** The changes of state of a run. */
export const statesSeen = (trace: Trace): readonly SeenState[] =>
  trace.flatMap((event) => (event.what === 'state' ? [{ instance: event.instance, axis: event.axis, state: event.to, atMs: event.atMs }] : []))

/** Something two runs of a take do differently; the first or the second is null when only the other one comes to it. */
export interface StateDifference {
  readonly before: SeenState | null
  readonly after: SeenState | null
}

/** Where two runs differ: for each axis its states are held against one another in order. */
export function differences(before: readonly SeenState[], after: readonly SeenState[]): readonly StateDifference[] {
  const key = ({ instance, axis }: SeenState) => `${instance} ${axis}`
  return [...new Set([...before, ...after].map(key))].flatMap((each) => {
    const [old, now] = [before.filter((seen) => key(seen) === each), after.filter((seen) => key(seen) === each)]
    return Array.from({ length: Math.max(old.length, now.length) }, (_each, index) => ({ before: old[index] ?? null, after: now[index] ?? null }))
      .filter((pair) => pair.before?.state !== pair.after?.state || pair.before?.atMs !== pair.after?.atMs)
  })
}

/** How a run of a take begins. */
export const runOptionsOf = (take: Take): RunOptions =>
  ({ isMotionReduced: take.reducedMotion, ...(take.entryPoint === undefined ? {} : { entryPoint: take.entryPoint }), ...(take.size === undefined ? {} : { size: take.size }), ...chanceIn(take) })

/**
 * Plays a take and looks whether its expectations come about, each at its instant. Throws `gone` when the surface is
 * no longer there.
 */
export function playTake(project: Project, take: Take): PlayedTake {
  const run = startRun(project, take.surface, runOptionsOf(take))
  const inputs = inOrder(take.inputs)
  const expectations = take.expectations.toSorted((a, b) => a.byMs - b.byMs)
  const results: TakeResult[] = []
  let next = 0
  const inputsUntil = (ms: number) => {
    for (; next < inputs.length && certain(inputs[next]).atMs <= ms; next++) {
      const { atMs, ...action } = certain(inputs[next])
      advanceTo(run, atMs)
      send(run, action)
    }
    advanceTo(run, ms)
  }
  for (const expectation of expectations) {
    inputsUntil(expectation.byMs)
    const seen = lookFor(run, expectation)
    results.push({ expectation, ...seen })
  }
  inputsUntil(Math.max(take.endsAtMs, run.nowMs))
  return { trace: run.trace, results }
}

function lookFor(run: Run, { expect }: Expectation): Pick<TakeResult, 'isMet' | 'seen'> {
  switch (expect.what) {
    case 'state': {
      const instance = run.instances.get(expect.instance)
      if (!instance) return NOT_THERE
      const index = instance.compiled.component.axes.findIndex(({ id }) => id === expect.axis)
      const state = instance.states[index]
      return { isMet: state === expect.state, seen: stateName(instance, index) }
    }
    case 'variable': {
      const value = run.shared[expect.name] ?? run.instances.get('')?.environment[expect.name]
      return { isMet: sameValue(value, expect.value), seen: value === undefined ? 'not there' : String(value) }
    }
    case 'property': {
      const shown = itemOf(drawList(run), expect.instance, expect.part)?.values[expect.property]
      return { isMet: sameValue(shown, expect.value), seen: shown === undefined ? 'not there' : JSON.stringify(shown) }
    }
    case 'text': {
      const texts = textsIn(drawList(run))
      return { isMet: texts.some((text) => text.includes(expect.text)), seen: texts.join(' | ') }
    }
    case 'settled': {
      const instance = run.instances.get(expect.instance)
      if (!instance) return NOT_THERE
      const isSettled = !isMoving(instance, run.nowMs)
      return { isMet: isSettled, seen: isSettled ? 'settled' : 'moving' }
    }
  }
}

const NOT_THERE = { isMet: false, seen: 'not there' } as const

const stateName = ({ compiled, states }: Instance, axis: number): string =>
  compiled.component.axes[axis]?.states.find(({ id }) => id === states[axis])?.name ?? 'no state'

/** Every text to be seen, from what is below to what is on top. */
export function textsIn(list: DrawList): readonly string[] {
  return list.flatMap(({ kind, values, children }): readonly string[] => {
    if (values.visible === false || values.opacity === 0) return []
    const { text } = values
    const own = kind !== 'text' ? [] : isCrossFade(text) ? text.crossFade.map(({ value }) => String(value)) : [String(text)]
    return [...own, ...textsIn(children)]
  })
}
