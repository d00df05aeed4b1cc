import { freeName, namesOf } from '../free-name'
import type { InstancePart, Part } from '../part'
import { componentOf, type Project } from '../project'
import type { Screen } from '../screen'
import type { Expectation, Take } from '../take'
import type { Id, Value } from '../value'
import { batch, type Edit } from './edit'
import type { Path } from './path'

/** The usual sizes of screens, in px, by the kind of device. */
export const DEVICE_SIZES: Readonly<Record<Screen['device'], { readonly width: number; readonly height: number }>> = {
  phone: { width: 390, height: 844 }, tablet: { width: 834, height: 1112 }, desktop: { width: 1280, height: 800 }, kiosk: { width: 1080, height: 720 }, free: { width: 480, height: 320 },
}

const screenPath = (screen: Id): Path => ['screens', screen]

/** An empty screen of the usual size of a device. */
export function newScreen(newId: () => Id, name: string, device: Screen['device']): Screen {
  const size = DEVICE_SIZES[device]
  const ground: Part = { id: newId(), kind: 'container', name: 'ground', parent: null, base: { ...size, fill: '#ffffff' } }
  return { id: newId(), name, kind: 'screen', device, ...size, parts: [ground], rules: [], variables: [], overlay: null, motion: null }
}

/** Adds a screen; the first one is where the prototype starts. */
export const addScreen = (project: Project, screen: Screen): Edit =>
  batch({ edit: 'insert', path: ['screens'], item: screen, before: null }, ...(project.startScreen === null ? [startOn(screen.id)] : []))

export const startOn = (screen: Id | null): Edit => ({ edit: 'set', path: ['startScreen'], to: screen })

/** Takes out a screen with the takes recorded on it. */
export function removeScreen(project: Project, screen: Id): Edit {
  const takes = project.takes.filter(({ surface }) => 'screen' in surface && surface.screen === screen)
  const other = project.screens.find(({ id }) => id !== screen)
  return batch(
    ...takes.map(({ id }): Edit => ({ edit: 'remove', path: ['takes'], id })),
    ...(project.startScreen === screen ? [startOn(other?.id ?? null)] : []),
    { edit: 'remove', path: ['screens'], id: screen },
  )
}

export const renameScreen = (screen: Id, name: string): Edit => ({ edit: 'set', path: [...screenPath(screen), 'name'], to: name })

/** Gives a screen another size, and its ground with it. */
export const resizeScreen = ({ id, parts }: Screen, device: Screen['device'], { width, height }: { readonly width: number; readonly height: number }): Edit =>
  batch(
    { edit: 'set', path: [...screenPath(id), 'device'], to: device },
    ...Object.entries({ width, height }).flatMap(([side, to]): Edit[] => [
      { edit: 'set', path: [...screenPath(id), side], to }, { edit: 'set', path: [...screenPath(id), 'parts', parts[0]!.id, 'base', side], to },
    ]),
  )

/** An instance of a component for a screen, with a name of its own there. */
export function instanceFor(project: Project, screen: Screen, component: Id, id: Id, at: { readonly x: number; readonly y: number }): InstancePart {
  const wanted = componentOf(project, component)?.name ?? 'instance'
  return { id, kind: 'instance', name: freeName(wanted, namesOf(screen.parts)), parent: screen.parts[0]!.id, component, start: {}, base: { ...at } }
}

export const addToScreen = (screen: Id, part: Part): Edit => ({ edit: 'insert', path: [...screenPath(screen), 'parts'], item: part, before: null })

export const removeFromScreen = (screen: Id, part: Id): Edit => ({ edit: 'remove', path: [...screenPath(screen), 'parts'], id: part })

export const renameOnScreen = (screen: Id, part: Id, name: string): Edit => ({ edit: 'set', path: [...screenPath(screen), 'parts', part, 'name'], to: name })

/** Says properties of a part on a screen. */
export const setOnScreen = (screen: Id, part: Id, said: Readonly<Record<string, Value>>): Edit =>
  batch(...Object.entries(said).map(([property, to]): Edit => ({ edit: 'set', path: [...screenPath(screen), 'parts', part, 'base', property], to })))

/** Where an axis of an instance on a screen starts. */
export const startInstanceIn = (screen: Id, part: Id, axis: Id, state: Id): Edit =>
  ({ edit: 'set', path: [...screenPath(screen), 'parts', part, 'start', axis], to: state })

export const addTake = (take: Take): Edit => ({ edit: 'insert', path: ['takes'], item: take, before: null })

export const removeTake = (take: Id): Edit => ({ edit: 'remove', path: ['takes'], id: take })

export const renameTake = (take: Id, name: string): Edit => ({ edit: 'set', path: ['takes', take, 'name'], to: name })

export const addExpectation = (take: Id, expectation: Expectation): Edit => ({ edit: 'insert', path: ['takes', take, 'expectations'], item: expectation, before: null })

export const removeExpectation = (take: Id, expectation: Id): Edit => ({ edit: 'remove', path: ['takes', take, 'expectations'], id: expectation })
