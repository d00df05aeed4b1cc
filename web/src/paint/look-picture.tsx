import { useId, useLayoutEffect, useMemo, useRef } from 'react'
import { orElse, type Look, type Project } from '@rheoscope/core/document'
import { drawList, startRun } from '@rheoscope/core/run'
import { paint, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from './patch'

/** Which states of a component are to be seen, whether it is there at all, and what takes precedence on top of that. */
export interface Still {
  /** The state of each axis, by axis; axes left out are at their start. */
  readonly standing: Readonly<Record<string, string>>
  readonly isAbsent?: boolean
  readonly over?: Look | null
}

/** What a component shows at rest; an empty list when it cannot be put together. */
export function stillLife(project: Project, component: string, { standing, isAbsent = false, over = null }: Still): DrawList {
  const begun = { states: standing, isAbsent }
  return orElse(() => drawList(startRun(over ? laidOver(project, component, standing, over) : project, { component }, begun)), [])
}

const laidOver = (project: Project, component: string, standing: Still['standing'], look: Look): Project => ({
  ...project,
  components: project.components.map((each) => (each.id === component ? { ...each, combinations: [...each.combinations, { id: 'over', states: standing, look }] } : each)),
})

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
