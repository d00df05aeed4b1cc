import { sameValue } from '../../../document'
import { CIRCUMSTANCES } from '../../../expression'
import { advanceTo, drawList, fork, type Run } from '../../../run'
import { stateChangesIn, wayOf, type StateChange } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { firstDifference, type IsPropertyMeant } from '../../ground/difference'
import { after, type Travelled } from '../../explore'
import type { Finding } from '../../model/finding'
import { confirmed, witnessOf } from '../../ground/witness'

/** How long is waited for everything to come to rest. */
const REST_MS = 4000

/** States that do not look as before once one has gone to another and come back, though no value anyone knows of has changed. */
export const roundTripDiffers: ComponentCheck = {
  name: 'round-trip-differs', scope: 'component', levels: ['risk'],
  means: 'there and back does not look as before, though no name stands for anything else',
  finds: (context) =>
    stateChangesIn(context).flatMap((there): Finding[] => {
      const back = backFrom(context, there)
      if (!back) return []
      const { stateSpace } = context
      const away = after(there.step)
      const home = stateSpace.visit(stateSpace.closed, there.step.from)
      const returned = stateSpace.visit(stateSpace.closed, { ...after(back), before: away })
      if (!home || !returned) return []
      const [first, second] = [atRest(home.run), atRest(returned.run)]
      if (!first || !second || !isSameWorld(first, second)) return []
      const difference = firstDifference(drawList(first), drawList(second), restsAnywhere(context))
      if (!difference) return []
      const witness = confirmed(context.project, witnessOf({ surface: context.surface, inputs: returned.inputs, chance: returned.chance, lookAtMs: second.nowMs, caption: 'back again, and not as it was' }), (trace) =>
        trace.some((event) => event.what === 'state' && event.to === there.from.id))
      return [{
        id: `round-trip-differs ${context.component.id} ${there.axis.id} ${there.from.id} ${there.to.id}`,
        kind: 'round-trip-differs', level: 'risk',
        sentence: `After ${wayOf(there)} and back, ${difference} is not what it was.`,
        about: { component: context.component.id, axis: there.axis.id, state: there.from.id, ...(there.rule ? { rule: there.rule.id } : {}) },
        remedy: null, witness, numbers: {},
      }]
    }),
}

/** What is dragged and rests where it is let go is meant not to be where it was. */
const restsAnywhere = ({ stateSpace }: CheckContext): IsPropertyMeant => ({ instance, part }, property) =>
  ['x', 'y', 'translateX', 'translateY'].includes(property) && stateSpace.things.some(({ path, compiled }) => path === instance && compiled.component.parts.some(({ id, drag }) => id === part && drag !== undefined && drag.snapTo !== 'start'))

/** A step straight back to where a change came from. */
function backFrom({ stateSpace }: CheckContext, { step, axis, from }: StateChange): Travelled | undefined {
  const { closed } = stateSpace
  const net = closed.axis(stateSpace.root, axis.id)
  return closed.steps.find((each) => each.from.place === step.to && each.outcome.marks.some((mark) => mark.what === 'entered' && mark.axis === net && net.states[mark.to] === from.id))
}

/** The run once everything in it is at rest; null when something happens of itself before that. */
function atRest(run: Run): Run | null {
  const on = fork(run)
  const before = on.trace.length
  advanceTo(on, on.nowMs + REST_MS)
  return on.trace.slice(before).some(({ what }) => what === 'state' || what === 'fired') ? null : on
}

/** Whether everything that has a name stands for the same in two runs. */
const isSameWorld = (a: Run, b: Run): boolean =>
  [...a.instances.keys()].every((path) => sameValue(named(a, path), named(b, path)))

const named = (run: Run, path: string) =>
  Object.fromEntries(Object.entries(run.instances.get(path)?.environment ?? {}).filter(([name]) => !(name in CIRCUMSTANCES) && !name.startsWith('angleToPointer')))
