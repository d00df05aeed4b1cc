import { firstOf, lastOf, latestMs, statesMeant, theOne, type Component, type Id, type Project, type Rule } from '../../document'
import { stateChangesIn, endOf, type StateChange } from '../ground/changes'
import { contextOf } from '../ground/context'

/** A stretch of the time a path takes, and what it is for. */
export interface Piece {
  readonly kind: 'motion' | 'timer' | 'person' | 'told'
  /** In a few words. */
  readonly what: string
  /** 0 for what takes as long as somebody likes. */
  readonly ms: number
}

/** What it takes to get from one state to another along one path. Whoever has to do something on the way is taken to do it at once. */
export interface Budget {
  readonly states: readonly Id[]
  readonly rules: readonly Id[]
  /** When nobody waits for a motion to end before they go on, and when everybody does, in ms; both with the last motion at its end. */
  readonly leastMs: number
  readonly mostMs: number
  readonly pieces: readonly Piece[]
}

/** More paths than these between two states are not listed. */
const MOST_PATHS = 12

/** What every path between two states of an axis, or groups of them, takes, the quickest first; none when nothing leads there. Throws `gone` when the component cannot be put together. */
export function budgetsBetween(project: Project, component: Component, { axis: axisId, from, to }: { readonly axis: Id; readonly from: Id; readonly to: Id }): readonly Budget[] {
  const context = contextOf(project, component)
  const axis = theOne(component.axes, ({ id }) => id === axisId)
  const changes = stateChangesIn(context).filter((change) => change.axis === axis)
  return pathsBetween(changes, statesMeant(axis, from), statesMeant(axis, to)).map((path) => budgetOf(path)).toSorted((a, b) => a.leastMs - b.leastMs || a.states.length - b.states.length)
}

/** The paths from one of some states to one of others that come through no state twice, the shortest first. */
function pathsBetween(changes: readonly StateChange[], from: readonly Id[], to: readonly Id[]): readonly (readonly StateChange[])[] {
  const found: (readonly StateChange[])[] = []
  const open: (readonly StateChange[])[] = changes.filter((change) => from.includes(change.from.id) && !from.includes(change.to.id)).map((change) => [change])
  for (let path = open.shift(); path && found.length < MOST_PATHS; path = open.shift()) {
    const last = lastOf(path).to.id
    if (to.includes(last)) found.push(path)
    else open.push(...changes.filter((change) => change.from.id === last && !from.includes(change.to.id) && !path.some((step) => step.to.id === change.to.id)).map((change) => [...path, change]))
  }
  return found
}

function budgetOf(path: readonly StateChange[]): Budget {
  const pieces: Piece[] = []
  let [leastMs, mostMs, motionMs] = [0, 0, 0]
  for (const [index, change] of path.entries()) {
    const waited = waitFor(change, motionMs)
    if (index > 0 && motionMs > 0) pieces.push({ kind: 'motion', what: `into ${change.from.name}`, ms: Math.min(motionMs, waited.kind === 'person' || waited.kind === 'told' ? motionMs : waited.totalMs) })
    pieces.push({ kind: waited.kind, what: waited.what, ms: Math.max(0, waited.totalMs - motionMs) })
    leastMs += waited.totalMs
    mostMs += waited.kind === 'person' || waited.kind === 'told' ? motionMs : waited.totalMs
    motionMs = endOf(change)
  }
  const last = lastOf(path)
  if (motionMs > 0) pieces.push({ kind: 'motion', what: `into ${last.to.name}`, ms: motionMs })
  return {
    states: [firstOf(path).from.id, ...path.map(({ to }) => to.id)], rules: path.flatMap(({ rule }) => (rule ? [rule.id] : [])),
    leastMs: leastMs + motionMs, mostMs: mostMs + motionMs, pieces: pieces.filter(({ kind, ms }) => ms > 0 || kind === 'person' || kind === 'told'),
  }
}

/** What has to come before a change, and when that is after entering the state whose motion takes `motionMs`. */
function waitFor({ rule, from }: StateChange, motionMs: number): { readonly kind: Piece['kind']; readonly what: string; readonly totalMs: number } {
  if (!rule) return { kind: 'told', what: 'its holder', totalMs: 0 }
  const { trigger } = rule
  switch (trigger.on) {
    case 'after':
    case 'every':
      return { kind: 'timer', what: `${trigger.on} ${trigger.ms === latestMs(trigger) ? '' : `${trigger.ms} to `}${latestMs(trigger)} ms in ${from.name}`, totalMs: latestMs(trigger) + (trigger.since === 'settling' ? motionMs : 0) }
    case 'settled':
      return { kind: 'timer', what: `${from.name} at rest`, totalMs: motionMs }
    case 'changes':
    case 'message':
    case 'shown':
    case 'hidden':
      return { kind: 'told', what: wordsFor(rule), totalMs: 0 }
    default:
      return { kind: 'person', what: wordsFor(rule), totalMs: trigger.on === 'long press' ? trigger.thresholdMs : 0 }
  }
}

const wordsFor = ({ trigger }: Rule): string => ('name' in trigger ? `${trigger.on} ${trigger.name}` : 'key' in trigger ? `${trigger.on} ${trigger.key ?? 'any'}` : trigger.on)
