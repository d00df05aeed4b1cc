import { orElse, type Project } from '@rheoscope/core/document'
import { drawList, startRun } from '@rheoscope/core/run'
import { itemOf, shownSize, type DrawList, type Frame } from '@rheoscope/core/scene'

/** The screen as it begins; empty while it cannot be put together. */
export function atRest(project: Project, screen: string): DrawList {
  return orElse(() => drawList(startRun(project, { screen })), [])
}

/** Where a part on the screen is, and how large what it shows is. */
export function frameOf(list: DrawList, part: string): Frame {
  const item = itemOf(list, '', part)
  return item ? { x: item.values.x, y: item.values.y, ...shownSize(item) } : { x: 0, y: 0, width: 0, height: 0 }
}
