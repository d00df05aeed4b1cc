import type { Id } from '@rheoscope/core/document'
import { described, everyDescribed, focused, spokenText, type Run } from '@rheoscope/core/run'

/** What a part of the component itself tells, in words. */
export function readOut(run: Run, part: Id): string {
  const found = everyDescribed(described(run)).find((each) => each.instance === '' && each.part === part)
  return found ? `“${spokenText(found)}”` : 'nothing'
}

/** What has the focus, in words, while that is to be seen; empty where nothing has. */
export const focusText = (run: Run): string => (run.hand.isFocusShown ? focused(described(run)).map(spokenText).join(' · ') : '')
