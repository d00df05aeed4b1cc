import type { Literal, Project, Worth } from '../document'
import { startEnvironment, type Environment } from '../expression'
import { changeSurroundings, isSameGiven, startInstance, type Compiled, type Content, type Given, type Instance, type InstanceStart } from '../machine'

/** How something that comes inside a run begins, beside what it is. */
export type Beginning = Pick<InstanceStart, 'path' | 'isAbsent' | 'isMotionReduced' | 'atMs'>

interface Known extends Beginning {
  readonly around: Environment
  readonly instance: Instance
}

const known = new WeakMap<Content, Known>()

/**
 * An instance as it begins. Of thousands of items that a filter sends away and lets in again most begin as they did
 * before; that is the very same instance then, and all that is remembered by it holds.
 */
export function beginningOf(project: Project, shared: Readonly<Record<string, Worth>>, content: Content, beginning: Beginning): Instance {
  const { compiled, parameters, states } = content
  const around = aroundOf(project, compiled, shared)
  const before = known.get(content)
  if (before?.around === around && before.path === beginning.path && before.isAbsent === beginning.isAbsent && before.isMotionReduced === beginning.isMotionReduced) return before.instance
  const environment = { ...around, ...knownOf(parameters) }
  const instance = startInstance({ compiled, environment, states, ...beginning })
  // What moves from the first instant on is another one at another instant.
  if (instance.cycles.length === 0) known.set(content, { ...beginning, around, instance })
  return instance
}

interface Around {
  readonly project: Project
  readonly shared: Readonly<Record<string, Worth>>
  readonly environment: Environment
}

const surroundings = new WeakMap<Compiled, Around>()

/** What names stand for before anything is given; the very same as long as nothing that is read is other. */
function aroundOf(project: Project, compiled: Compiled, shared: Readonly<Record<string, Worth>>): Environment {
  const before = surroundings.get(compiled)
  if (before?.project === project && before.shared === shared) return before.environment
  const now = startEnvironment(project, compiled.component, shared)
  const isSame = before?.project === project && [...compiled.reads].every((name) => before.environment[name] === now[name])
  const environment = isSame ? before.environment : now
  surroundings.set(compiled, { project, shared, environment })
  return environment
}

const knownOf = (parameters: Content['parameters']): Readonly<Record<string, Literal>> =>
  Object.fromEntries(Object.entries(parameters).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]])))

interface Placed {
  readonly given: Given
  readonly instance: Instance
}

const placed = new WeakMap<Instance, Placed>()

/** What has just come, where its holder puts it first: it does not travel there. */
export function firstPlaced(instance: Instance, given: Given, atMs: number): Instance {
  const before = placed.get(instance)
  if (before && isSameGiven(before.given, given)) return before.instance
  const now = changeSurroundings(instance, { given }, null, atMs)
  if (now.lanes.length === 0) placed.set(instance, { given, instance: now })
  return now
}
