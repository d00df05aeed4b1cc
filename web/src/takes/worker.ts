import { playTake } from '@rheoscope/core/run'
import type { TakesAnswer, TakesRequest } from './messages'

const answer = (what: TakesAnswer): void => self.postMessage(what)

self.onmessage = ({ data: { number, project, takes } }: MessageEvent<TakesRequest>) =>
  answer({ number, played: takes.map((take) => [take.id, playTake(project, take)]) })

answer({ ready: true })
