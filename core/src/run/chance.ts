import { latestMs, type Chance, type Project } from '../document'
import { compile, everythingInside, surfaceComponent, type Surface } from '../machine'
import type { Run } from './run'

/** What decides where a run has not been told. */
export const USUAL_CHANCE: Chance = { seed: 1 }

/** The chance of a take or a witness, for a run to begin with; nothing where it has none. */
export const chanceIn = ({ chance }: { readonly chance?: Chance | null }): { readonly chance?: Chance } => (chance ? { chance } : {})

/** Whether something in a run of a surface can be left to chance: a time between two, or one of several outcomes. On a screen it can be on any one it leads to. */
export function leavesToChance(project: Project, surface: Surface): boolean {
  const inside = 'component' in surface ? everythingInside(compile(project, surfaceComponent(project, surface))).map(({ component }) => component) : [...project.components, ...project.screens]
  return inside.some(({ rules }) => rules.some(({ target, trigger }) => target.go === 'one of' || ('ms' in trigger && latestMs(trigger) > trigger.ms)))
}

/** A whole number between two, each as likely as any other. */
export function drawBetween(run: Run, least: number, most: number): number {
  const given = next(run)
  return Math.round(Math.min(most, Math.max(least, given.told ?? Math.floor(least + given.share * (most - least + 1)))))
}

/** A place among weights, as likely as its weight is large. */
export function drawOne(run: Run, weights: readonly number[]): number {
  const { told, share } = next(run)
  if (told !== undefined && weights[told] !== undefined) return told
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  let left = share * all
  const found = weights.findIndex((weight) => (left -= weight) < 0)
  return found < 0 ? weights.length - 1 : found
}

/** The next thing that is drawn: what the run has been told, and a share of 1 for where it has not. */
function next(run: Run): { readonly told: number | undefined; readonly share: number } {
  const { chance: { seed, drawn }, draws } = run
  run.draws++
  return { told: drawn?.[draws], share: scattered(seed + Math.imul(draws + 1, 0x9e3779b9)) / 2 ** 32 }
}

/** A whole number of 32 bits scattered over all of them: the finaliser of MurmurHash3 (Appleby). */
function scattered(number: number): number {
  let mixed = number | 0
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b)
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35)
  return (mixed ^ (mixed >>> 16)) >>> 0
}
