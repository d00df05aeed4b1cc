import type { Point } from '@rheoscope/core/scene'

/** What two fingers have come to since the second one came down: where their middle is, their distance against that at first, and how far they have turned, in degrees clockwise. */
export interface Pinched extends Point {
  readonly scale: number
  readonly turn: number
}

/** Two fingers that pinch, told from one that taps and from the rest. */
export class TwoFingers {
  private readonly down = new Map<number, Point>()
  private first: readonly [Point, Point] | null = null

  /** Whether a finger makes the second of two. */
  press(id: number, at: Point): boolean {
    this.down.set(id, at)
    this.first = this.down.size === 2 ? this.pair() : null
    return this.first !== null
  }

  /** What a finger that moves makes of a pinch; null while there is none. */
  move(id: number, at: Point): Pinched | null {
    if (!this.down.has(id)) return null
    this.down.set(id, at)
    const now = this.pair()
    if (!this.first || !now) return null
    const [before, after] = [between(this.first), between(now)]
    const turn = ((after.angleDeg - before.angleDeg + 540) % 360) - 180
    return { ...after.middle, scale: after.distance / Math.max(1, before.distance), turn }
  }

  /** A finger goes up, or is taken away; says whether it was one of two that pinched. */
  letGo(id: number): boolean {
    const pinched = this.first !== null && this.down.has(id)
    this.down.delete(id)
    this.first = null
    return pinched
  }

  private pair(): readonly [Point, Point] | null {
    const [a, b] = this.down.values()
    return a && b ? [a, b] : null
  }
}

function between([a, b]: readonly [Point, Point]): { readonly middle: Point; readonly distance: number; readonly angleDeg: number } {
  return { middle: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, distance: Math.hypot(b.x - a.x, b.y - a.y), angleDeg: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI }
}
