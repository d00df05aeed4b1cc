import { useCallback, useEffect, useRef, useState } from 'react'
import type { MapGraph, MapLayout } from '@rheoscope/core/map'
import type { Breakdown } from '../workers/breakdown'
import { OpenWorker } from '../workers/open-worker'
import type { MapAnswer, MapRequest } from './messages'

interface LaidOut {
  /** The last one stays until the next is ready; null before the first. */
  readonly layout: MapLayout | null
  readonly failure: Breakdown | null
  readonly tryAgain: () => void
}

/** The layout of a graph, made in a worker. */
export function useMapLayout(graph: MapGraph): LaidOut {
  const [layout, setLayout] = useState<MapLayout | null>(null)
  const [failure, setFailure] = useState<Breakdown | null>(null)
  const [tries, setTries] = useState(0)
  const worker = useRef<OpenWorker<MapRequest, MapAnswer> | null>(null)
  const asked = useRef<MapRequest>({ number: 0, graph })

  useEffect(() => {
    const opened = new OpenWorker<MapRequest, MapAnswer>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), 'Laying the map out', {
      ready: () => opened.send(asked.current),
      hear: (answer) => answer.number === asked.current.number && setLayout(answer.layout),
      fail: setFailure,
    })
    worker.current = opened
    return () => opened.close()
  }, [tries])

  useEffect(() => {
    asked.current = { number: asked.current.number + 1, graph }
    if (worker.current?.isListening) worker.current.send(asked.current)
  }, [graph])

  const tryAgain = useCallback(() => {
    setFailure(null)
    setTries((before) => before + 1)
  }, [])
  return { layout, failure, tryAgain }
}
