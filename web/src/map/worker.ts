import { laidOut } from '@rheoscope/core/map'
import { READY } from '../workers/open-worker'
import type { MapAnswer, MapRequest } from './messages'

self.onmessage = ({ data: { number, graph } }: MessageEvent<MapRequest>) => self.postMessage({ number, layout: laidOut(graph) } satisfies MapAnswer)

self.postMessage(READY)
