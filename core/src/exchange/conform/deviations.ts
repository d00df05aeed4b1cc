import { certain, destinationsOf, itemAt, orElse, RheoError, statesHeldBy, type Axis, type Component, type Part, type Project, type State } from '../../document'
import { parseEasing, readable, type Lane } from '../../motion'
import type { Cycle, Values } from '../../machine'
import { CssLooks, type Standing } from '../css/looks'
import { easingOf, goesStraight, laneText, leadingRules, movedBy, roundText, type LeadingRule } from '../css/motions'
import { CssNames } from '../css/names'
import { inRgb, isSameCssValue } from '../css/same-value'
import { shownBy, type ShownBy } from '../css/shown-by'
import { travelling } from '../forms/component-sheets'
import type { BuildLog, BuiltMotion } from './build-log'

/** What can have been built otherwise than it was designed. */
export type DeviationKind = 'no such state' | 'state never comes' | 'no such way' | 'does not move' | 'moves' | 'duration' | 'delay' | 'easing' | 'look'

export interface Deviation {
  readonly kind: DeviationKind
  readonly sentence: string
}

/** How a log of what was built compares with the design. */
export interface Conformance {
  readonly component: string
  readonly deviations: readonly Deviation[]
  /** How much was compared, and what of the design the log has nothing of. */
  readonly compared: { readonly looks: number; readonly motions: number }
  readonly unseen: readonly string[]
}

/** Times closer than this, in ms, are the same. */
const TIME_TOLERANCE_MS = 1

/** Easings nowhere further apart than this are the same: as close as a spring is written. */
const EASING_TOLERANCE = 0.005

/** What of a place a page may say by other means, such as a transform of its own. */
const OTHERWISE_SAID: ReadonlySet<string> = new Set(['auto', ''])

/** What was built otherwise than a component was designed, as a probe has seen it. Throws a `RheoError` (`missing`) where the project has no component of that name. */
export function conformance(project: Project, log: BuildLog): Conformance {
  const component = project.components.find(({ name }) => name === log.component)
  if (!component) throw new RheoError('missing', log.component, `The project has no component “${log.component}”.`)
  return new Comparison(project, component, log).all()
}

type Built = BuildLog['changes'][number]

/** So many states are named in which a value differs. */
const MOST_STATES = 3

/** What a part has from what it is in unless something is said. */
const INHERITED: Readonly<Record<string, string>> = { cursor: 'default', 'pointer-events': 'inherit' }

/** Browsers compute the height of a line in px, of the size that was built. */
const lineHeightPx = ({ lineHeight }: Values, { 'font-size': size = '' }: Readonly<Record<string, string>>): string => `${lineHeight * parseFloat(size)}px`

class Comparison {
  private readonly looks: CssLooks
  private readonly ways: readonly LeadingRule[]
  private readonly found = new Map<string, Deviation>()
  /** What of a part differs in a state at rest: that it does not get there is then no news. */
  private readonly otherwise = new Set<string>()
  private readonly differing = new Map<string, readonly string[]>()
  private readonly compared = { looks: 0, motions: 0 }

  constructor(private readonly project: Project, private readonly component: Component, private readonly log: BuildLog) {
    this.looks = new CssLooks(project, component, new CssNames(project))
    this.ways = leadingRules(project, component)
  }

  all(): Conformance {
    for (const rest of this.log.rests) this.compareLook(rest)
    this.tellLooks()
    for (const change of this.log.changes) this.compareChange(change)
    for (const axis of this.component.axes) this.lookForStates(axis)
    return { component: this.component.name, deviations: [...this.found.values()], compared: this.compared, unseen: this.unseen() }
  }

  private say(kind: DeviationKind, said: string): void {
    const sentence = inRgb(said)
    this.found.set(sentence, { kind, sentence })
  }

  private compareLook({ states, parts }: BuildLog['rests'][number]): void {
    const standing = this.component.axes.flatMap((axis): Standing => {
      const state = axis.states.find(({ name }) => name === states[axis.name])
      return state ? [[axis, state]] : []
    })
    // What a page is like in none of its states is nothing to compare with.
    if (standing.length < this.component.axes.length) return
    const values = this.looks.valuesIn(standing.filter(([axis, state]) => state.id !== axis.start))
    const going = standing.flatMap(([axis, state]) => this.looks.cyclesIn(axis, state))
    for (const [index, part] of this.component.parts.entries()) {
      const seen = parts[part.name]
      const drawn = this.looks.drawn.get(part)
      if (!seen || !drawn) continue
      for (const [property, value] of Object.entries(certain(values[index]))) {
        if (going.some((cycle) => cycle.part === index && cycle.property === property)) continue
        for (const { css, text } of shownBy(drawn, property, value)) this.compareValue(standing, part, css, css === 'line-height' ? lineHeightPx(certain(values[index]), seen) : text(value), seen[css])
      }
    }
  }

  private compareValue(standing: Standing, part: Part, css: string, wanted: string, computed: string | undefined): void {
    if (computed === undefined || OTHERWISE_SAID.has(computed) || INHERITED[css] === wanted) return
    this.compared.looks++
    if (isSameCssValue(css, wanted, computed)) return
    for (const [axis, state] of standing) this.otherwise.add(`${axis.name} ${state.name} ${part.name} ${css}`)
    const what = `${css} of “${part.name}” is ${computed}; it is designed as ${wanted}`
    this.differing.set(what, [...(this.differing.get(what) ?? []), standing.map(([axis, state]) => `${axis.name} “${state.name}”`).join(' and ')])
  }

  /** Each value that differs once, with the states it differs in. */
  private tellLooks(): void {
    for (const [what, all] of this.differing) {
      const states = [...new Set(all)]
      const [few, more] = [states.slice(0, MOST_STATES).join(', '), states.length - MOST_STATES]
      this.say('look', `${what}. In ${few}${more > 0 ? ` and ${more} more` : ''}.`)
    }
  }

  private compareChange(change: Built): void {
    const axis = this.component.axes.find(({ name }) => name === change.axis)
    if (!axis) return this.say('no such state', `“${change.axis}” is no axis of “${this.component.name}”.`)
    const [from, to] = [change.from, change.to].map((name) => axis.states.find((state) => state.name === name))
    if (!to) return this.say('no such state', `From “${change.from ?? 'nowhere'}” ${axis.name} comes into ${change.to === null ? 'none of its states' : `“${change.to}”, which is no state of it`}.`)
    const way = this.ways.find((each) => each.axis === axis && each.from === from && each.to === to)
    if (from && !way && !this.canLead(axis, from, to)) return this.say('no such way', `${axis.name} goes from “${from.name}” to “${to.name}”; no rule leads so.`)
    const going = this.log.isMotionReduced ? [] : this.looks.cyclesIn(axis, to)
    const isGoing = ({ part, property }: BuiltMotion) => going.some((cycle) => itemAt(this.component.parts, cycle.part).name === part && this.shownOf(cycle).some(({ css }) => css === property))
    const own = change.motions.filter((motion) => !isGoing(motion))
    if (way) this.compareMotions(own, way, going)
    for (const cycle of going) this.compareLasting(change, to, cycle)
    return undefined
  }

  /** Whether something other than a rule to that very state may lead there: one to the next or one by chance, or what holds it. */
  private canLead(axis: Axis, from: State, to: State): boolean {
    const rules = this.component.rules.filter((rule) => rule.axis === axis.id)
    return rules.length === 0 || axis.boundTo !== null || rules.some((rule) => statesHeldBy(this.component, rule).includes(from) && destinationsOf(axis, rule).includes(to.id))
  }

  private compareMotions(motions: readonly BuiltMotion[], way: LeadingRule, going: readonly Cycle[]): void {
    const { axis, from, to } = way
    const where = `${axis.name} goes from “${from.name}” to “${to.name}”`
    const wanted = travelling(this.project, this.component, way, this.log.isMotionReduced).filter((lane) => !going.some((cycle) => cycle.part === lane.part && cycle.property === lane.property))
      .flatMap((lane) => movedBy(this.looks, lane).map((shown) => ({ lane, shown, part: itemAt(this.component.parts, lane.part) })))
    for (const { lane, shown, part } of wanted) {
      const built = motions.find((motion) => motion.part === part.name && motion.property === shown.css)
      this.compared.motions++
      const what = `${shown.css} of “${part.name}” when ${where}`
      if (built) this.compareMotion(what, lane, shown, built)
      else if (![from, to].some((state) => this.otherwise.has(`${axis.name} ${state.name} ${part.name} ${shown.css}`))) this.say('does not move', `${what} changes at once; it is designed to take ${lane.durationMs} ms.`)
    }
    for (const motion of motions) {
      const isMapped = this.component.parts.some(({ name }) => name === motion.part)
      if (isMapped && !wanted.some(({ shown, part }) => part.name === motion.part && shown.css === motion.property)) this.say('moves', `${motion.property} of “${motion.part}” when ${where} takes ${motion.durationMs} ms; it is designed to change at once, or not at all.`)
    }
  }

  private compareMotion(what: string, lane: Lane, shown: ShownBy, built: BuiltMotion): void {
    this.compareTimes(what, lane.durationMs, lane.delayMs, built)
    if (Math.abs(lane.durationMs - built.durationMs) > TIME_TOLERANCE_MS) return
    if (goesStraight(lane) && built.frames.length <= 2) {
      const easing = built.easing === 'linear' ? (built.frames[0]?.easing ?? 'linear') : built.easing
      const off = farthestApart(easingOf(lane), easing)
      if (off > EASING_TOLERANCE) this.say('easing', `${what} is eased by ${easing}; it is designed as ${easingOf(lane)}${off === Infinity ? '' : `, up to ${Math.round(off * 100)} % of the way apart`}.`)
      return
    }
    const wrong = built.frames.find(({ offset, value }) => !isSameCssValue(shown.css, laneText(lane, shown, offset), value))
    if (wrong) this.say('easing', `${what} is ${wrong.value} after ${Math.round(wrong.offset * built.durationMs)} ms; it is designed as ${laneText(lane, shown, wrong.offset)} then.`)
  }

  private compareTimes(what: string, durationMs: number, delayMs: number, built: BuiltMotion): void {
    if (Math.abs(durationMs - built.durationMs) > TIME_TOLERANCE_MS) this.say('duration', `${what} takes ${built.durationMs} ms; it is designed to take ${durationMs} ms.`)
    if (Math.abs(delayMs - built.delayMs) > TIME_TOLERANCE_MS) this.say('delay', `${what} waits ${built.delayMs} ms; it is designed to wait ${delayMs} ms.`)
  }

  /** What goes on for as long as a state lasts. */
  private compareLasting(change: Built, state: State, cycle: Cycle): void {
    const part = itemAt(this.component.parts, cycle.part)
    for (const shown of this.shownOf(cycle)) {
      const what = `${shown.css} of “${part.name}” while it is “${state.name}”`
      const built = change.motions.find((motion) => motion.part === part.name && motion.property === shown.css)
      this.compared.motions++
      if (!built) {
        this.say('does not move', `${what} does not go on; each round is designed to take ${cycle.durationMs} ms.`)
        continue
      }
      this.compareTimes(what, cycle.durationMs, 0, built)
      const times = cycle.count === Infinity ? null : cycle.count
      if (built.times !== times || built.turnsBack !== cycle.turnsBack) this.say('easing', `${what} goes ${roundsWords(built.times, built.turnsBack)}; it is designed to go ${roundsWords(times, cycle.turnsBack)}.`)
      const wrong = built.frames.find(({ offset, value }) => !isSameCssValue(shown.css, roundText(cycle, shown, offset), value))
      if (wrong) this.say('easing', `${what} is ${wrong.value} at ${Math.round(wrong.offset * 100)} % of its round; it is designed as ${roundText(cycle, shown, wrong.offset)}.`)
    }
  }

  private shownOf(cycle: Cycle): readonly ShownBy[] {
    const drawn = this.looks.drawn.get(itemAt(this.component.parts, cycle.part))
    return drawn ? shownBy(drawn, cycle.property, cycle.to) : []
  }

  private lookForStates(axis: Axis): void {
    // What the page itself decides it may never decide.
    if (axis.boundTo !== null) return
    const seen = new Set([...this.log.rests.map(({ states }) => states[axis.name]), ...this.log.changes.filter((change) => change.axis === axis.name).flatMap(({ from, to }) => [from, to])])
    for (const { name } of axis.states) if (!seen.has(name)) this.say('state never comes', `“${name}” of ${axis.name} never comes in the log.`)
  }

  /** Ways of the design the log has nothing of: they were not gone, or are not there. */
  private unseen(): readonly string[] {
    return this.ways.filter(({ axis, from, to }) => !this.log.changes.some((change) => change.axis === axis.name && change.from === from.name && change.to === to.name)).map(({ axis, from, to }) => `${axis.name} from “${from.name}” to “${to.name}”`)
  }
}

const roundsWords = (times: number | null, turnsBack: boolean): string => `${times === null ? 'on for ever' : `${times} times`}${turnsBack ? ', there and back' : ''}`

/** How far two easings are apart at most; Infinity where one of them cannot be read. */
function farthestApart(ours: string, theirs: string): number {
  const other = orElse(() => parseEasing(theirs), null)
  if (!other) return Infinity
  const { ease } = readable(ours)
  return Math.max(...Array.from({ length: 101 }, (_each, index) => Math.abs(ease(index / 100) - other.ease(index / 100))))
}
