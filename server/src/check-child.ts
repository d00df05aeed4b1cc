import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { completeCheck, type CheckProgress, type CompleteCheck } from '@rheoscope/core/check'
import { messageOf, type Project } from '@rheoscope/core/document'

/** What the process that checks says: how far it is, and what it came to or why it came to nothing. */
export type FromCheckChild = { readonly progress: CheckProgress } | { readonly result: CompleteCheck } | { readonly failure: string }

/** How far it is, is told so often at most, in ms. */
const TELL_MS = 100

setFlagsFromString('--expose-gc')
const collect: () => void = runInNewContext('gc')

const parent = process.ppid

process.once('message', (project: Project) => {
  let [toldAt, toldOf] = [0, -1]
  const onProgress = (progress: CheckProgress) => {
    // Whoever asked has ended without a word, and so has the reason to go on.
    if (process.ppid !== parent) process.exit()
    const isNext = progress.done !== toldOf
    // What was kept for the last thing is not needed for the next.
    if (isNext) collect()
    if (!isNext && Date.now() - toldAt < TELL_MS) return
    [toldAt, toldOf] = [Date.now(), progress.done]
    tell({ progress })
  }
  tell(outcomeOf(project, onProgress), () => process.disconnect())
})

/** Says something to whoever started this process. */
const tell = (what: FromCheckChild, then?: () => void) => process.send?.(what, undefined, undefined, then)

function outcomeOf(project: Project, onProgress: (progress: CheckProgress) => void): FromCheckChild {
  try {
    return { result: completeCheck(project, onProgress) }
  } catch (error) {
    return { failure: messageOf(error) }
  }
}
