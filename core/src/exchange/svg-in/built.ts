import { withFreeNames, type NewId, type Part, type PropertyValues } from '../../document'
import { around, type Frame } from '../../scene'

/** A part to be, with its frame in the coordinates of the picture. */
export interface Built {
  readonly kind: 'box' | 'ellipse' | 'path' | 'text' | 'container'
  readonly name: string
  readonly frame: Frame
  readonly values: PropertyValues
  readonly inside: readonly Built[]
}

const tidy = (value: number): number => Math.round(value * 1000) / 1000

/** The parts, each in the coordinates of what holds it, under names of their own. */
export function partsOf(root: Built, newId: NewId): readonly Part[] {
  const build = (built: Built, parent: string | null, holder: Frame): readonly Part[] => {
    const { name } = built
    const id = newId(name)
    const { x, y, width, height } = built.frame
    const part: Part = { id, kind: built.kind, name, parent, base: { x: tidy(x - holder.x), y: tidy(y - holder.y), width: tidy(width), height: tidy(height), ...built.values } }
    return [part, ...built.inside.flatMap((inner) => build(inner, id, built.frame))]
  }
  return withFreeNames(build(root, null, { ...root.frame, x: root.frame.x, y: root.frame.y }), [])
}

/** What a group becomes: nothing, the only thing in it, or a container. */
export function grouped(name: string, inside: readonly Built[], values: PropertyValues = {}): readonly Built[] {
  if (inside.length === 0) return []
  const [only] = inside
  if (inside.length === 1 && only && Object.keys(values).length === 0) return [only]
  return [{ kind: 'container', name, frame: around(inside.map(({ frame }) => frame)), values, inside }]
}

/** The same, shown only within a frame. */
export const clippedTo = (frame: Frame, name: string, inside: readonly Built[]): readonly Built[] =>
  inside.length === 0 ? [] : [{ kind: 'container', name, frame, values: { clip: true }, inside }]
