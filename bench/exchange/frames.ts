/** How long ten seconds of a screen on which something always turns take as pictures, 60 a second. */
import { skerryLine } from '@rheoscope/core/demo'
import { theOne, type Component } from '@rheoscope/core/document'
import { handedOver } from '../../cli/src/handed-over'
import { printed } from '../src/report'

const [SECONDS, PER_SECOND, AIM_S] = [10, 60, 20]

/** The gate does not answer. */
const waiting = (component: Component): Component => ({ ...component, rules: component.rules.map((rule) => (rule.trigger.on === 'after' ? { ...rule, trigger: { ...rule.trigger, ms: 60_000 } } : rule)) })

const take = { ...theOne(skerryLine.takes, ({ id }) => id === 'takeBoarding'), expectations: [], endsAtMs: SECONDS * 1000 }
const project = { ...skerryLine, components: skerryLine.components.map((each) => (each.id === 'boardingButton' ? waiting(each) : each)), takes: [take] }

for (const as of ['apng', 'gif']) {
  const began = performance.now()
  const { holds: [held = ''] } = await handedOver(project, { as, take: take.name, set: [`rate=${as === 'gif' ? 50 : PER_SECOND}`] })
  const seconds = (performance.now() - began) / 1000
  const pictures = Number(held.split(' ')[0])
  process.stdout.write(printed({
    name: `${SECONDS} s as ${as}: ${held}`,
    figures: [
      { what: 'made in', value: seconds, unit: 's', aim: AIM_S },
      { what: 'a picture', value: (seconds * 1000) / pictures, unit: 'ms' },
      { what: 'as long as it plays', value: seconds / SECONDS, unit: '×' },
    ],
  }))
}
