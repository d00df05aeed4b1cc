import { certain, componentOf, newState, RheoError, rootOf, SCREEN_AXIS, screenOf, screenRule, type Action, type Axis, type Component, type Id, type Look, type Part, type Project, type Rule, type Screen, type Take } from '../document'

/** What a run plays on: a screen, or a component alone. */
export type Surface = Take['surface']

const SHOWN: Axis = { id: SCREEN_AXIS, name: 'screen', start: 'shown', boundTo: null, states: [newState('shown', 'shown', 0)] }

const known = new WeakMap<Screen, Component>()

/** The surface as a component. Throws `gone` when the project has no such thing. */
export function surfaceComponent(project: Project, surface: Surface): Component {
  if ('component' in surface) {
    const component = componentOf(project, surface.component)
    if (!component) throw new RheoError('gone', `components/${surface.component}`, 'The component to run is no longer there.')
    return component
  }
  const screen = screenOf(project, surface.screen)
  if (!screen) throw new RheoError('gone', `screens/${surface.screen}`, 'The screen to run is no longer there.')
  const component = known.get(screen) ?? screenComponent(screen)
  known.set(screen, component)
  return component
}

function screenComponent(screen: Screen): Component {
  const { id, name, parts, rules, variables, motion } = screen
  return { id, name, parts, rules, variables, motion, axes: [shownAs(screen)], combinations: [], parameters: [], pairs: [], absent: absentLook(screen) }
}

/** A screen at one of its further sizes: it has that by its look, so that pins see the one it is drawn at too. */
interface SizedScreen extends Screen {
  readonly isSized: true
}

const isSized = (screen: Screen): screen is SizedScreen => 'isSized' in screen

function shownAs(screen: Screen): Axis {
  const { width, height } = screen
  return isSized(screen) ? { ...SHOWN, states: [{ ...newState('shown', 'shown', 0), look: { [rootOf(screen).id]: { width, height } } }] } : SHOWN
}

const knownAt = new WeakMap<Project, Map<string, Project>>()

/** A project with each of its screens at the size of that name, where it has one; the very same project where none has, or for no name. */
export function atSize(project: Project, size: string | undefined): Project {
  const sizeOf = ({ sizes = [] }: Screen) => sizes.find(({ name }) => name === size)
  if (size === undefined || !project.screens.some(sizeOf)) return project
  const known = knownAt.get(project) ?? new Map<string, Project>()
  const sized = known.get(size) ?? { ...project, screens: project.screens.map((screen) => sizedTo(screen, sizeOf(screen))) }
  knownAt.set(project, known.set(size, sized))
  return sized
}

function sizedTo(screen: Screen, size: Size | undefined): Screen {
  if (!size) return screen
  const sized: SizedScreen = { ...screen, width: size.width, height: size.height, isSized: true }
  return sized
}

/** What a screen is like just before it comes and after it has gone: clear, unless something else is said. */
const absentLook = ({ absent, parts }: Screen): Look => absent ?? { [rootOf({ parts }).id]: { opacity: 0 } }

/** The part of an overlay that lies over everything beneath it. */
const OVERLAY_GROUND = 'overlay-ground'

/** The frame an overlay and its ground stand in, as large as what they are shown over. */
const OVERLAY_FRAME = 'overlay-frame'

interface Size {
  readonly width: number
  readonly height: number
}

const knownOver = new WeakMap<Screen, { readonly size: Size; readonly component: Component }>()

/** An overlay as it is shown over something of a size, in px: with its ground, in its place, and the ways out it offers. */
export function overlayComponent(screen: Screen, size: Size): Component {
  const last = knownOver.get(screen)
  if (last && last.size.width === size.width && last.size.height === size.height) return last.component
  const own = screenComponent(screen)
  const [root, ...others] = own.parts
  const { backdropOpacity, closesOnOutsideTap, closesOnEscape } = screen.overlay ?? NOT_DIMMED
  const frame: Part = { id: OVERLAY_FRAME, kind: 'container', name: 'overlay', parent: null, base: { ...size } }
  const ground: Part = { id: OVERLAY_GROUND, kind: 'box', name: 'ground behind', parent: OVERLAY_FRAME, base: { ...size, fill: '#1d2b33', opacity: backdropOpacity } }
  const component: Component = {
    ...own,
    parts: [frame, ...(isModal(screen) ? [ground] : []), { ...certain(root), parent: OVERLAY_FRAME, base: { ...certain(root).base, ...placeOver(screen, size) } }, ...others],
    rules: [...own.rules.map((rule) => besideRoot(rule, certain(root).id)), ...(closesOnOutsideTap ? [closing(screen, { on: 'tap' }, OVERLAY_GROUND)] : []), ...(closesOnEscape ? [closing(screen, ESCAPE, null)] : [])],
    absent: { [OVERLAY_GROUND]: { opacity: 0 }, ...own.absent },
  }
  knownOver.set(screen, { size, component })
  return component
}

/** Beside an overlay is beside its root: its ground lies everywhere. */
const besideRoot = (rule: Rule, root: Id): Rule => (rule.trigger.on === 'press outside' && rule.part === null ? { ...rule, part: root } : rule)

const NOT_DIMMED = { backdropOpacity: 0, closesOnOutsideTap: false, closesOnEscape: false }

/** Whether nothing beneath an overlay answers while it is shown. One that neither dims nor closes on a tap outside lets the pointer through. */
export const isModal = ({ overlay }: Screen): boolean => overlay !== null && (overlay.backdropOpacity > 0 || overlay.closesOnOutsideTap)

const ESCAPE = { on: 'key', key: 'Escape', modifiers: {}, anywhere: true } as const

function closing({ id }: Screen, trigger: Rule['trigger'], part: string | null): Rule {
  const action: Action = { id: `${id}-closes`, do: 'close overlay', screen: id, motion: null }
  return { ...screenRule(`${id}-${trigger.on}`, trigger, part), actions: [action] }
}

function placeOver({ width, height, overlay }: Screen, size: Size): { readonly x: number; readonly y: number } {
  const [across, down] = [(size.width - width) / 2, (size.height - height) / 2]
  switch (overlay?.at ?? 'middle') {
    case 'middle':
      return { x: across, y: down }
    case 'top':
      return { x: across, y: 0 }
    case 'bottom':
      return { x: across, y: size.height - height }
    case 'left':
      return { x: 0, y: down }
    case 'right':
      return { x: size.width - width, y: down }
  }
}
