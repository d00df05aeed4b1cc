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
  const slow = -omega * (dampingRatio - root)
  const fast = -omega * (dampingRatio + root)
  return (t) => 1 - (fast * Math.exp(slow * t) - slow * Math.exp(fast * t)) / (fast - slow)
}

/** The time, in units of 1/ω, after which the envelope of an oscillator stays within `REST`. */
function restingTime(dampingRatio: number): number {
  const envelope = (x: number): number => {
    if (dampingRatio < 1) return Math.exp(-dampingRatio * x) / Math.sqrt(1 - dampingRatio * dampingRatio)
    return 1 - oscillator(dampingRatio, 1)(x)
  }
  let high = 1
  while (envelope(high) > REST) high *= 2
  let low = 0
  for (let round = 0; round < 60; round++) {
    const middle = (low + high) / 2
    if (envelope(middle) > REST) low = middle
    else high = middle
  }
  return high
}

function endingAtOne(ease: Easing): Easing {
  const missing = 1 - ease(1)
  return (t) => (t <= 0 ? 0 : t >= 1 ? 1 : ease(t) + missing * t)
}
