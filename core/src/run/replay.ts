import type { Input, Project } from '../document'
import type { Surface } from '../machine'
import { advanceTo, send } from './advance'
import type { Run, RunOptions } from './run'
import { startRun } from './start'

/** The inputs in the order they happen; those of one instant keep their order. */
export const inOrder = (inputs: readonly Input[]): readonly Input[] => inputs.toSorted((a, b) => a.atMs - b.atMs)

/** A run to which all inputs have happened, at the instant `untilMs`. */
export function replay(project: Project, surface: Surface, inputs: readonly Input[], untilMs: number, options: RunOptions = {}): Run {
  const run = startRun(project, surface, options)
  play(run, inputs, untilMs)
  return run
}

/** Lets inputs happen to a run at their times, up to the instant `untilMs`. */
export function play(run: Run, inputs: readonly Input[], untilMs: number): void {
  for (const { atMs, ...action } of inOrder(inputs)) {
    if (atMs > untilMs) break
    advanceTo(run, atMs)
    send(run, action)
  }
  advanceTo(run, untilMs)
}
