import type { Pledge, Pledged, Project } from '../../document'
import { listed } from '../ground/context'
import { thingsOfPrototype, thingsOnSurface, type Thing } from '../explore'
import { inMs } from '../model/finding'

/** A promise as a sentence: `exactly 1 of Reading, Bunk and Door is on, always`. Throws `gone` when its surface is. */
export function pledgeText(project: Project, { surface, through, says }: Pledge): string {
  const things = through === true && 'screen' in surface ? thingsOfPrototype(project, surface.screen) : thingsOnSurface(project, surface)
  const words = (that: Pledged) => pledgedText(project, things, that)
  switch (says.kind) {
    case 'always':
      return `always ${words(says.that)}`
    case 'never':
      return `never ${words(says.that)}`
    case 'can reach':
      return `it is always possible to reach: ${words(says.that)}`
    case 'after':
      return `after ${words(says.that)}, within ${inMs(says.withinMs)} ${words(says.then)}`
  }
}

function pledgedText(project: Project, things: readonly Thing[], that: Pledged): string {
  switch (that.what) {
    case 'state':
      return `${nameOf(things, that.instance)} is ${stateOf(things, that)}`
    case 'variable':
      return `${that.name} is ${String(that.value)}`
    case 'shown':
      return `“${project.screens.find(({ id }) => id === that.screen)?.name ?? 'a screen that is gone'}” is shown`
    case 'count': {
      const states = [...new Set(that.of.map((each) => stateOf(things, each)))]
      return `${that.how} ${that.many} of ${listed(that.of.map(({ instance }) => nameOf(things, instance)))} ${that.many === 1 ? 'is' : 'are'} ${states.join(' or ')}`
    }
  }
}

function nameOf(things: readonly Thing[], path: string): string {
  const thing = things.find((each) => each.path === path)
  const part = thing?.holder?.compiled.component.parts.find(({ id }) => id === thing.part)
  return part?.name ?? thing?.compiled.component.name ?? 'something gone'
}

function stateOf(things: readonly Thing[], { instance, axis, state }: { readonly instance: string; readonly axis: string; readonly state: string }): string {
  const component = things.find(({ path }) => path === instance)?.compiled.component
  const of = component?.axes.find(({ id }) => id === axis)
  return [...(of?.states ?? []), ...(of?.groups ?? [])].find(({ id }) => id === state)?.name ?? 'in a state that is gone'
}
