import { rootOf, theOne, type Input, type InputAction, type Rule } from '../../../document'
import { chanceIn, drawList, forkFromHere, play, send, startRun } from '../../../run'
import type { DrawList } from '../../../scene'
import { named } from '../../ground/answers'
import { ledAsFar, ledRulesOf, type LedByHand } from '../../ground/by-hand'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { placedIn } from '../../ground/placed'
import { confirmed, witnessOf } from '../../ground/witness'
import type { Finding } from '../../model/finding'
import { amountOf, jumpBetween, type SeenJump } from './jumps'

/** It is let go before half of the way, and after. */
const FRACTIONS = [0.3, 0.7]

/** Properties that are at another value as soon as a drag that leads a motion is let go, instead of going on from where it was led. */
export const jumpsWhenLetGo: ComponentCheck = {
  name: 'jumps-when-let-go', scope: 'component', levels: ['risk'],
  means: 'a visible property changes at once, as for `jumps`, when a drag is let go that leads a motion',
  finds: (context) => ledRulesOf(context).flatMap((rule): Finding[] => {
    if (rule.trigger.on !== 'while dragged') return []
    for (const fraction of FRACTIONS) {
      const led = ledAsFar(context, rule, fraction)
      const jump = led && jumpAtRelease(led)
      if (jump) return [finding(context, rule, led, jump)]
    }
    return []
  }),
}

const releaseAt = ({ inputs }: LedByHand): InputAction => {
  const last = inputs.at(-1)
  return last && 'x' in last ? { do: 'release', x: last.x, y: last.y, pointer: 'mouse' } : { do: 'cancel', pointer: 'mouse' }
}

function jumpAtRelease(led: LedByHand): SeenJump | null {
  const run = forkFromHere(led.run)
  const before = drawList(run)
  send(run, releaseAt(led))
  return ownJump(before, drawList(run))
}

/** The first property of the component's own parts that is seen to jump from one picture to the next. */
function ownJump(before: DrawList, now: DrawList): SeenJump | null {
  const seen = new Set([before, now].flatMap(placedIn).flatMap(({ item, opacity }) => (opacity > 0 ? [item.key] : [])))
  return jumpBetween(before, now, ({ instance, key }) => instance === '' && seen.has(key))
}

function finding(context: CheckContext, rule: Rule, led: LedByHand, { item, property, jump }: SeenJump): Finding {
  const { component, project, surface } = context
  const axis = theOne(component.axes, ({ id }) => id === rule.axis)
  const { atRest: { enacted: { inputs, chance } }, run: { nowMs } } = led
  const held = [...inputs, ...led.inputs]
  const letGo = [...held, { ...releaseAt(led), atMs: nowMs }]
  const pictureAfter = (of: readonly Input[]): DrawList => {
    const run = startRun(project, surface, chanceIn({ chance }))
    play(run, of, nowMs)
    return drawList(run)
  }
  const percent = Math.round(led.fraction * 100)
  return {
    id: `jumps-when-let-go ${component.id} ${rule.id}`, kind: 'jumps-when-let-go', level: 'risk',
    sentence: `${jump.property} of ${named(context, item.part)} jumps${amountOf(jump)} when ${named(context, rule.part ?? rootOf(component).id)} is let go ${percent} % of the way.`,
    about: { component: component.id, axis: axis.id, rule: rule.id, part: item.part, property },
    remedy: null, numbers: { percent, by: jump.by },
    witness: confirmed(project, witnessOf({ surface, inputs: letGo, chance, lookAtMs: nowMs, caption: `${jump.property} jumps here` }), () => ownJump(pictureAfter(held), pictureAfter(letGo)) !== null),
  }
}
