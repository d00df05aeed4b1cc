import { READY } from '../workers/open-worker'
import { laidOut } from './laid-out'
import type { MapAnswer, MapRequest } from './messages'

self.onmessage = ({ data: { number, graph } }: MessageEvent<MapRequest>) => self.postMessage({ number, layout: laidOut(graph) } satisfies MapAnswer)

self.postMessage(READY)
