import type { Easing, ParsedEasing } from './easing'

/** A spring counts as at rest when it stays within this share of the whole way. */
export const REST = 0.001

/**
 * A damped harmonic oscillator that comes to rest at t = 1. `bounce` is 1 − damping ratio: 0 does not overshoot,
 * towards 1 it swings longer. Its last thousandth is spread over the whole way, so that it ends at exactly 1.
 */
export function spring(bounce: number): Easing {
  const dampingRatio = 1 - bounce
  return endingAtOne(oscillator(dampingRatio, restingTime(dampingRatio)))
}

/** A spring of given stiffness (N/m), damping (N·s/m) and mass (kg), with the time it takes to rest. */
export function physicalSpring(stiffness: number, damping: number, mass: number): ParsedEasing {
  const frequency = Math.sqrt(stiffness / mass)
  const dampingRatio = damping / (2 * Math.sqrt(stiffness * mass))
  const time = restingTime(dampingRatio)
  return {
    ease: endingAtOne(oscillator(dampingRatio, time)),
    naturalDurationMs: Math.max(1, Math.round((time / frequency) * 1000)),
  }
}

/** Displacement from 0 to 1 over t in 0..1, for an undamped angular frequency of `omega` per unit of t. */
function oscillator(dampingRatio: number, omega: number): Easing {
  if (dampingRatio < 1) {
    const decay = dampingRatio * omega
    const damped = omega * Math.sqrt(1 - dampingRatio * dampingRatio)
    return (t) => 1 - Math.exp(-decay * t) * (Math.cos(damped * t) + (decay / damped) * Math.sin(damped * t))
  }
  if (dampingRatio === 1) return (t) => 1 - Math.exp(-omega * t) * (1 + omega * t)
  const root = Math.sqrt(dampingRatio * dampingRatio - 1)
  const slow = -omega / (dampingRatio + root)
  const fast = -omega * (dampingRatio + root)
  return (t) => 1 - (fast * Math.exp(slow * t) - slow * Math.exp(fast * t)) / (fast - slow)
}

/** The time, in units of 1/ω, after which an oscillator stays within `REST` of where it is going. */
function restingTime(dampingRatio: number): number {
  const position = oscillator(dampingRatio, 1)
  const isAway = (x: number): boolean => Math.abs(1 - position(x)) > REST
  let [away, near] = lastApproach(dampingRatio, isAway)
  for (let round = 0; round < 60; round++) {
    const middle = (away + near) / 2
    if (isAway(middle)) away = middle
    else near = middle
  }
  return near
}

/**
 * A span at whose beginning an oscillator is away from its target for the last time, and in which it goes nowhere but
 * towards it. One that swings is farthest away at whole multiples of half its period, each time less, and passes its target in between.
 */
function lastApproach(dampingRatio: number, isAway: (x: number) => boolean): [away: number, near: number] {
  const swing = dampingRatio < 1 ? Math.sqrt(1 - dampingRatio * dampingRatio) : 0
  if (swing === 0) {
    let near = 1
    while (isAway(near)) near *= 2
    return [0, near]
  }
  const last = Math.floor((Math.log(1 / REST) * swing) / (dampingRatio * Math.PI))
  return [(last * Math.PI) / swing, ((last + 1) * Math.PI - Math.atan2(swing, dampingRatio)) / swing]
}

function endingAtOne(ease: Easing): Easing {
  const missing = 1 - ease(1)
  return (t) => (t <= 0 ? 0 : t >= 1 ? 1 : ease(t) + missing * t)
}
