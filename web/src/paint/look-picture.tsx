import { useId, useLayoutEffect, useMemo, useRef } from 'react'
import type { Project } from '@rheoscope/core/document'
import { stillLife } from '@rheoscope/core/run'
import { paint, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from './patch'

/** The size of the surface a draw list shows. */
export const surfaceSize = (list: DrawList): { width: number; height: number } => ({
  width: list[0]?.values.width ?? 100,
  height: list[0]?.values.height ?? 100,
})

/** Room around a picture, in px. */
const MARGIN = 8

/** A draw list as a picture, never larger than life. What holds it says what it shows. */
export function DrawListPicture({ list }: { readonly list: DrawList }) {
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const nodes = useMemo(() => paint(list, scope), [list, scope])
  const { width, height } = surfaceSize(list)
  useLayoutEffect(() => patchChildren(group.current, nodes), [nodes])
  return (
    <svg
      className="picture" aria-hidden="true"
      viewBox={`${-MARGIN} ${-MARGIN} ${width + 2 * MARGIN} ${height + 2 * MARGIN}`}
      width={width + 2 * MARGIN} height={height + 2 * MARGIN}
    >
      <g ref={group} />
    </svg>
  )
}

/** One look of a component. */
export function LookPicture({ project, component, standing }: {
  readonly project: Project
  readonly component: string
  /** The state of each axis, by axis; axes left out are at their start. */
  readonly standing: Readonly<Record<string, string>>
}) {
  const key = JSON.stringify(standing)
  const list = useMemo(() => stillLife(project, component, { standing: JSON.parse(key) }), [project, component, key])
  return <DrawListPicture list={list} />
}
