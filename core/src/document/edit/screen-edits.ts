import { rootOf } from '../component'
import type { NewId } from '../defaults'
import { freeName, namesOf } from '../free-name'
import type { Look } from '../look'
import { withDescendants, type InstancePart, type Part } from '../part'
import { componentOf, type Project } from '../project'
import type { Action, Rule } from '../rule'
import { SCREEN_AXIS, type Screen } from '../screen'
import type { Trigger } from '../trigger'
import { sameValue, type Id, type Value } from '../value'
import { speakingOf } from './arrange-edits'
import { batch, type Edit } from './edit'
import { renamingPart, rewordedAwaited, rewordedScreen } from './expression-uses'
import { fieldOf, inProject, inside, insertInto, removeFrom, setAt, setFields } from './place'
import { isAbout } from './part-edits'
import { removeAction, removeRule } from './rule-edits'

/** The usual sizes of screens, in px, by the kind of device. */
export const DEVICE_SIZES: Readonly<Record<Screen['device'], { readonly width: number; readonly height: number }>> = {
  phone: { width: 390, height: 844 }, tablet: { width: 834, height: 1112 }, desktop: { width: 1280, height: 800 }, kiosk: { width: 1080, height: 720 }, free: { width: 480, height: 320 },
}

const screenPath = (screen: Id) => inProject('screens', screen)

/** An empty screen of the usual size of a device. */
export function newScreen(newId: NewId, name: string, device: Screen['device']): Screen {
  const size = DEVICE_SIZES[device]
  const ground: Part = { id: newId('ground'), kind: 'container', name: 'ground', parent: null, base: { ...size, fill: '#ffffff' } }
  return { id: newId(name), name, kind: 'screen', device, ...size, parts: [ground], rules: [], variables: [], overlay: null, motion: null }
}

/** Adds a screen; the first one is where the prototype starts. */
export const addScreen = (project: Project, screen: Screen): Edit =>
  batch(insertInto(inProject('screens'), screen), ...(project.startScreen === null ? [startOn(screen.id)] : []))

/** An edit that says where the prototype starts. */
export const startOn = (screen: Id | null): Edit => setAt(inProject('startScreen'), screen)

/** Takes out a screen with the takes recorded on it. */
export function removeScreen(project: Project, screen: Id): Edit {
  const takes = project.takes.filter(({ surface }) => 'screen' in surface && surface.screen === screen)
  const other = project.screens.find(({ id }) => id !== screen)
  return batch(
    ...takes.map(({ id }): Edit => removeFrom(inProject('takes'), id)),
    ...(project.startScreen === screen ? [startOn(other?.id ?? null)] : []),
    removeFrom(inProject('screens'), screen),
  )
}

/** An edit that renames a screen. */
export const renameScreen = (screen: Id, name: string): Edit => setAt(inside(screenPath(screen), 'name'), name)

/** Gives a screen another size, and its ground with it. */
export const resizeScreen = ({ id, parts }: Screen, device: Screen['device'], { width, height }: { readonly width: number; readonly height: number }): Edit =>
  batch(
    setAt(inside(screenPath(id), 'device'), device),
    ...setFields(screenPath(id), { width, height }),
    ...setFields(inside(screenPath(id), 'parts', rootOf({ parts }).id, 'base'), { width, height }),
  )

/** An instance of a component for a screen, with a name of its own there. */
export function instanceFor(project: Project, screen: Screen, component: Id, id: Id, at: { readonly x: number; readonly y: number }): InstancePart {
  const wanted = componentOf(project, component)?.name ?? 'instance'
  return { id, kind: 'instance', name: freeName(wanted, namesOf(screen.parts)), parent: rootOf(screen).id, component, start: {}, base: { ...at } }
}

/** An edit that puts a part on a screen. */
export const addToScreen = (screen: Id, part: Part): Edit => insertInto(inside(screenPath(screen), 'parts'), part)

/** Takes a part off a screen with everything inside it, and the rules that listen to any of that. */
export function removeFromScreen({ id, parts, rules }: Screen, part: Id): Edit {
  const gone = new Set(withDescendants(parts, part).map((each) => each.id))
  return batch(
    ...rules.flatMap((rule) => (rule.part !== null && gone.has(rule.part) ? [removeRule({ screen: id }, rule.id)] : rule.actions.filter((action) => isAbout(action, (each) => gone.has(each))).map((action) => removeAction({ screen: id }, rule.id, action.id)))),
    ...[...gone].toReversed().map((each): Edit => removeFrom(inside(screenPath(id), 'parts'), each)),
  )
}

/** Says anew what a screen is like as a whole. */
export const setOfScreen = <K extends 'kind' | 'overlay' | 'motion' | 'absent' | 'entryPoints' | 'sizes' | 'flowY'>(screen: Id, field: K, to: Screen[K]): Edit =>
  setAt(fieldOf(screenPath(screen), field), to)

/** Says what a part on a screen is, besides its look: which it is in, what ties it, what it lists. */
export const setPartOnScreen = (screen: Id, part: Id, field: 'parent' | 'transitionName' | 'component' | 'table' | 'filter', to: string | null): Edit =>
  setAt(inside(screenPath(screen), 'parts', part, field), to === null && field === 'transitionName' ? undefined : to)

/** A screen once more, under another name, with parts and rules of its own. */
export function duplicateScreen(project: Project, screen: Screen, newId: NewId): Screen {
  const ids = new Map(screen.parts.map(({ id, name }) => [id, newId(name)]))
  const of = (id: string): Id => ids.get(id) ?? id
  const actionOf = (action: Action): Action => {
    const own = { ...action, id: newId(action.do) }
    if (own.do === 'drive') return { ...own, instance: of(own.instance) }
    if (own.do === 'pulse' || own.do === 'focus') return { ...own, part: of(own.part) }
    return own.do === 'send' && typeof own.recipient === 'object' ? { ...own, recipient: { instance: of(own.recipient.instance) } } : own
  }
  return {
    ...screen, id: newId(screen.name), name: freeName(screen.name, namesOf(project.screens)),
    parts: screen.parts.map((part) => ({ ...part, id: of(part.id), parent: part.parent === null ? null : of(part.parent), base: speakingOf(part.base, ids) })),
    rules: screen.rules.map((rule) => ({ ...rule, id: newId(rule.trigger.on), part: rule.part === null ? null : of(rule.part), actions: rule.actions.map(actionOf) })),
    ...(screen.absent ? { absent: Object.fromEntries(Object.entries(screen.absent).map(([part, said]) => [of(part), said])) } : {}),
  }
}

/** A rule of a screen, which has no state to go to: it acts. */
export const screenRule = (id: Id, trigger: Trigger, part: Id | null): Rule =>
  ({ id, axis: SCREEN_AXIS, trigger, part, within: { except: [] }, guard: null, actions: [], target: { go: 'stay' }, motion: null, letThrough: false })

/** How a screen comes in: out of nothing, from a side, or all at once. */
export const ENTRANCES = ['clear', 'right', 'left', 'below', 'above', 'at once'] as const

export type Entrance = (typeof ENTRANCES)[number]

/** The absent look of a screen that comes in in one of the usual ways. */
export function absentFor({ parts, width, height }: Screen, entrance: Entrance): Look {
  const looks: Readonly<Record<Entrance, Readonly<Record<string, Value>>>> = { clear: { opacity: 0 }, right: { translateX: width }, left: { translateX: -width }, below: { translateY: height }, above: { translateY: -height }, 'at once': {} }
  return { [rootOf({ parts }).id]: looks[entrance] }
}

/** In which of the usual ways a screen comes in; null when it is another one. */
export function entranceOf(screen: Screen): Entrance | null {
  if (!screen.absent) return 'clear'
  return ENTRANCES.find((entrance) => sameValue(absentFor(screen, entrance), screen.absent)) ?? null
}

/** Renames a part on a screen with everything the screen reads of it. */
export function renameOnScreen(screen: Screen, part: Id, name: string): Edit {
  const within = renamingPart(screen.parts, part, name)
  return batch(setAt(inside(screenPath(screen.id), 'parts', part, 'name'), name), ...rewordedScreen(screen, within), ...rewordedAwaited({ screen: screen.id }, screen.rules, within))
}

/** Says properties of a part on a screen. */
export const setOnScreen = (screen: Id, part: Id, said: Readonly<Record<string, Value>>): Edit =>
  batch(...Object.entries(said).map(([property, to]): Edit => setAt(inside(screenPath(screen), 'parts', part, 'base', property), to)))

/** Where an axis of an instance on a screen starts. */
export const startInstanceIn = (screen: Id, part: Id, axis: Id, state: Id): Edit =>
  setAt(inside(screenPath(screen), 'parts', part, 'start', axis), state)
