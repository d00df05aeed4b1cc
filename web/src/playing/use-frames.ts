import { useEffect, useLayoutEffect, useRef } from 'react'

/** Calls `onFrame` for every frame of the screen with the wall clock in milliseconds. */
export function useFrames(onFrame: (wallMs: number) => void): void {
  const latest = useRef(onFrame)
  useEffect(() => {
    latest.current = onFrame
  })
  // A layout effect, because its end comes before the elements are gone.
  useLayoutEffect(() => {
    let frame = requestAnimationFrame(function next(now) {
      latest.current(now)
      frame = requestAnimationFrame(next)
    })
    return () => cancelAnimationFrame(frame)
  }, [])
}
