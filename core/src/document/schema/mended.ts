import { decidedBy, decidingSettable } from '../decided'
import { newProject, type NewId } from '../defaults'
import { listAt, settingInstead, valueAt, type Edit } from '../edit'
import { RheoError } from '../error'
import { fieldsOf, hasKeys, isIdentified, type Fields, type Identified } from '../fields'
import { freeName } from '../free-name'
import { Project } from '../project'
import { leads, type Rule } from '../rule'
import { meant, type AnyShape } from '../shape'
import { sameValue } from '../value'
import { requireProject } from './require-project'

/** A project that was not one in every respect, made one, and what that took, a sentence each. */
export interface Mended {
  readonly project: Project
  readonly lines: readonly string[]
}

/** What cannot be mended in so many steps is refused. */
const MOST_STEPS = 1000

/**
 * A project as earlier versions accepted it, made to be what this one accepts: names and ids that are there twice get a
 * number, and what does not fit is taken out, as little as possible. Throws what `requireProject` throws where that does
 * not help.
 *
 * @param what the subject of the sentence where it cannot be mended
 * @param which the codes of what is to be mended; everything unless some are named
 */
export function mended(value: unknown, what = 'The project', which: readonly string[] | null = null): Mended {
  let now = value
  const lines: string[] = []
  for (let step = 0; step < MOST_STEPS; step++) {
    try {
      return { project: requireProject(now, what), lines }
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      const next = which && !which.includes(error.code) ? null : mendedAt(now, error)
      if (!next) throw error
      now = next.value
      lines.push(next.line)
    }
  }
  return { project: requireProject(now, what), lines }
}

/** The edit that makes a project what has become of it. */
export const mending = (before: Project, after: Project): Edit => ({
  edit: 'batch',
  edits: Object.entries(after).filter(([key, value]) => !sameValue(value, valueAt(before, [key]))).map(([key, to]): Edit => ({ edit: 'set', path: [key], to })),
})

interface Step {
  readonly value: unknown
  readonly line: string
}

function mendedAt(value: unknown, { code, place, message }: RheoError): Step | null {
  const path = place === '' ? [] : place.split('/')
  if (code === 'name-taken') return renamedAt(value, path)
  if (code === 'taken') return withOtherId(value, path)
  if (code === 'decided') return decidedAt(value, path)
  if (code === 'incoherent') return coherentAt(value, path, message)
  return code === 'invalid' ? withoutWhatDoesNotFit(value, path, message) : null
}

/** An axis starts in its first state where its start is gone, a part is put into the root where its holder is; a rule that refers to what is gone is taken out. */
function coherentAt(value: unknown, path: readonly string[], why: string): Step | null {
  if (path.at(-1) === 'start') {
    const [first] = listAt(value, [...path.slice(0, -1), 'states'])
    return { value: changedAt(value, path, () => first?.id), line: why }
  }
  const at = path.slice(0, 4)
  if (path[2] === 'parts' && path.length > 3) {
    const [root] = listAt(value, path.slice(0, 3))
    return { value: changedAt(value, [...at, 'parent'], () => (root?.id === path[3] ? null : root?.id)), line: why }
  }
  return at.length < 4 || !mayGo(value, at) ? null : { value: changedAt(value, at, () => undefined), line: `Something at ${at.join(' / ')} was taken out. ${why}` }
}

/** Rules that moved an axis a variable decides set that from now on; those that moved one a parameter decides stay where they are. */
function decidedAt(value: unknown, [list = '', id = '', , ruleId = '']: readonly string[]): Step | null {
  // Whoever found the rule was given a project of the right form.
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- as said
  const project = value as Project
  const component = project.components.find((each) => each.id === id)
  const rule = component?.rules.find((each) => each.id === ruleId)
  const axis = component?.axes.find((each) => each.id === rule?.axis)
  if (!component || !axis) return null
  const variable = decidingSettable(project, component, axis)
  const told = variable ? `set the variable ${variable.name}, which decides it, where they moved it before` : `stay where they are, because ${decidedBy(axis) ?? ''} decides it`
  const stays = (each: Rule): Rule => (each.axis === axis.id && leads(each) ? { ...each, target: { go: 'stay' } } : each)
  const decided = variable ? settingInstead(component, axis, variable, freeIds(project)) : { rules: component.rules.map(stays), pairs: component.pairs }
  return { value: changedAt(value, [list, id], () => ({ ...component, ...decided })), line: `In “${component.name}”, the rules of “${axis.name}” ${told}.` }
}

/** Makes identifiers that nothing in a project has. */
function freeIds(project: Project): NewId {
  const said = JSON.stringify(project)
  let last = 0
  return (hint) => {
    const prefix = hint.replaceAll(/[^A-Za-z0-9-]/g, '-')
    do last++
    while (said.includes(`"${prefix}-${last}"`))
    return `${prefix}-${last}`
  }
}

/** The things of a list that may be anything. */
const thingsIn = (list: unknown): readonly (Fields & Identified)[] => (Array.isArray(list) ? list.filter(isIdentified) : [])

/** What something is called; not everything has a name. */
const nameOf = ({ id, name }: Fields & Identified): string => (typeof name === 'string' ? name : id)

function renamedAt(value: unknown, path: readonly string[]): Step | null {
  const siblings = thingsIn(valueAt(value, path.slice(0, -2)))
  const taken = new Set(siblings.map(nameOf))
  const last = siblings.findLast(({ id }) => id === path.at(-2))
  if (!last) return null
  const name = freeName(nameOf(last), taken)
  return { value: changedAt(value, path, () => name), line: `One of several called “${nameOf(last)}” is now called “${name}”.` }
}

/** Lists whose items nothing refers to by id, or only in one way, so that one can be given another. */
const REFERRED: Readonly<Record<string, (node: Readonly<Record<string, unknown>>, from: string, to: string) => object | null>> = {
  tables: (node, from, to) => (node.table === from ? { ...node, table: to } : null),
  tokens: (node, from, to) => (node.token === from ? { ...node, token: to } : null),
  screens: (node, from, to) => (node.screen === from ? { ...node, screen: to } : node.startScreen === from ? { ...node, startScreen: to } : null),
  variables: () => null, icons: () => null, takes: () => null, accepted: () => null, promises: () => null,
}

function withOtherId(value: unknown, [list = '', id = '']: readonly string[]): Step | null {
  const refers = REFERRED[list]
  if (!refers) return null
  const all = new Set(Object.values(fieldsOf(value)).flatMap((things) => thingsIn(things).map((each) => each.id)))
  const to = freeName(id, all, '-')
  const replaced = (node: unknown): unknown => {
    if (Array.isArray(node)) return node.map(replaced)
    if (!hasKeys(node)) return node
    const fields = Object.fromEntries(Object.entries(node).map(([key, inner]) => [key, replaced(inner)]))
    return refers(fields, id, to) ?? fields
  }
  const project = replaced(value)
  if (!hasKeys(project)) return null
  const thing = thingsIn(project[list]).find((each) => each.id === id)
  if (!thing) return null
  return { value: changedAt(project, [list, id, 'id'], () => to), line: `“${nameOf(thing)}” had the id of something else, and has one of its own now.` }
}

/** Takes out the least that holds what does not fit: a field that may be left out, an entry, or an item of a list. */
function withoutWhatDoesNotFit(value: unknown, path: readonly string[], why: string): Step | null {
  const [field = ''] = path
  for (let depth = path.length; depth > 1; depth--) {
    const at = path.slice(0, depth)
    if (mayGo(value, at)) return { value: changedAt(value, at, () => undefined), line: `Something at ${at.join(' / ')} was taken out. ${why}` }
  }
  const usual = fieldsOf(newProject('p', 'Project'))
  if (!hasKeys(value) || path.length === 0) return null
  if (Object.hasOwn(usual, field)) return { value: { ...value, [field]: usual[field] }, line: `“${field}” begins anew. ${why}` }
  return { value: changedAt(value, [field], () => undefined), line: `“${field}” was taken out. ${why}` }
}

/** Whether a project without what is at a path still has everything it has to have. */
function mayGo(value: unknown, path: readonly string[]): boolean {
  let shape: AnyShape | null = Project
  let node = value
  for (const [depth, step] of path.entries()) {
    const inside: AnyShape['inside'] = shape ? (meant(shape, node)?.inside ?? shape.inside) : null
    const isLast = depth === path.length - 1
    if (inside && 'items' in inside) {
      if (isLast) return Array.isArray(node) && node.length > inside.least
      shape = inside.items
    } else if (inside && 'entries' in inside) {
      if (isLast) return true
      shape = inside.entries
    } else if (inside && 'fields' in inside) {
      const known: AnyShape | undefined = inside.fields[step]
      if (isLast) return !known || 'isOptional' in known
      shape = known ?? null
    } else return false
    node = Array.isArray(node) ? node[indexIn(node, step)] : hasKeys(node) ? node[step] : undefined
  }
  return false
}

/** Where an item of a list is: by its id, the last of several, or by its index. */
function indexIn(list: readonly unknown[], step: string): number {
  const found = list.findLastIndex((each) => isIdentified(each) && each.id === step)
  return found >= 0 ? found : Number(step)
}

/** A copy in which what is at a path is changed. */
function changedAt(node: unknown, [step, ...rest]: readonly string[], change: (old: unknown) => unknown): unknown {
  if (step === undefined) return change(node)
  if (Array.isArray(node)) {
    const index = indexIn(node, step)
    const changed = changedAt(node[index], rest, change)
    return changed === undefined ? node.toSpliced(index, 1) : node.with(index, changed)
  }
  const fields = fieldsOf(node)
  const changed = changedAt(fields[step], rest, change)
  if (changed !== undefined) return { ...fields, [step]: changed }
  const { [step]: _taken, ...others } = fields
  return others
}
