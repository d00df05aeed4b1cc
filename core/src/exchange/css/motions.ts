import { itemAt, propertyDefinition, type Axis, type Component, type Literal, type Part, type Project, type State } from '../../document'
import { cssEasing, isCrossFade, isMovement, type Lane } from '../../motion'
import type { Cycle } from '../../machine'
import { firedRules, travelling, type FiredRule } from '../forms/component-sheets'
import type { CssLooks, CssRule } from './looks'
import type { CssNames } from './names'
import { shownBy, type ShownBy } from './shown-by'

/** The keyframes of a property on its way. */
export interface CssKeyframes {
  readonly name: string
  readonly frames: readonly (readonly [share: number, text: string])[]
  readonly css: string
}

/** What a change of state sets moving, as a style sheet has it. */
export interface CssMotions {
  readonly rules: readonly (CssRule & { readonly notes: readonly string[] })[]
  readonly keyframes: readonly CssKeyframes[]
  /** What is otherwise for people who would rather have things not move. */
  readonly reduced: readonly CssRule[]
  readonly left: readonly string[]
}

/** A rule that leads from one state to another one by name. */
export type LeadingRule = FiredRule & { readonly to: State }

/** The first rule that leads from each state to each other one, whose motion is that of the pair: a style sheet knows no rules. */
export const leadingRules = (project: Project, component: Component): readonly LeadingRule[] => leadingAmong(firedRules(project, component))

function leadingAmong(all: readonly FiredRule[]): readonly LeadingRule[] {
  const found = new Map<string, LeadingRule>()
  for (const fired of all) {
    const { axis, from, to } = fired
    if (to === null || to === from) continue
    const key = `${axis.id} ${from.id} ${to.id}`
    if (!found.has(key)) found.set(key, { ...fired, to })
  }
  return [...found.values()]
}

/** What a lane moves in a style sheet; empty where no CSS goes that way. */
export function movedBy(looks: Pick<CssLooks, 'drawn' | 'component'>, lane: Lane): readonly ShownBy[] {
  const drawn = looks.drawn.get(itemAt(looks.component.parts, lane.part))
  const [from, to] = [lane.from, lane.to].map((value) => (drawn === undefined ? [] : shownBy(drawn, lane.property, value)))
  const isDiscrete = DISCRETE.has(propertyDefinition(lane.property)?.type ?? 'text') || lane.property === 'strokeDash'
  return isDiscrete || !from || !to || from.length !== to.length ? [] : to
}

const DISCRETE: ReadonlySet<string> = new Set(['text', 'choice', 'path', 'picture', 'icon', 'part', 'dash'])

export function cssMotions(project: Project, looks: CssLooks, names: CssNames): CssMotions {
  return new Translation(project, looks, names).all()
}

/** What moves one part, each as a value of `transition` or `animation`. */
interface Moved {
  readonly transitions: readonly string[]
  readonly animations: readonly string[]
}

class Translation {
  private readonly keyframes: CssKeyframes[] = []
  private readonly reduced: CssRule[] = []
  private readonly left = new Set<string>()

  constructor(private readonly project: Project, private readonly looks: CssLooks, private readonly names: CssNames) {}

  all(): CssMotions {
    const { component } = this.looks
    const fired = firedRules(this.project, component)
    const leading = leadingAmong(fired)
    const lasting = component.axes.flatMap((axis) => axis.states.flatMap((state) => this.lasting(axis, state)))
    const rules = [...lasting.map((rule) => ({ ...rule, notes: [] })), ...leading.flatMap((each) => this.leading(each))]
    this.tellOthers(fired, leading)
    return { rules, keyframes: this.keyframes, reduced: this.reduced, left: [...this.left] }
  }

  /** What goes on for as long as a state lasts. */
  private lasting(axis: Axis, state: State): readonly CssRule[] {
    const { component } = this.looks
    return component.parts.flatMap((part): readonly CssRule[] => {
      const animations = this.cycles(axis, state, part)
      if (animations.length === 0) return []
      const selector = this.names.selector(component, part, [[axis, state]])
      const still = this.cycles(axis, state, part, true)
      if (still.length < animations.length) this.reduced.push({ selector, declared: { animation: still.join(', ') || 'none' } })
      return [{ selector, declared: { animation: animations.join(', ') } }]
    })
  }

  private cycles(axis: Axis, state: State, part: Part, isReduced = false): readonly string[] {
    const { component, drawn } = this.looks
    return this.looks.cyclesIn(axis, state).filter((cycle) => itemAt(component.parts, cycle.part) === part).flatMap((cycle) => {
      const definition = propertyDefinition(cycle.property)
      if (isReduced && definition && isMovement(definition)) return []
      const on = drawn.get(part)
      const shown = on === undefined ? [] : shownBy(on, cycle.property, cycle.to)
      if (shown.length === 0) this.left.add(`${definition?.label ?? cycle.property} of “${part.name}” going on in “${state.name}”: no CSS goes that way.`)
      return shown.map((each) => {
        // Eased frame by frame, because keyframes are mixed by other rules than ours where colours and angles are concerned.
        const name = this.named(axis, [state], part, each, evenly((share) => roundText(cycle, each, share)))
        return `${name} ${cycle.durationMs}ms linear ${cycle.count === Infinity ? 'infinite' : cycle.count}${cycle.turnsBack ? ' alternate' : ''} both`
      })
    })
  }

  private leading(fired: LeadingRule): CssMotions['rules'] {
    const { component } = this.looks
    const { axis, trigger, from, to } = fired
    const [own, reduced] = [travelling(this.project, component, fired), new Set(travelling(this.project, component, fired, true))]
    return component.parts.flatMap((part, index): CssMotions['rules'] => {
      const of = own.filter((lane) => lane.part === index)
      if (of.length === 0) return []
      const notes = of.filter((lane) => movedBy(this.looks, lane).length === 0).map((lane) => `${propertyDefinition(lane.property)?.label ?? lane.property} of “${part.name}” from “${from.name}” to “${to.name}” (${trigger}): no CSS goes that way; it changes at once.`)
      notes.forEach((note) => this.left.add(note))
      const selector = this.names.selector(component, part, [[axis, to]], from)
      const moved = this.moved(of, axis, from, to, part)
      const still = this.moved(of.filter((lane) => reduced.has(lane)), axis, from, to, part)
      const lasting = this.cycles(axis, to, part)
      if (still.transitions.length < moved.transitions.length || still.animations.length < moved.animations.length) this.reduced.push({ selector, declared: declared(still, this.cycles(axis, to, part, true)) })
      return [{ selector, declared: declared(moved, lasting), notes }]
    })
  }

  private moved(lanes: readonly Lane[], axis: Axis, from: State, to: State, part: Part): Moved {
    const each = lanes.flatMap((lane) => movedBy(this.looks, lane).map((shown) => ({ lane, shown })))
    const [plain, staged] = [each.filter(({ lane }) => goesStraight(lane)), each.filter(({ lane }) => !goesStraight(lane))]
    return {
      transitions: plain.map(({ lane, shown }) => `${shown.css} ${lane.durationMs}ms ${easingOf(lane)} ${lane.delayMs}ms`),
      animations: staged.map(({ lane, shown }) => `${this.named(axis, [from, to], part, shown, stagesOf(lane, shown))} ${lane.durationMs}ms linear ${lane.delayMs}ms both`),
    }
  }

  private named(axis: Axis, states: readonly State[], part: Part, { css }: ShownBy, frames: CssKeyframes['frames']): string {
    const { component } = this.looks
    const name = [this.names.part(component, part), this.names.attribute(axis).slice('data-'.length), ...states.map((state) => this.names.state(state)), css.replace(/^--/, '')].join('--')
    if (!this.keyframes.some((each) => each.name === name)) this.keyframes.push({ name, frames, css })
    return name
  }

  /** Rules whose motion is another than that of the first one between the same states, and those that lead nowhere by name. */
  private tellOthers(fired: readonly FiredRule[], leading: readonly LeadingRule[]): void {
    const first = new Set(leading.map(({ rule, from }) => `${rule.id} ${from.id}`))
    for (const { rule, trigger, from, to, lanes } of fired) {
      if (first.has(`${rule.id} ${from.id}`)) continue
      if (to !== null && to !== from && lanes.length > 0) this.left.add(`How “${trigger}” leads from “${from.name}” to “${to.name}”: a style sheet has one way from one state to another, which is that of the first rule.`)
      else if (lanes.length > 0) this.left.add(`What “${trigger}” moves in “${from.name}”: it leads to no other state.`)
    }
  }
}

const declared = ({ transitions, animations }: Moved, lasting: readonly string[]): CssRule['declared'] => ({
  transition: transitions.join(', ') || 'none', ...(animations.length + lasting.length > 0 ? { animation: [...lasting, ...animations].join(', ') } : {}),
})

/** The easing of a lane that goes straight, as CSS has it. */
export const easingOf = ({ timing }: Lane): string => (timing.switchAt === 'end' ? 'step-end' : cssEasing(timing.easing))

/** Whether a browser goes the same way by itself: from the one value straight to the other, along one easing. */
export function goesStraight(lane: Lane): boolean {
  const { type } = propertyDefinition(lane.property) ?? {}
  if (lane.seams.length > 0 || lane.ease !== lane.timing.ease || lane.timing.switchAt === 'start' || (type === 'paint' && lane.timing.colourSpace === 'srgb')) return false
  if (typeof lane.from !== 'number' || typeof lane.to !== 'number' || lane.timing.switchAt !== null) return true
  const middle = settled(lane.valueAt(0.5), lane.to)
  return typeof middle === 'number' && Math.abs(middle - (lane.from + lane.to) / 2) < 1e-6
}

const FRAMES = 100

/** Keyframes so close that what lies between them is as good as straight. */
const evenly = (text: (share: number) => string, seams: readonly number[] = []): CssKeyframes['frames'] =>
  withoutRepeats([...new Set([...Array.from({ length: FRAMES + 1 }, (_, index) => index / FRAMES), ...seams])].toSorted((a, b) => a - b).map((share) => [share, text(share)] as const))

/** Where it stays what it is, the first and last of the same say enough. */
const withoutRepeats = (frames: CssKeyframes['frames']): CssKeyframes['frames'] =>
  frames.filter(([, text], index) => index === 0 || index === frames.length - 1 || frames[index - 1]?.[1] !== text || frames[index + 1]?.[1] !== text)

/** The way of a lane, with both sides of every instant at which it goes on otherwise. */
const stagesOf = (lane: Lane, shown: ShownBy): CssKeyframes['frames'] =>
  evenly((share) => laneText(lane, shown, share), lane.seams.flatMap((seam) => [seam, Math.max(0, seam - 1e-6)]))

/** What a lane has come to after a share of its time, as CSS has it. */
export const laneText = (lane: Lane, shown: ShownBy, share: number): string => shown.text(share >= 1 ? lane.to : settled(lane.valueAt(lane.ease(share)), lane.to))

/** What a continuous motion has come to after a share of a round, as CSS has it. */
export const roundText = (cycle: Cycle, shown: ShownBy, share: number): string => shown.text(settled(cycle.valueAt(cycle.ease(share)), cycle.to))

/** What is shown, or what it comes to where two things fade into one another. */
const settled = (shown: ReturnType<Lane['valueAt']>, otherwise: Literal): Literal => (isCrossFade(shown) ? otherwise : shown)
