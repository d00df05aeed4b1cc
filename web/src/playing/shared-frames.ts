type OnFrame = (wallMs: number) => void

const waiting = new Set<OnFrame>()
let frame = 0

/** Calls `onFrame` for every frame of the screen, in one turn with all others; returns what ends it. */
export function shareFrames(onFrame: OnFrame): () => void {
  waiting.add(onFrame)
  if (waiting.size === 1) frame = requestAnimationFrame(next)
  return () => {
    waiting.delete(onFrame)
    if (waiting.size === 0) cancelAnimationFrame(frame)
  }
}

function next(now: number): void {
  frame = requestAnimationFrame(next)
  for (const each of waiting) each(now)
}
