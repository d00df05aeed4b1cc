import { orElse, type Look, type Project } from '../document'
import type { DrawList } from '../scene'
import { drawList } from './pictures'
import { startRun } from './start'

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
