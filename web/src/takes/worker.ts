import type { Project, Take } from '@rheoscope/core/document'
import { playTake, type PlayedTake } from '@rheoscope/core/run'
import { breakdownOf, type Breakdown } from '../workers/breakdown'
import { READY } from '../workers/open-worker'
import type { TakesAnswer, TakesRequest } from './messages'

self.onmessage = ({ data: { number, project, takes } }: MessageEvent<TakesRequest>) =>
  self.postMessage({ number, played: takes.map((take) => [take.id, played(project, take)] as const) } satisfies TakesAnswer)

/** A take that cannot be played does not take others along. */
function played(project: Project, take: Take): PlayedTake | Breakdown {
  try {
    return playTake(project, take)
  } catch (error) {
    return breakdownOf(`${take.name} cannot be played`, error)
  }
}

self.postMessage(READY)
