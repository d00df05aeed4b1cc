import { isLeading, rootOf, type Id, type Input, type InputAction, type Rule } from '../../document'
import { advanceTo, forkFromHere, send, type Run } from '../../run'
import { pointOn, type Point } from '../../scene'
import { REACHES } from '../explore'
import type { CheckContext } from './context'
import type { RestingConfiguration } from './resting-configurations'

/** A rule that is led by hand from rest, as far as it was led. */
export interface LedByHand {
  readonly atRest: RestingConfiguration
  /** What is done from there on, with the hand still on it. */
  readonly inputs: readonly Input[]
  /** How far the rule has come, from 0 to 1. */
  readonly fraction: number
  /** Right after the last input. */
  readonly run: Run
  readonly at: Point
}

/** So long after one another, in ms, a hand is seen to be elsewhere, on its way in so many steps. */
const PACE_MS = 80
const SHARES = [0.25, 0.5, 0.75, 1]

/** The rules of a component that a hand leads somewhere. */
export const ledRulesOf = ({ component }: CheckContext): readonly Rule[] =>
  component.rules.filter(({ trigger, target }) => isLeading(trigger) && target.go !== 'ignored')

const known = new WeakMap<CheckContext, Map<Id, LedByHand | null>>()

/** A rule led as far as a hand can lead it that comes from anywhere at rest; null where nothing of what it is on can be got hold of. */
export function ledFarthest(context: CheckContext, rule: Rule): LedByHand | null {
  const ofContext = known.get(context) ?? new Map<Id, LedByHand | null>()
  known.set(context, ofContext)
  const before = ofContext.get(rule.id)
  if (before !== undefined) return before
  const found = farthest(context, rule)
  ofContext.set(rule.id, found)
  return found
}

function farthest(context: CheckContext, rule: Rule): LedByHand | null {
  let best: LedByHand | null = null
  for (const atRest of context.resting.all) {
    const at = pointOn(atRest.list, '', rule.part ?? rootOf(context.component).id)
    for (const reach of at ? REACHES : []) {
      const led = at && leadBy(atRest, rule, at, reach)
      if (led && led.fraction > (best?.fraction ?? -1)) best = led
      if (best?.fraction === 1) return best
    }
  }
  return best
}

/** As many halvings as find a fraction to a hundredth. */
const HALVINGS = 8

/** A rule led to some fraction, the way it can be led furthest; null where a hand does not get it there. */
export function ledAsFar(context: CheckContext, rule: Rule, fraction: number): LedByHand | null {
  const most = ledFarthest(context, rule)
  const last = most?.inputs.at(-1)
  if (!most || most.fraction < fraction || !last || !('x' in last)) return null
  const reach = { x: last.x - most.at.x, y: last.y - most.at.y }
  let [near, far] = [0, 1]
  let found = most
  for (let halving = 0; halving < HALVINGS; halving++) {
    const share = (near + far) / 2
    const tried = leadBy(most.atRest, rule, most.at, { x: reach.x * share, y: reach.y * share })
    if (tried.fraction >= fraction) [far, found] = [share, tried]
    else near = share
  }
  return found
}

/** Drags, or turns the wheel, by so many px from a point. */
function leadBy(atRest: RestingConfiguration, rule: Rule, at: Point, reach: Point): LedByHand {
  const run = forkFromHere(atRest.run)
  const begun = run.trace.length
  const inputs: Input[] = []
  const act = (action: InputAction) => {
    inputs.push({ ...action, atMs: run.nowMs })
    send(run, action)
  }
  if (rule.trigger.on === 'while scrolled') act({ do: 'wheel', ...at, deltaX: reach.x, deltaY: reach.y })
  else {
    act({ do: 'move', ...at, pointer: 'mouse' })
    act({ do: 'press', ...at, pointer: 'mouse' })
    for (const share of SHARES) {
      advanceTo(run, run.nowMs + PACE_MS)
      act({ do: 'move', x: at.x + reach.x * share, y: at.y + reach.y * share, pointer: 'mouse' })
    }
  }
  const hasFired = run.trace.slice(begun).some((event) => event.what === 'fired' && event.instance === '' && event.rule === rule.id)
  const led = run.instances.get('')?.led.find((each) => each.rule.id === rule.id)
  return { atRest, inputs, fraction: hasFired ? 1 : (led?.fraction ?? 0), run, at }
}
