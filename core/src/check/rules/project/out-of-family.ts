import { firstOf, inProject, setAt } from '../../../document'
import { familiesIn, givenIn, timesApart, type Family, type Timed } from './families'
import { inMs, type Finding } from '../../model/finding'
import type { ProjectCheck } from '../../ground/context'

/** A family has to have so many members for one of them to stand out. */
const LEAST_MEMBERS = 6

/** At most this share of a family can be out of it; where more differ there is no family. */
const MOST_APART = 0.25

const OUT = 2

/** Durations more than twice as long, or less than half as long, as nearly all others for the same kind of change. */
export const outOfFamily: ProjectCheck = {
  name: 'out-of-family', scope: 'project', levels: ['note'],
  means: 'more than twice as long or less than half as long as the middle half of at least six motions for the same kind of change (pointing, pressing, choosing), no token, and at most a quarter of them',
  finds: (project) => {
    return familiesIn(givenIn(project)).flatMap((family) => {
      const apart = family.members.filter((member) => !member.isToken && timesApart(family, member.durationMs) > OUT)
      if (family.members.length < LEAST_MEMBERS || apart.length > family.members.length * MOST_APART) return []
      const alike = [...new Set(apart.map(({ component, durationMs }) => `${component} ${durationMs}`))]
      return alike.map((key) => finding(family, apart.filter(({ component, durationMs }) => `${component} ${durationMs}` === key)))
    })
  },
}

/** One finding for all rules of a component that take equally long. */
function finding(family: Family, members: readonly Timed[]): Finding {
  const { about, durationMs, rule, component, where } = firstOf(members)
  const usual = family.lowMs === family.highMs ? inMs(family.lowMs) : `${inMs(family.lowMs)} to ${inMs(family.highMs)}`
  const times = Math.round(timesApart(family, durationMs) * 10) / 10
  return {
    id: `out-of-family ${component} ${rule}`,
    kind: 'out-of-family', level: 'note',
    sentence: `${where}${members.length > 1 ? ` and ${members.length - 1} other ${members.length > 2 ? 'rules' : 'rule'}: it` : ''} takes ${inMs(durationMs)}, ${times} times as ${durationMs > family.highMs ? 'long' : 'short'} as usual: of ${family.members.length} motions for ${family.name}, half take ${usual}.`,
    about,
    remedy: { label: `${inMs(family.medianMs)}, like the others`, edit: { edit: 'batch', edits: members.map((member) => setAt(inProject('components', component, 'rules', member.rule, 'motion', 'durationMs'), family.medianMs)) } },
    witness: null, numbers: { durationMs: durationMs, lowMs: family.lowMs, medianMs: family.medianMs, highMs: family.highMs, members: family.members.length },
  }
}
