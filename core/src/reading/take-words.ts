import { never, propertyDefinition, type Expectation, type Project, type Take } from '../document'
import { pathName } from './path-names'

/** What an expectation of a take expects, in words. */
export function expectationText(project: Project, take: Take, { expect }: Pick<Expectation, 'expect'>): string {
  const nameOf = (path: string) => pathName(project, take.surface, path, () => undefined)
  switch (expect.what) {
    case 'state':
      return `${nameOf(expect.instance)} is ${project.components.flatMap(({ axes }) => axes).find(({ id }) => id === expect.axis)?.states.find(({ id }) => id === expect.state)?.name ?? '?'}`
    case 'variable':
      return `${expect.name} is ${expect.value === '' ? 'empty' : String(expect.value)}`
    case 'property': {
      const part = project.screens.flatMap(({ parts }) => parts).find(({ id }) => id === expect.part)
      return `${propertyDefinition(expect.property)?.label ?? expect.property} of ${part?.name ?? nameOf(expect.instance)} is ${String(expect.value)}`
    }
    case 'text':
      return `“${expect.text}” is to be read`
    case 'settled':
      return `${nameOf(expect.instance)} has settled`
    default:
      return never(expect, 'expectation')
  }
}
