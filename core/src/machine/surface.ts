import { componentOf, RheoError, type Component, type Project, type Take } from '../document'

/** What a run plays on: a screen, or a component alone. */
export type Surface = Take['surface']

/**
 * The surface as a component: a screen is one without axes. Throws `gone` when the project has no such thing.
 */
export function surfaceComponent(project: Project, surface: Surface): Component {
  if ('component' in surface) {
    const component = componentOf(project, surface.component)
    if (!component) throw new RheoError('gone', `components/${surface.component}`, 'The component to run is no longer there.')
    return component
  }
  const screen = project.screens.find(({ id }) => id === surface.screen)
  if (!screen) throw new RheoError('gone', `screens/${surface.screen}`, 'The screen to run is no longer there.')
  const { id, name, parts, rules, variables, motion } = screen
  return { id, name, parts, rules, variables, motion, axes: [], combinations: [], parameters: [], pairs: [], absent: {} }
}
