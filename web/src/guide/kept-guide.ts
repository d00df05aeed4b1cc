import { keepText, keptText } from '../session/kept-text'

const GUIDED = 'rheoscope.guide'

/** Guides whoever works here through the first component of a project, until that is done or left. */
export const beginGuide = (project: string): void => keepText(GUIDED, project)

export const endGuide = (): void => keepText(GUIDED, null)

/** The project whose first component is being made with a guide; null when there is none. */
export const guidedProject = (): string | null => keptText(GUIDED)
