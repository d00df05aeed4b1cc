import { laidOut } from './laid-out'
import type { MapAnswer, MapRequest } from './messages'

const answer = (what: MapAnswer): void => self.postMessage(what)

self.onmessage = ({ data: { number, graph } }: MessageEvent<MapRequest>) => answer({ number, layout: laidOut(graph) })

answer({ ready: true })
