import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react'

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

/** A number that runs on is read ten times a second; oftener would only keep the screen busy. */
const READOUT_MS = 100

/** An element whose text is kept up with something that changes all the time. */
export function useReadout<T extends HTMLElement>(text: () => string): RefObject<T | null> {
  const element = useRef<T>(null)
  const lastMs = useRef(-Infinity)
  useFrames((wallMs) => {
    if (wallMs - lastMs.current < READOUT_MS) return
    lastMs.current = wallMs
    const now = text()
    if (element.current && element.current.textContent !== now) element.current.textContent = now
  })
  return element
}
