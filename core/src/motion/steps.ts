import type { Easing } from './easing'

export type StepJump = 'jump-start' | 'jump-end' | 'jump-none' | 'jump-both'

/** A staircase of `count` equal intervals (CSS Easing Functions Level 2, § 2.3). */
export function steps(count: number, jump: StepJump): Easing {
  const jumps = jump === 'jump-none' ? count - 1 : jump === 'jump-both' ? count + 1 : count
  const first = jump === 'jump-start' || jump === 'jump-both' ? 1 : 0
  return (t) => {
    const step = Math.floor(t * count) + first
    if (t >= 0 && step < 0) return 0
    return Math.min(step, t <= 1 ? jumps : step) / jumps
  }
}
