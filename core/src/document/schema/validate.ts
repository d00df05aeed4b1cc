import type Joi from 'joi'
import { componentsIn, reaches } from '../containment'
import { RheoError } from '../error'
import type { Component } from '../component'
import { LIMITS } from '../limits'
import { componentOf, type Project } from '../project'
import { parseFile } from '../serialise'
import { requireStorable } from '../storable'
import { acceptance, asset, component, icon, project, screen, table, take, token } from './project'

/** The value when it fits the schema; otherwise throws `invalid` with the place of the first thing that does not, or what `requireStorable` throws. */
export function validated<T>(schema: Joi.Schema, value: unknown, what: string): T {
  requireStorable(value, what)
  const { error, value: valid } = schema.required().validate(value, { convert: false, abortEarly: true, errors: { wrap: { label: false } } })
  if (!error) return valid as T
  const place = error.details[0]?.path.join('/') ?? ''
  throw new RheoError('invalid', place, `${what} does not fit at ${place || 'its root'}: ${error.details[0]?.message ?? 'it is not valid'}.`)
}

/** A project from the text of a `.rheo.json` file. Throws what `parseFile` throws, `invalid`, or `incoherent`. */
export function readProject(text: string): Project {
  const read = validated<Project>(project, parseFile(text), 'The project file')
  read.components.forEach(requireCoherent)
  read.screens.forEach((each) => requireTree(each, failing('screens', each)))
  requireShallow(read)
  return read
}

/** What an edit touched of a project, checked against the schema. Throws `invalid` or `incoherent`. */
export function requireValid(checked: Project, touched: ReadonlySet<string>): void {
  for (const thing of touched) {
    const [field = '', id] = thing.split('/')
    if (FIXED.includes(field)) throw new RheoError('invalid', field, `The ${field} of a project cannot be changed.`)
    if (!FIELDS.has(field)) throw new RheoError('invalid', field, `A project has no “${field}”.`)
    if (!(field in THINGS) || id === undefined) validated(project.extract(field), checked[field as keyof Project], `The project’s ${field}`)
  }
  for (const [list, schema] of Object.entries(THINGS)) {
    for (const each of checked[list as keyof typeof THINGS]) {
      if (touched.has(`${list}/${each.id}`)) validated(schema, each, `“${shortened('name' in each ? each.name : each.id)}”`)
    }
  }
  for (const each of checked.screens) if (touched.has(`screens/${each.id}`)) requireTree(each, failing('screens', each))
  for (const each of checked.components) {
    if (!touched.has(`components/${each.id}`)) continue
    requireCoherent(each)
    if (componentsIn(each).some((inner) => reaches(checked, inner, each.id))) {
      throw new RheoError('contains-itself', `components/${each.id}`, `“${each.name}” would contain itself; a component cannot be inside its own instances.`)
    }
  }
  if ([...touched].some((thing) => thing.startsWith('components/'))) requireShallow(checked)
}

/** What a project is keeps being so. */
const FIXED = ['format', 'version', 'id']

const FIELDS: ReadonlySet<string> = new Set(Object.keys((project.describe() as { readonly keys: object }).keys))

/** Components may stand inside one another only so deep. What contains itself is found elsewhere. */
function requireShallow(checked: Project): void {
  const depths = new Map<string, number>()
  const depthOf = (id: string, above: number): number => {
    const known = depths.get(id)
    const holder = componentOf(checked, id)
    if (known !== undefined || !holder) return known ?? 0
    if (above > LIMITS.instanceDepth) failing('components', holder)('parts', `components stand more than ${LIMITS.instanceDepth} deep inside one another`)
    depths.set(id, 1)
    const depth = 1 + Math.max(0, ...componentsIn(holder).map((inner) => depthOf(inner, above + 1)))
    depths.set(id, depth)
    if (depth > LIMITS.instanceDepth) failing('components', holder)('parts', `components stand more than ${LIMITS.instanceDepth} deep inside one another`)
    return depth
  }
  for (const { id } of checked.components) depthOf(id, 1)
}

const shortened = (name: string): string => (name.length > 40 ? `${name.slice(0, 40)}…` : name)

const THINGS = { components: component, screens: screen, tables: table, tokens: token, assets: asset, icons: icon, takes: take, accepted: acceptance }

/** What a schema cannot say: the tree is a tree, the start is a state, and references within a component lead somewhere. */
function requireCoherent(checked: Component): void {
  const fail = failing('components', checked)
  requireTree(checked, fail)
  for (const axis of checked.axes) {
    if (!axis.states.some(({ id }) => id === axis.start)) fail(`axes/${axis.id}/start`, `“${axis.name}” starts in a state it does not have`)
  }
  for (const rule of checked.rules) {
    const axis = checked.axes.find(({ id }) => id === rule.axis)
    if (!axis) fail(`rules/${rule.id}/axis`, 'a rule belongs to an axis that is missing')
    const { target } = rule
    if (target.go === 'state' && !axis?.states.some(({ id }) => id === target.state)) fail(`rules/${rule.id}/target`, 'a rule leads to a state that is missing')
  }
}

type Fail = (place: string, sentence: string) => never

const failing = (list: 'components' | 'screens', { id, name }: { readonly id: string; readonly name: string }): Fail => (place, sentence) => {
  throw new RheoError('incoherent', `${list}/${id}/${place}`, `In “${name}”, ${sentence}.`)
}

function requireTree(checked: Pick<Component, 'parts'>, fail: Fail): void {
  if (checked.parts.length > LIMITS.parts) fail('parts', `there are ${checked.parts.length.toLocaleString('en')} parts; there may be up to ${LIMITS.parts.toLocaleString('en')}`)
  const parts = new Map(checked.parts.map((part) => [part.id, part]))
  checked.parts.forEach((part, index) => {
    if ((part.parent === null) !== (index === 0)) fail(`parts/${part.id}`, `“${part.name}” must ${index === 0 ? 'be the root' : 'have a holder'}`)
    if (part.parent !== null && !parts.has(part.parent)) fail(`parts/${part.id}/parent`, `the holder of “${part.name}” is missing`)
    const seen = new Set<string>()
    for (let at = part.parent; at !== null; at = parts.get(at)?.parent ?? null) {
      if (seen.has(at) || at === part.id) fail(`parts/${part.id}/parent`, `“${part.name}” holds itself`)
      seen.add(at)
      if (seen.size > LIMITS.containerDepth) fail(`parts/${part.id}/parent`, `“${part.name}” stands more than ${LIMITS.containerDepth} containers deep`)
    }
  })
}
