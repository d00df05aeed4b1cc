import { useId, useLayoutEffect, useMemo, useRef } from 'react'
import type { Project } from '@rheoscope/core/document'
import { Run } from '@rheoscope/core/run'
import { paint, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from './patch'

/** What a component shows at rest, its axes where `standing` says; an empty list when it cannot be put together. */
export function stillLife(project: Project, component: string, standing: Readonly<Record<string, string>>): DrawList {
  try {
    const begun = { states: standing }
    return new Run(project, { component }, begun).drawList()
  } catch {
    return []
  }
}

/** The size of the surface a draw list shows. */
export const surfaceSize = (list: DrawList): { width: number; height: number } => ({
  width: (list[0]?.values.width as number | undefined) ?? 100,
  height: (list[0]?.values.height as number | undefined) ?? 100,
})

/** A draw list as a picture, never larger than life times `zoom`. What holds it says what it shows. */
export function DrawListPicture({ list, zoom = 1, margin = 8 }: { readonly list: DrawList; readonly zoom?: number; readonly margin?: number }) {
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const nodes = useMemo(() => paint(list, scope), [list, scope])
  const { width, height } = surfaceSize(list)
  useLayoutEffect(() => patchChildren(group.current!, nodes), [nodes])
  return (
    <svg
      className="picture" aria-hidden="true"
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
      width={(width + 2 * margin) * zoom} height={(height + 2 * margin) * zoom}
    >
      <g ref={group} />
    </svg>
  )
}

/** One look of a component. */
export function LookPicture({ project, component, standing, zoom }: {
  readonly project: Project
  readonly component: string
  /** The state of each axis, by axis; axes left out are at their start. */
  readonly standing: Readonly<Record<string, string>>
  readonly zoom?: number
}) {
  const key = JSON.stringify(standing)
  const list = useMemo(() => stillLife(project, component, JSON.parse(key) as Record<string, string>), [project, component, key])
  return <DrawListPicture list={list} {...(zoom === undefined ? {} : { zoom })} />
}
