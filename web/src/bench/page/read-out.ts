import type { Id } from '@rheoscope/core/document'
import { described, everyDescribed, spokenText, type Run } from '@rheoscope/core/run'

/** What a part of the component itself tells, in words. */
export function readOut(run: Run, part: Id): string {
  const found = everyDescribed(described(run)).find((each) => each.instance === '' && each.part === part)
  return found ? `“${spokenText(found)}”` : 'nothing'
}

/** What has the focus, in words, while that is to be seen; empty where nothing has. */
export function focusText(run: Run): string {
  const all = run.hand.isFocusShown ? everyDescribed(described(run)) : []
  const focused = all.find(({ hasFocus }) => hasFocus)
  const active = focused && all.find(({ instance, part }) => instance === focused.instance && part === focused.says.activeDescendant)
  return focused ? [focused, ...(active ? [active] : [])].map(spokenText).join(' · ') : ''
}
