import { useEffect, useRef, useState } from 'react'
import type { MapAnswer, MapGraph, MapLayout, MapRequest } from './messages'

/** The layout of a graph, made in a worker; the last one stays until the next is ready. Null before the first. */
export function useMapLayout(graph: MapGraph): MapLayout | null {
  const [layout, setLayout] = useState<MapLayout | null>(null)
  const worker = useRef<Worker | null>(null)
  const isReady = useRef(false)
  const asked = useRef<MapRequest>({ number: 0, graph })

  useEffect(() => {
    const made = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    worker.current = made
    made.onmessage = ({ data }: MessageEvent<MapAnswer>) => {
      if ('ready' in data) {
        isReady.current = true
        made.postMessage(asked.current)
      } else if (data.number === asked.current.number) setLayout(data.layout)
    }
    return () => {
      isReady.current = false
      made.terminate()
    }
  }, [])

  useEffect(() => {
    asked.current = { number: asked.current.number + 1, graph }
    if (isReady.current) worker.current?.postMessage(asked.current)
  }, [graph])

  return layout
}
