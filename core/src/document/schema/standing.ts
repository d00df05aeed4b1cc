import { RheoError } from '../error'
import { certain } from '../certain'
import { gone, type Path } from '../edit'
import { hasKeys, isIdentified, type Fields } from '../fields'
import { Project } from '../project'
import { meant, tagIn, type AnyShape } from '../shape'

/** What is at a place of a project, and what may be done with it. */
export interface PlaceRights {
  /** What has to fit there. */
  readonly shape: AnyShape
  /** What is there; undefined when nothing is. */
  readonly value: unknown
  /** It may be taken away. */
  readonly isOptional: boolean
  /** It says which thing, or which kind of thing, something is: it stays. */
  readonly isFixed: boolean
}

/** What a project is keeps being so. */
const FIXED_IN_PROJECT = ['format', 'version', 'id']

/** What is at a place of a project. Throws `gone` where something on the way there is missing, and `invalid` where a project has no such place. */
export function standingAt(project: Project, path: Path): PlaceRights {
  let at: PlaceRights = { shape: Project, value: project, isOptional: false, isFixed: true }
  path.forEach((step, depth) => {
    at = stepInto(at, step, path.slice(0, depth + 1))
    if (depth === 0 && FIXED_IN_PROJECT.includes(step)) at = { ...at, isFixed: true }
  })
  return at
}

function stepInto({ shape, value }: PlaceRights, step: string, path: Path): PlaceRights {
  if (!hasKeys(value)) throw gone(path.slice(0, -1))
  const inside = meant(shape, value)?.inside
  if (inside && 'fields' in inside && Object.hasOwn(inside.fields, step)) {
    const field = certain(inside.fields[step])
    return { shape: field, value: fieldIn(value, step), isOptional: 'isOptional' in field, isFixed: step === 'id' || step === tagIn(shape) }
  }
  if (inside && 'entries' in inside && inside.keys.test(step)) return { shape: inside.entries, value: fieldIn(value, step), isOptional: true, isFixed: false }
  if (inside && 'items' in inside && inside.isIdentified && Array.isArray(value)) {
    const item: unknown = value.find((each) => isIdentified(each) && each.id === step)
    if (item) return { shape: inside.items, value: item, isOptional: false, isFixed: false }
    throw gone(path)
  }
  throw new RheoError('invalid', path.join('/'), `A project has no place “${path.join('/')}”.`)
}

const fieldIn = (value: Fields, step: string): unknown => (Object.hasOwn(value, step) ? value[step] : undefined)
