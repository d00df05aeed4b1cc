import { SceneBuilder, type DrawList } from '../scene'
import { withoutLeft } from './carry'
import type { Run } from './run'
import { answeringSurfaces, shownSurfaces } from './shown'

/** What has been drawn of a run, kept while it holds. Nothing that happens depends on it. */
export interface Frames {
  readonly draughtsman: SceneBuilder
  /** The last frame, while it still holds. */
  drawn: { readonly atMs: number; readonly list: DrawList } | null
  /** What of that answers. */
  answered: { readonly of: DrawList; readonly list: DrawList } | null
}

/** Before anything has been drawn. */
export const noFrames = (): Frames => ({ draughtsman: new SceneBuilder(), drawn: null, answered: null })

/** What is shown now. */
export function drawList(run: Run): DrawList {
  const { frames, nowMs } = run
  if (frames.drawn?.atMs !== nowMs) frames.drawn = { atMs: nowMs, list: drawnAt(run, nowMs) }
  return frames.drawn.list
}

/** What is shown at an instant before whatever happens next. */
export function drawnAt(run: Run, ms: number): DrawList {
  const shown = shownSurfaces(run)
  const list = run.frames.draughtsman.drawList((path) => run.instances.get(path), ms, shown.map(({ path }) => path))
  return list.map((item, index) => {
    const left = shown[index]?.left
    return left && left.size > 0 ? withoutLeft(item, left) : item
  })
}

/** What of that which is shown now answers to pointer and keyboard: what lies beneath an overlay, or is on its way out, does not. */
export function answering(run: Run): DrawList {
  const of = drawList(run)
  if (run.frames.answered?.of !== of) {
    const answer = new Set(answeringSurfaces(run).map(({ path }) => path))
    run.frames.answered = { of, list: of.every(({ instance }) => answer.has(instance)) ? of : of.filter(({ instance }) => answer.has(instance)) }
  }
  return run.frames.answered.list
}
