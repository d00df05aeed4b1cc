import { rootOf, theOne, type Input, type InputAction, type Rule } from '../../../document'
import { chanceIn, drawList, forkFromHere, play, send, startRun } from '../../../run'
import type { DrawItem, DrawList } from '../../../scene'
import { named } from '../../ground/answers'
import { ledAsFar, ledRulesOf, type LedByHand } from '../../ground/by-hand'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { everythingIn } from '../../ground/placed'
import { confirmed, witnessOf } from '../../ground/witness'
import type { Finding } from '../../model/finding'
import { jumpOf } from './jumps'

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

interface Jump {
  readonly item: DrawItem
  readonly property: string
  readonly label: string
  readonly amount: string
  readonly by: number
}

const releaseAt = ({ inputs }: LedByHand): InputAction => {
  const last = inputs.at(-1)
  return last && 'x' in last ? { do: 'release', x: last.x, y: last.y, pointer: 'mouse' } : { do: 'cancel', pointer: 'mouse' }
}

function jumpAtRelease(led: LedByHand): Jump | null {
  const run = forkFromHere(led.run)
  const before = drawList(run)
  send(run, releaseAt(led))
  return jumpBetween(before, drawList(run))
}

/** The first property of the component's own parts that is seen to jump from one picture to the other. */
function jumpBetween(before: DrawList, after: DrawList): Jump | null {
  const now = new Map(everythingIn(after).map((placed) => [placed.item.key, placed]))
  for (const { item, opacity } of everythingIn(before)) {
    const then = now.get(item.key)
    if (item.instance !== '' || !then || (opacity === 0 && then.opacity === 0)) continue
    for (const [property, shown] of Object.entries(item.values)) {
      const jump = jumpOf(shown, Reflect.get(then.item.values, property), { part: 0, property })
      if (jump) return { item, property, label: jump.property, amount: jump.unit === 'colour' ? '' : ` by ${Math.round(jump.by * 100) / 100}${jump.unit && ` ${jump.unit}`}`, by: jump.by }
    }
  }
  return null
}

function finding(context: CheckContext, rule: Rule, led: LedByHand, { item, property, label, amount, by }: Jump): Finding {
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
    sentence: `${label} of ${named(context, item.part)} jumps${amount} when ${named(context, rule.part ?? rootOf(component).id)} is let go ${percent} % of the way.`,
    about: { component: component.id, axis: axis.id, rule: rule.id, part: item.part, property },
    remedy: null, numbers: { percent, by },
    witness: confirmed(project, witnessOf({ surface, inputs: letGo, chance, lookAtMs: nowMs, caption: `${label} jumps here` }), () => jumpBetween(pictureAfter(held), pictureAfter(letGo)) !== null),
  }
}
