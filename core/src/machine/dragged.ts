import { asNumber, certain, propertyDefinition, type Drag } from '../document'
import { readable, startLane, type Lane } from '../motion'
import { shownValue, targetsOf, type Instance } from './instance'
import { FROM_OUTSIDE } from './towards'

interface Shift {
  readonly x: number
  readonly y: number
}

/** How far a part is shown from where it would be had nobody dragged it, in px. */
export function shiftOf(instance: Instance, part: number, atMs: number): Shift {
  const { translateX, translateY } = certain(instance.targets.values[part])
  const by = instance.dragged.get(part) ?? { x: 0, y: 0 }
  const shown = (property: string) => asNumber(shownValue(instance, part, property, atMs))
  return { x: shown('translateX') - translateX + by.x, y: shown('translateY') - translateY + by.y }
}

/** The instance with a part dragged to a place, where it is at once. */
export function dragTo(instance: Instance, part: number, shift: Shift): Instance {
  const dragged = new Map(instance.dragged).set(part, shift)
  return { ...instance, dragged, targets: targetsOf({ ...instance, dragged }), lanes: instance.lanes.filter((lane) => !isShift(lane, part)) }
}

/** How a part is let go: where it is to rest, how fast it goes in px per ms, and what it may not leave. */
export interface LettingGo {
  readonly part: number
  readonly rest: Shift
  readonly speed: Shift
  readonly least: Shift
  readonly most: Shift
  readonly drag: Drag
  readonly atMs: number
}

/** The instance with a part on its way to where it comes to rest. */
export function letGo(instance: Instance, { part, rest, speed, least, most, drag, atMs }: LettingGo): Instance {
  const shift = shiftOf(instance, part, atMs)
  const resting = dragTo(instance, part, rest)
  const timing = { delayMs: 0, durationMs: drag.settleMs, ...readable(drag.easing), easing: drag.easing, switchAt: null, rotationDirection: 'shortest', colourSpace: 'oklab' } as const
  const lane = (axis: 'x' | 'y', property: 'translateX' | 'translateY'): Lane[] => {
    const own = certain(resting.targets.values[part])[property] - rest[axis]
    const definition = { ...certain(propertyDefinition(property)), min: own + least[axis], max: own + most[axis] }
    const started = startLane({
      part, definition, axis: FROM_OUTSIDE, atMs, shown: own + shift[axis], to: own + rest[axis], timing, running: undefined,
      speed: speed[axis] === 0 ? null : speed[axis],
    })
    return shift[axis] === rest[axis] || !started ? [] : [started]
  }
  return { ...resting, lanes: [...resting.lanes, ...lane('x', 'translateX'), ...lane('y', 'translateY')] }
}

const isShift = (lane: Lane, part: number): boolean => lane.part === part && (lane.property === 'translateX' || lane.property === 'translateY')
