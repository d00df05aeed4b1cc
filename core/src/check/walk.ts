import type { Id, Input, InputAction, Project, TriggerKind } from '../document'
import { compile, type Surface } from '../machine'
import { Run } from '../run'
import { pointOn, type Point } from '../scene'

/** How far a walk goes before it gives up and says so. */
export const WALK_LIMIT = 600

/** A person takes at least so long between two inputs, as long as nothing happens of itself meanwhile. */
const PACE_MS = 100

/** One situation a component can be in: what the walk could tell apart. */
export interface Situation {
  readonly run: Run
  readonly inputs: readonly Input[]
  /** The situation it was reached from, and what was done there; null for the start. */
  readonly before: { readonly situation: Situation; readonly actions: readonly InputAction[] } | null
}

/** A state entered during the walk. */
export interface Entry {
  readonly axis: Id
  readonly from: Id
  readonly to: Id
  readonly rule: Id | null
  readonly atMs: number
  /** How long its motion would take, and whether the one before had come to rest. */
  readonly motionMs: number
  readonly wasSettled: boolean
  /** The situation right after the step in which it happened. */
  readonly in: Situation
}

/** An event that was offered to a part or to the component in some state, and whether a rule answered. */
export interface Offer {
  readonly trigger: TriggerKind
  readonly part: Id | null
  readonly states: readonly Id[]
  readonly rules: readonly Id[]
  readonly atMs: number
  readonly in: Situation
}

export interface Walk {
  /** Whether everything that could be told apart was seen. */
  readonly isFinished: boolean
  readonly seen: number
  readonly situations: readonly Situation[]
  readonly entries: readonly Entry[]
  readonly offers: readonly Offer[]
  /** Situations in which the run had to be stopped. */
  readonly stopped: readonly Situation[]
}

/**
 * Walks through what a person with a mouse or a finger can make of a component alone, breadth first, so that the
 * first way to anything is a shortest one. What it finds has happened in a run; what it does not find may still be
 * possible.
 */
export function walk(project: Project, component: Id, limit = WALK_LIMIT): Walk {
  const surface: Surface = { component }
  const places = listenedTo(project, component)
  const start: Situation = { run: new Run(project, surface), inputs: [], before: null }
  const known = new Set([keyOf(start.run)])
  const found: Walk & { situations: Situation[]; entries: Entry[]; offers: Offer[]; stopped: Situation[] } = {
    isFinished: true, seen: 0, situations: [start], entries: [], offers: [], stopped: [],
  }
  for (let next = 0; next < found.situations.length; next++) {
    const situation = found.situations[next]!
    for (const actions of stepsFrom(situation.run, places)) {
      const step = take(situation, actions)
      found.entries.push(...step.entries)
      found.offers.push(...step.offers)
      if (step.after.run.stopped) found.stopped.push(step.after)
      const key = keyOf(step.after.run)
      if (known.has(key) || step.after.run.stopped) continue
      known.add(key)
      if (found.situations.length >= limit) return { ...found, isFinished: false, seen: found.situations.length }
      found.situations.push(step.after)
    }
  }
  return { ...found, seen: found.situations.length }
}

interface Step {
  readonly after: Situation
  readonly entries: readonly Entry[]
  readonly offers: readonly Offer[]
}

/** Lets time pass until something happens when there are no actions, otherwise does them at a person's pace. */
function take(situation: Situation, actions: readonly InputAction[]): Step {
  const offered: { trigger: TriggerKind; part: Id | null; states: readonly Id[]; from: number }[] = []
  const run: Run = situation.run.fork(({ trigger, instance, part }) => {
    if (instance === '') offered.push({ trigger, part, states: run.instance('')!.states, from: run.trace.length })
  })
  const settlesBefore = run.instance('')!.settlesMs
  const from = run.trace.length
  const inputs = [...situation.inputs]
  if (actions.length === 0) run.advanceTo(run.nextDueMs)
  else {
    run.advanceTo(paced(run))
    for (const action of actions) {
      inputs.push({ ...action, atMs: run.nowMs })
      run.send(action)
    }
  }
  const after: Situation = { run, inputs, before: { situation, actions } }
  const axes = run.instance('')!.compiled.component.axes
  const entries = run.trace.slice(from).flatMap((event): Entry[] => {
    if (event.what !== 'state' || event.instance !== '') return []
    const settles = settlesBefore[axes.findIndex(({ id }) => id === event.axis)] ?? null
    return [{
      axis: event.axis, from: event.from, to: event.to, rule: event.rule, atMs: event.atMs,
      motionMs: event.settlesMs - event.atMs, wasSettled: settles === null || settles <= event.atMs, in: after,
    }]
  })
  const offers = offered.map(({ trigger, part, states, from: index }, place): Offer => {
    const until = offered[place + 1]?.from ?? run.trace.length
    const rules = run.trace.slice(index, until).flatMap((event) => (event.what === 'fired' && event.instance === '' ? [event.rule] : []))
    return { trigger, part, states, rules, atMs: run.nowMs, in: after }
  })
  return { after, entries, offers }
}

const paced = (run: Run): number => (run.nextDueMs > run.nowMs + PACE_MS ? run.nowMs + PACE_MS : run.nowMs)

/** Everything that could be done next; an empty list of actions is to wait. */
function stepsFrom(run: Run, places: readonly (Id | null)[]): readonly (readonly InputAction[])[] {
  const steps: (readonly InputAction[])[] = []
  const { at, pressedOn } = run.pointer
  const draw = run.drawList()
  const root = run.instance('')!.compiled.root.part.id
  const points = places.map((part) => pointOn(draw, '', part ?? root)).filter((point) => point !== null)
  const mouse = 'mouse' as const
  for (const point of points) {
    if (!isAt(at, point)) steps.push([{ do: 'move', ...point, pointer: mouse }])
    if (at === null && pressedOn === null) {
      steps.push([{ do: 'press', ...point, pointer: 'touch' }, { do: 'release', ...point, pointer: 'touch' }, { do: 'exit', pointer: 'touch' }])
    }
  }
  if (at !== null && pressedOn === null) steps.push([{ do: 'exit', pointer: mouse }])
  if (at !== null && points.some((point) => isAt(at, point))) {
    steps.push([{ do: pressedOn === null ? 'press' : 'release', ...at, pointer: mouse }])
  }
  if (run.nextDueMs < Infinity) steps.push([])
  return steps
}

const isAt = (at: Point | null, point: Point): boolean => at !== null && at.x === point.x && at.y === point.y

/** The parts rules listen to; null for the component itself. */
function listenedTo(project: Project, component: Id): readonly (Id | null)[] {
  const { rules } = compile(project, project.components.find(({ id }) => id === component)!).component
  return [...new Set(rules.map((rule) => rule.part))]
}

/** What makes two situations the same: states, what is moving or counting, and where the pointer is. */
function keyOf(run: Run): string {
  const instances = [...run.paths].map((path) => {
    const { states, settlesMs, timers, cameFrom, environment, queued, compiled } = run.instance(path)!
    const goesBack = compiled.component.rules.some(({ target }) => target.go === 'back')
    const counting = timers.map(({ rule, dueMs }) => `${rule.id}${dueMs === null ? '?' : ''}`)
    return [states, settlesMs.map((ms) => ms !== null && ms > run.nowMs), counting, goesBack && cameFrom, environment, queued.map((rule) => rule?.id)]
  })
  return JSON.stringify([instances, run.pointer.over, run.pointer.pressedOn, run.pointer.at === null, run.isInGesture, run.shownFocus, run.waitingActions])
}
