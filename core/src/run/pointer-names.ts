import { wordOf, type Literal } from '../document'
import { angleName, partsWithAngle } from '../expression'
import type { Instance } from '../machine'
import { inverse, itemOf, matrixTo, transformed, type DrawList, type Point } from '../scene'
import { tidy } from './tidy'

/**
 * What the names that refer to the pointer stand for in an instance: its place in px from the instance's own top
 * left, and the direction to it from the anchor of a part, in degrees clockwise from up, 0 up to 360.
 */
export function pointerNames(list: DrawList, { path, compiled }: Instance, at: Point, asked: readonly string[]): Readonly<Record<string, Literal>> {
  const toSurface = matrixTo(list, path, compiled.root.part.id)
  const back = toSurface && inverse(toSurface)
  if (!back) return {}
  const pointer = transformed(back, at)
  const angles = partsWithAngle(asked).flatMap((word): [string, number][] => {
    const part = compiled.component.parts.find(({ name }) => wordOf(name) === word)
    const item = part && itemOf(list, path, part.id)
    const matrix = part && matrixTo(list, path, part.id)
    if (!item || !matrix) return []
    const { width, height, transformOriginX, transformOriginY } = item.values
    const anchor = transformed(back, transformed(matrix, { x: width * transformOriginX, y: height * transformOriginY }))
    return [[angleName(word), directionTo(pointer.x - anchor.x, pointer.y - anchor.y)]]
  })
  return { 'pointer.x': tidy(pointer.x), 'pointer.y': tidy(pointer.y), ...Object.fromEntries(angles) }
}

const directionTo = (x: number, y: number): number => tidy(((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360)
