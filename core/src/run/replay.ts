import type { Input, Project } from '../document'
import type { Surface } from '../machine'
import { Run } from './run'
import type { RunOptions } from './parts'

/** The inputs in the order they happen; those of one instant keep their order. */
export const inOrder = (inputs: readonly Input[]): readonly Input[] => inputs.toSorted((a, b) => a.atMs - b.atMs)

/** A run to which all inputs have happened, at the instant `untilMs`. */
export function replay(project: Project, surface: Surface, inputs: readonly Input[], untilMs: number, options: RunOptions = {}): Run {
  const run = new Run(project, surface, options)
  play(run, inputs, untilMs)
  return run
}

/** Lets inputs happen to a run at their times, up to the instant `untilMs`. */
export function play(run: Run, inputs: readonly Input[], untilMs: number): void {
  for (const { atMs, ...action } of inOrder(inputs)) {
    if (atMs > untilMs) break
    run.advanceTo(atMs)
    run.send(action)
  }
  run.advanceTo(untilMs)
}
