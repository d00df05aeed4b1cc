import type { Axis, Component, State } from './component'
import { EMPTY_MOTION } from './motion'
import type { Part } from './part'
import { DOCUMENT_VERSION, type Project } from './project'
import { slug } from './slug'
import type { Id } from './value'

/** Makes an identifier for something of a name, or of a kind where it has none. The caller supplies it, because `core` has no randomness. */
export type NewId = (name: string) => Id

/** An identifier that reads like a name; what is behind it makes it one of its own. */
export function idFrom(name: string, suffix: string): Id {
  const stem = slug(name, '').slice(0, 40)
  return `${/^[a-z]/.test(stem) ? stem : `n${stem}`}-${suffix}`
}

/** The number of state colours and shapes. */
export const HUES = 8

/** The frame a component draws in when nothing else is said. */
export const COMPONENT_SIZE = { width: 240, height: 120 } as const

/** A project with nothing in it. */
export function newProject(id: Id, name: string): Project {
  return {
    format: 'rheoscope',
    version: DOCUMENT_VERSION,
    id,
    name,
    motion: { ...EMPTY_MOTION, durationMs: 200, delayMs: 0, easing: 'ease' },
    startScreen: null,
    components: [],
    screens: [],
    variables: [],
    tables: [],
    tokens: [],
    assets: [],
    icons: [],
    takes: [],
    accepted: [],
    promises: [],
  }
}

/** A project to begin with: one component, ready to be given states. */
export const starterProject = (newId: NewId, name: string): Project => ({
  ...newProject(newId(name), name),
  components: [newComponent(newId, 'Component 1')],
})

/** A state that looks as all do. */
export const newState = (id: Id, name: string, hue: number): State => ({
  id, name, hue: hue % HUES, look: {}, final: false, loop: null,
})

/** A component with one box in a frame, one axis, and the state *rest*. */
export function newComponent(newId: NewId, name: string): Component {
  const frame = newId('frame')
  const rest = newState(newId('rest'), 'rest', 0)
  const { width, height } = COMPONENT_SIZE
  const parts: Part[] = [
    { id: frame, kind: 'container', name: 'frame', parent: null, base: { width, height } },
    { id: newId('box'), kind: 'box', name: 'box', parent: frame, base: boxIn(width, height) },
  ]
  const axis: Axis = { id: newId('state'), name: 'state', states: [rest], start: rest.id, boundTo: null }
  return {
    id: newId(name), name, parts, axes: [axis],
    rules: [], combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
  }
}

const boxIn = (width: number, height: number) => ({
  x: 40, y: 36, width: width - 80, height: height - 72, fill: '#24506f',
  radiusTopLeft: 6, radiusTopRight: 6, radiusBottomRight: 6, radiusBottomLeft: 6,
})
