import { componentsOn, type Id, type Project, type Screen } from '../../document'
import type { Surface } from '../../machine'
import { neededBy } from '../copy-between'
import { textsIn } from '../texts-in'

/** A project with only what a run can come to that begins on a surface: the screens its actions lead to, and what stands on them. */
export function onlyFor(project: Project, surface: Surface): Project {
  const screens = new Map<Id, Screen>()
  const components = new Set<Id>()
  const addComponents = (ids: readonly Id[]): void => {
    const fresh = ids.filter((id) => !components.has(id))
    fresh.forEach((id) => components.add(id))
    const needed = neededBy(project, fresh)
    needed.components.forEach(({ id }) => components.add(id))
    needed.screens.forEach(addScreen)
  }
  const addScreen = (screen: Screen): void => {
    if (screens.has(screen.id)) return
    screens.set(screen.id, screen)
    addComponents(componentsOn(project, screen).map(({ id }) => id))
    const said = textsIn(screen)
    project.screens.filter(({ id }) => said.has(id)).forEach(addScreen)
  }
  if ('component' in surface) addComponents([surface.component])
  else project.screens.filter(({ id }) => id === surface.screen).forEach(addScreen)
  const kept = { components: project.components.filter(({ id }) => components.has(id)), screens: project.screens.filter(({ id }) => screens.has(id)) }
  const said = textsIn([kept, project.tables])
  return {
    ...project, ...kept, takes: [], promises: [], accepted: [],
    startScreen: project.startScreen !== null && screens.has(project.startScreen) ? project.startScreen : null,
    assets: project.assets.filter(({ id }) => said.has(id)), tokens: project.tokens.filter(({ id }) => said.has(id)),
  }
}
