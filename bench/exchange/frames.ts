/** How long ten seconds of a screen on which something always turns take as pictures, 60 a second. */
import { handedOver } from '../../cli/src/handed-over'
import { printed } from '../src/report'
import { LASTS_S, project, take } from './waiting-take'

const [PER_SECOND, AIM_S] = [60, 20]

for (const as of ['apng', 'gif']) {
  const began = performance.now()
  const { holds: [held = ''] } = await handedOver(project, { as, take: take.name, set: [`rate=${as === 'gif' ? 50 : PER_SECOND}`] })
  const seconds = (performance.now() - began) / 1000
  const pictures = Number(held.split(' ')[0])
  process.stdout.write(printed({
    name: `${LASTS_S} s as ${as}: ${held}`,
    figures: [
      { what: 'made in', value: seconds, unit: 's', aim: AIM_S },
      { what: 'a picture', value: (seconds * 1000) / pictures, unit: 'ms' },
      { what: 'as long as it plays', value: seconds / LASTS_S, unit: '×' },
    ],
  }))
}
