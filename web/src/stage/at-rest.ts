import type { Project } from '@rheoscope/core/document'
import { Run } from '@rheoscope/core/run'
import { itemOf, type DrawList, type Frame } from '@rheoscope/core/scene'

/** The screen as it begins; empty while it cannot be put together. */
export function atRest(project: Project, screen: string): DrawList {
  try {
    return new Run(project, { screen }).drawList()
  } catch {
    return []
  }
}

/** Where a part on the screen is, and how large what it shows is. */
export function frameOf(list: DrawList, part: string): Frame {
  const item = itemOf(list, '', part)
  const inner = item?.children.length === 1 && item.kind === 'instance' ? item.children[0] : item
  const number = (of: typeof item, property: string) => Number(of?.values[property] ?? 0)
  return { x: number(item, 'x'), y: number(item, 'y'), width: number(inner, 'width'), height: number(inner, 'height') }
}
