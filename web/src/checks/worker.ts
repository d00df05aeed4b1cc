import { ProjectChecker } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import type { CheckAnswer, CheckReady, CheckRequest } from './messages'
import { sharing } from './sharing'

const checker = new ProjectChecker()
let last: Project | null = null
let newest: CheckRequest | null = null

self.onmessage = ({ data }: MessageEvent<CheckRequest>) => {
  if (newest === null) setTimeout(answer)
  newest = data
}

const ready: CheckReady = { isReady: true }
self.postMessage(ready)

function answer(): void {
  const { project, revision } = newest!
  newest = null
  last = last ? sharing(last, project) : project
  const reply: CheckAnswer = { revision, findings: checker.components(last) }
  self.postMessage(reply)
}
