/**
 * The path of an instance: the names of the steps that lead to it from its surface, outermost first. The surface a run
 * begins on has the empty path, one it went on to a step of its own.
 */

/** The mark of the path of a surface that a run went on to. */
const SURFACE = '@'

/** The path of a screen or overlay that a run went on to. */
export const surfacePath = (screen: string): string => `${SURFACE}${screen}`

/** The path of the surface that an instance stands on, however deep. */
export const surfaceOf = (path: string): string => (path.startsWith(SURFACE) ? (path.split('/', 1)[0] ?? '') : '')

/** Whether nothing holds the instance of a path. */
export const isSurface = (path: string): boolean => path === '' || (path.startsWith(SURFACE) && !path.includes('/'))

/** Whether a path is that of an instance or of one inside it. */
export const isWithin = (path: string, holder: string): boolean =>
  path === holder || (holder === '' ? !path.startsWith(SURFACE) : path.startsWith(`${holder}/`))

/** The path of what a step inside an instance leads to. */
export const pathInside = (holder: string, step: string): string => (holder === '' ? step : `${holder}/${step}`)

/** The step to the item of a list that shows a record. */
export const itemStep = (list: string, record: string): string => `${list}:${record}`

/** The record that the item of a list shows, by the step to it. */
export const recordIn = (step: string, list: string): string => step.slice(list.length + 1)

/** The path of what holds an instance; the surface for one directly on it. */
export const holderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))

/** The last step of a path. */
export const stepOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1)
