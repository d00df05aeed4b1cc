import type { Id } from '../document'
import type { Surface } from '../machine'
import type { Run } from './run'

/** A screen or overlay that is to be seen, by the path of its instance. */
export interface ShownSurface {
  readonly path: string
  /** Null for a component that runs alone. */
  readonly screen: Id | null
  readonly kind: 'screen' | 'overlay'
  /** Nothing beneath it answers. */
  readonly isModal: boolean
  readonly isLeaving: boolean
  /** The keys of its parts that others have taken the place of. */
  readonly left: ReadonlySet<string>
  /** The instance that was touched when it was opened. */
  readonly origin: string
}

export const NOTHING_LEFT: ReadonlySet<string> = new Set()

/** A screen as a run on it begins, or a component that runs alone. */
export const firstSurface = (surface: Surface): ShownSurface =>
  ({ path: '', screen: 'screen' in surface ? surface.screen : null, kind: 'screen', isModal: true, isLeaving: false, left: NOTHING_LEFT, origin: '' })

/** Everything to be seen, what is on top last. */
export const shownSurfaces = ({ surfaces, instances }: Run): readonly ShownSurface[] =>
  surfaces.filter(({ path }) => instances.has(path))

/** What answers: the topmost that lets nothing through, and what lies over it. */
export function answeringSurfaces(run: Run): readonly ShownSurface[] {
  const staying = shownSurfaces(run).filter(({ isLeaving }) => !isLeaving)
  return staying.slice(Math.max(0, staying.findLastIndex((surface) => surface.isModal)))
}
