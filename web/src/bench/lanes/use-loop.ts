import { useRef } from 'react'

/** How long a loop rests at the end before it begins again, in ms. */
const REST_MS = 400

/** The instant of a motion that plays again and again, at the speed of the clock; null while none does. Asked once in every frame. */
export function useLoop(isLooping: boolean): (wallMs: number, lengthMs: number, speed: number) => number | null {
  const at = useRef<{ readonly ms: number; readonly wallMs: number } | null>(null)
  return (wallMs, lengthMs, speed) => {
    if (!isLooping) {
      at.current = null
      return null
    }
    const ms = at.current ? (at.current.ms + (wallMs - at.current.wallMs) * speed) % (lengthMs + REST_MS) : 0
    at.current = { ms, wallMs }
    return Math.min(ms, lengthMs)
  }
}
