import { useEffect, useState, type KeyboardEvent, type RefObject } from 'react'
import type { Frame } from '@rheoscope/core/scene'
import { certain } from '@rheoscope/core/document'

interface Size {
  readonly width: number
  readonly height: number
}

/** What part of the surface is seen, as a magnification and the point in the middle. */
interface Look {
  readonly zoom: number
  readonly x: number
  readonly y: number
}

const MARGIN_PX = 40
/** A step of zoom is so many times as large. */
export const ZOOM_STEP = 1.25

const ZOOMS = { least: 0.1, most: 32 } as const

/**
 * How the easel looks at its surface: all of it until the wheel says otherwise. With Ctrl the wheel magnifies about
 * the pointer, without it it moves the surface.
 *
 * @param largestFit what is small is not blown up farther than this by itself
 */
export function useEaselView(picture: RefObject<SVGSVGElement | null>, room: Size, surface: Size, largestFit: number): {
  readonly zoom: number
  readonly view: Frame
  readonly fit: () => void
  readonly zoomTo: (zoom: number) => void
  /** `+`, `-`, `0` for all of it and `1` for 100 %; says whether it was one of these. */
  readonly zoomByKey: (event: KeyboardEvent) => boolean
  readonly isFitted: boolean
} {
  const [chosen, setChosen] = useState<Look | null>(null)
  const fitted: Look = {
    zoom: Math.max(ZOOMS.least, Math.min(largestFit, (room.width - 2 * MARGIN_PX) / surface.width, (room.height - 2 * MARGIN_PX) / surface.height)),
    x: surface.width / 2, y: surface.height / 2,
  }
  const { zoom, x, y } = chosen ?? fitted

  // Not a React handler, because those may not keep the page from scrolling.
  useEffect(() => {
    const element = certain(picture.current)
    const onWheel = (event: WheelEvent) => {
      event.preventDefault()
      if (!event.ctrlKey && !event.metaKey) {
        setChosen({ zoom, x: x + event.deltaX / zoom, y: y + event.deltaY / zoom })
        return
      }
      const box = element.getBoundingClientRect()
      const at = { x: event.clientX - box.left - box.width / 2, y: event.clientY - box.top - box.height / 2 }
      const next = Math.min(ZOOMS.most, Math.max(ZOOMS.least, zoom * 1.0015 ** -event.deltaY))
      setChosen({ zoom: next, x: x + at.x / zoom - at.x / next, y: y + at.y / zoom - at.y / next })
    }
    element.addEventListener('wheel', onWheel, { passive: false })
    return () => element.removeEventListener('wheel', onWheel)
  }, [picture, zoom, x, y])

  const zoomTo = (to: number) => setChosen({ zoom: Math.min(ZOOMS.most, Math.max(ZOOMS.least, to)), x, y })
  const zoomByKey = ({ key, ctrlKey, metaKey }: KeyboardEvent): boolean => {
    const to = ctrlKey || metaKey ? undefined : { '+': zoom * ZOOM_STEP, '-': zoom / ZOOM_STEP, '1': 1 }[key]
    if (to !== undefined) zoomTo(to)
    else if (key === '0') setChosen(null)
    return to !== undefined || key === '0'
  }
  const [width, height] = [room.width / zoom, room.height / zoom]
  return { zoom, view: { x: x - width / 2, y: y - height / 2, width, height }, fit: () => setChosen(null), zoomTo, zoomByKey, isFitted: chosen === null }
}
