import type { StateSpace } from '../../ground/state-space'
import { listed, type ComponentCheck } from '../../ground/context'
import { readingWhen, type Deadline, type Occasion, type Travelled } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** Two things that always fall due at the same instant, where it matters which goes first. */
export const timersRace: ComponentCheck = {
  name: 'timers-race', scope: 'component', levels: ['risk'],
  means: 'two timers always fall due at the same instant, and the first one decides',
  finds: ({ stateSpace }) => racesIn(stateSpace),
}

/** What `timersRace` finds among things that are looked at together. */
export function racesIn(stateSpace: StateSpace): readonly Finding[] {
  const told = new Map<string, Finding>()
  for (const race of racesOf(stateSpace.closed.steps)) {
    const id = idOf(race)
    const finding = told.has(id) ? null : findingOf(stateSpace, race)
    if (finding) told.set(id, finding)
  }
  return [...told.values()]
}

type NetTimer = Extract<Occasion, { what: 'timer' }>['timer']

/** Two timers that are due at one instant, and the step in which the first of them comes. */
interface Race {
  readonly first: NetTimer
  readonly second: NetTimer
  readonly step: Travelled
}

/** Wherever a timer comes, those that are always due with it, come after it, and would have led elsewhere. */
function* racesOf(steps: readonly Travelled[]): Generator<Race> {
  for (const step of steps) {
    const { deadline: own } = step
    if (own?.occasion.what !== 'timer') continue
    const first = own.occasion.timer
    for (const deadline of step.from.place.deadlines) {
      if (deadline === own || deadline.occasion.what !== 'timer' || deadline.rank < own.rank) continue
      const second = deadline.occasion.timer
      if (first.rule !== second.rule && areTogether(step, deadline) && !isSameEitherWay(step, second.rule.id)) yield { first, second, step }
    }
  }
}

const idOf = ({ first, second }: Race): string => `timers-race ${first.thing.compiled.component.id} ${first.rule.id} ${second.rule.id}`

/** The race as a finding; null when no run shows it. */
function findingOf(stateSpace: StateSpace, race: Race): Finding | null {
  const { first, second, step } = race
  const witness = witnessTo(stateSpace, stateSpace.closed, step.from, { afterMs: first.most, caption: 'both are due here' }, (trace) => trace.some((event) => event.what === 'fired' && event.rule === first.rule.id))
  if (!witness) return null
  const timers = listed([...new Set([first, second].map(({ rule, most }) => `${rule.trigger.on} ${most} ms`))])
  const where = first.thing === second.thing ? '' : ` in ${listed([first, second].map(({ thing }) => thing.compiled.component.name))}`
  return {
    id: idOf(race), kind: 'timers-race', level: 'risk',
    sentence: `Two timers are always due at the same instant, ${timers}${where}; the first one decides what comes, and only their order says which that is.`,
    about: { component: first.thing.compiled.component.id, axis: first.rule.axis, rule: first.rule.id, ...(first.thing.path === '' ? {} : { instance: first.thing.path }) },
    remedy: null, witness, numbers: { ms: first.most },
  }
}

/** Whether another deadline is due whenever a step happens. */
function areTogether(step: Travelled, { clock, least, most }: Deadline): boolean {
  const reading = readingWhen(step, clock)
  return least === most && reading !== null && reading[0] === most && reading[1] === most
}

/** Whether the second would come to the same had it gone first: after the first it is still due, and fires as well. */
function isSameEitherWay({ to, outcome }: Travelled, second: string): boolean {
  const isStillDue = to.deadlines.some(({ occasion }) => occasion.what === 'timer' && occasion.timer.rule.id === second)
  const changed = outcome.marks.some(({ what }) => what === 'entered' || what === 'set')
  return isStillDue || !changed
}
