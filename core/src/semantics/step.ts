import type { Id, Worth, Rule } from '../document'
import type { Ends } from './ground'

/** That an axis is to go to a state, by a rule or because something drives it there. */
export interface Move<T> {
  readonly thing: T
  readonly axis: number
  readonly to: Id
  readonly rule: Rule | null
}

/** Actions of a rule, from a group on, that wait until others have ended; when those do is known once the step has taken effect. */
export interface Begun<T> {
  readonly thing: T
  readonly rule: Rule
  readonly group: number
  readonly ends: readonly (() => Ends)[]
}

/** What one step has come to so far. */
export class Step<T> {
  /** What has not taken effect yet: axes that are to move, one move an axis, and surfaces that are to be shown or closed. */
  private readonly moves: Move<T>[] = []
  readonly shows: (() => void)[] = []
  /** Axes that have moved. */
  readonly moved: Pick<Move<T>, 'thing' | 'axis'>[] = []
  readonly begun: Begun<T>[] = []
  /** What is told once all has taken effect, each as a step of its own. */
  readonly told: (() => void)[] = []
  /** What names stood for before the step, of those that may have come to stand for something else; undefined where nobody knows. */
  readonly before = new Map<T, Map<string, Worth | undefined>>()
  private fresh = new Map<T, Set<string>>()
  private readonly followers = new Map<T, () => void>()

  /** The last to say where an axis goes has its way. */
  move(move: Move<T>): void {
    const before = this.moves.findIndex(({ thing, axis }) => thing === move.thing && axis === move.axis)
    if (before >= 0) this.moves.splice(before, 1)
    this.moves.push(move)
  }

  takeMove(): Move<T> | undefined {
    return this.moves.shift()
  }

  /** Something of a thing changes; `following` is asked before the first time. */
  touch(thing: T, following: () => () => void): void {
    if (!this.followers.has(thing)) this.followers.set(thing, following())
  }

  /** What carries how a thing has come to be to what stands inside and around it; undefined when all has been carried. */
  takeFollower(): (() => void) | undefined {
    for (const [thing, follow] of this.followers) {
      this.followers.delete(thing)
      return follow
    }
    return undefined
  }

  /** A name of a thing may stand for something else now. */
  rename(thing: T, name: string, before: Worth | undefined): void {
    const values = this.before.get(thing) ?? new Map<string, Worth | undefined>()
    if (!values.has(name)) values.set(name, before)
    this.before.set(thing, values)
    this.fresh.set(thing, new Set([...(this.fresh.get(thing) ?? []), name]))
  }

  /** The names that may have changed since this was asked last, by thing. */
  takeFresh(): ReadonlyMap<T, ReadonlySet<string>> {
    const { fresh } = this
    this.fresh = new Map()
    return fresh
  }
}
