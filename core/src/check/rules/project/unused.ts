import { expressionsOfAction, inProject, isExpression, namesGivenBy, orElse, removeFrom, type Component, type Project } from '../../../document'
import { compile } from '../../../machine'
import { namesOr } from '../../../expression'
import { setsOf } from '../../explore/split'
import type { About, Finding } from '../../model/finding'
import type { ProjectCheck } from '../../ground/context'

/** What is in a project without anything using it: components, variables, parameters and tokens. */
export const unused: ProjectCheck = {
  name: 'unused', scope: 'project', levels: ['note'],
  means: 'components on no screen, parameters and tokens without use',
  finds: (project) => {
    const text = JSON.stringify([project.components, project.screens])
    const placed = new Set([...project.components, ...project.screens].flatMap(({ parts }) => parts.flatMap((part) => (part.kind === 'instance' || part.kind === 'list' ? [part.component] : []))))
    const slotted = new Set(project.components.flatMap(({ parameters }) => parameters.flatMap(({ type, choices, initial }) => (type === 'slot' ? [...(choices ?? []), initial] : []))))
    return [
      ...(project.screens.length === 0 ? [] : project.components.filter(({ id }) => !placed.has(id) && !slotted.has(id)).map(({ id, name }) =>
        finding(`component ${id}`, `The component “${name}” stands on no screen and in no other component`, { component: id }, null))),
      ...project.tokens.filter(({ id }) => !text.includes(`"token":"${id}"`)).map(({ id, name }) =>
        finding(`token ${id}`, `The token “${name}” is used nowhere`, {}, { label: 'Remove it', edit: removeFrom(inProject('tokens'), id) })),
      ...project.components.flatMap((component) => unusedIn(project, component)),
    ]
  },
}

function unusedIn(project: Project, component: Component): readonly Finding[] {
  const reads = readsOf(project, component)
  return component.parameters.filter(({ name, type }) => type !== 'slot' && !reads.has(name)).map(({ id, name }) =>
    finding(`parameter ${component.id} ${id}`, `The parameter ${name} of ${component.name} decides nothing`, { component: component.id }, { label: 'Remove it', edit: removeFrom(inProject('components', component.id, 'parameters'), id) }))
}

const finding = (id: string, sentence: string, about: About, remedy: Finding['remedy']): Finding =>
  ({ id: `unused ${id}`, kind: 'unused', level: 'note', sentence: `${sentence}.`, about, remedy, witness: null, numbers: {} })

/** Every name a component uses, for itself or to hand it on. */
function readsOf(project: Project, component: Component): ReadonlySet<string> {
  const handed = component.parts.flatMap((part) => Object.values(part.base).flatMap((value) => (isExpression(value) ? namesOr(value.expr) : [])))
  return new Set([...orElse(() => compile(project, component).reads, []), ...handed])
}

interface Named {
  readonly name: string
  readonly where: string
  readonly about: About
  readonly isSet: boolean
  readonly isRead: boolean
}

/** Every variable of a project, with whether anything gives it a value and whether anything depends on it. */
function variablesIn(project: Project): readonly Named[] {
  const holders = project.components.map((component) => ({ component, reads: readsOf(project, component), sets: setsOf({ project, compiled: { component } }) }))
  const screens = project.screens.map((screen) => ({
    reads: new Set([...screen.rules.flatMap(({ guard, actions }) => [...namesOr(guard ?? ''), ...actions.flatMap(expressionsOfAction).flatMap(namesOr)]), ...screen.parts.flatMap((part) => Object.values(part.base).flatMap((value) => (isExpression(value) ? namesOr(value.expr) : [])))]),
    sets: new Set(namesGivenBy(screen)),
    entryPoints: screen.entryPoints ?? [],
  }))
  const everywhere = [...holders, ...screens]
  const shared = project.variables.map(({ name }): Named => ({
    name, where: project.name, about: {},
    isSet: everywhere.some(({ sets }) => sets.has(name)) || screens.some(({ entryPoints }) => entryPoints.some(({ variables }) => name in variables)),
    isRead: everywhere.some(({ reads }) => reads.has(name)),
  }))
  const own = holders.flatMap(({ component, reads, sets }) => component.variables.map(({ name }): Named => ({ name, where: component.name, about: { component: component.id }, isSet: sets.has(name), isRead: reads.has(name) })))
  return [...shared, ...own]
}

/** Variables that something depends on and nothing ever changes. */
export const neverSet: ProjectCheck = {
  name: 'never-set', scope: 'project', levels: ['note'],
  means: 'variables that are read and never set',
  finds: (project): readonly Finding[] =>
    variablesIn(project).filter(({ isSet, isRead }) => isRead && !isSet).map((variable) => variableFinding('never-set', variable, 'is never given another value than it starts with')),
}

/** Variables that are given values nothing depends on. */
export const setButNeverRead: ProjectCheck = {
  name: 'set-but-never-read', scope: 'project', levels: ['note'],
  means: 'variables that are set and never read',
  finds: (project): readonly Finding[] =>
    variablesIn(project).filter(({ isSet, isRead }) => isSet && !isRead).map((variable) => variableFinding('set-but-never-read', variable, 'is given values, and nothing depends on them')),
}

/** Variables nobody gives values to and nothing depends on. */
export const unusedVariables: ProjectCheck = {
  name: 'unused', scope: 'project', levels: ['note'],
  means: 'variables without use',
  finds: (project): readonly Finding[] =>
    variablesIn(project).filter(({ isSet, isRead }) => !isSet && !isRead).map((variable) => variableFinding('unused', variable, 'is used nowhere')),
}

const variableFinding = (kind: string, { name, where, about }: Named, what: string): Finding =>
  ({ id: `${kind} variable ${where} ${name}`, kind, level: 'note', sentence: `The variable ${name} of ${where} ${what}.`, about, remedy: null, witness: null, numbers: {} })
