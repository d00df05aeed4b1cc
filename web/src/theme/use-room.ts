import { useLayoutEffect, useState, type RefObject } from 'react'
import { certain } from '@rheoscope/core/document'

/** How much room something has on the page, in px. */
export interface Room {
  readonly width: number
  readonly height: number
}

/** The room an element has, as it changes; `first` until it is known. */
export function useRoom(element: RefObject<HTMLElement | null>, first: Room): Room {
  const [room, setRoom] = useState(first)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = certain(entry).contentRect
      setRoom({ width: Math.floor(width), height: Math.floor(height) })
    })
    observer.observe(certain(element.current))
    return () => observer.disconnect()
  }, [element])
  return room
}
