import type { Id, Project, Rule, Screen } from '../../document'

/** The screens and overlays that some rules lead to. */
export const ledTo = (rules: readonly Rule[]): readonly Id[] =>
  rules.flatMap(({ actions, target }) => (target.go === 'ignored' ? [] : actions.flatMap((action) => (action.do === 'go to screen' || action.do === 'open overlay' ? [action.screen] : []))))

const known = new WeakMap<Project, ReadonlySet<Id>>()

/** Whether anything in a project leads to a screen, so that whoever has left it can come to it again. */
export function isComeTo(project: Project, { id }: Screen): boolean {
  const led = known.get(project) ?? new Set(ledTo([...project.components, ...project.screens].flatMap(({ rules }) => rules)))
  known.set(project, led)
  return led.has(id)
}
