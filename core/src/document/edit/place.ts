import type { Identified } from '../fields'
import type { Project } from '../project'
import type { Id } from '../value'
import type { Edit } from './edit'
import type { Path } from './path'

declare const kept: unique symbol

/** The path of something of a type in a project. The compiler alone knows the type, so that an edit fits where it is made. */
export type Place<T> = Path & { readonly [kept]?: (value: T) => void }

/** What is one step inside a value: an item of a list by its identifier, a field by its name. */
type Step<T, K> = T extends readonly (infer I)[] ? I : T extends object ? (K extends keyof T ? T[K] : never) : never

/** What is some steps inside a value. */
export type PlaceInside<T, Steps extends Path> = Steps extends readonly [infer K, ...infer Rest extends Path] ? PlaceInside<Step<NonNullable<T>, K>, Rest> : T

/** The place some steps into a project: `inProject('components', id, 'name')`. */
export const inProject = <const Steps extends Path>(...steps: Steps): Place<PlaceInside<Project, Steps>> => steps

/** The place some steps further in. */
export const inside = <T, const Steps extends Path>(outer: Place<T>, ...steps: Steps): Place<PlaceInside<T, Steps>> => [...outer, ...steps]

/** The place of a field. */
export const fieldOf = <T, K extends keyof T & string>(outer: Place<T>, field: K): Place<T[K]> => [...outer, field]

/** Gives something a value; undefined takes away what may be left out. */
export const setAt = <T>(at: Place<T>, to: NoInfer<T>): Edit => (to === undefined ? unsetAt(at) : { edit: 'set', path: at, to })

/** Gives several fields of something their values. */
export const setFields = <T>(at: Place<T>, said: NoInfer<Partial<T>>): readonly Edit[] => Object.entries(said).map(([field, to]): Edit => ({ edit: 'set', path: [...at, field], to }))

/** An edit that takes away what is said at a place. */
export const unsetAt = (at: Path): Edit => ({ edit: 'unset', path: at })

/** Puts an item into a list, before another one; at its end when none is given. */
export const insertInto = <T extends Identified>(list: Place<readonly T[]>, item: NoInfer<T>, before: Id | null = null): Edit => ({ edit: 'insert', path: list, item, before })

/** An edit that takes an item out of a list. */
export const removeFrom = <T extends Identified>(list: Place<readonly T[]>, id: Id): Edit => ({ edit: 'remove', path: list, id })

/** Puts an item of a list before another one; at its end when none is given. */
export const moveWithin = <T extends Identified>(list: Place<readonly T[]>, id: Id, before: Id | null): Edit => ({ edit: 'move', path: list, id, before })
