import { slug, type Project, type Take } from '../../document'
import { laneEndMs } from '../../motion'
import { drawListAt, runOfMotion } from '../../run'
import { paint } from '../../scene'
import { counted } from '../counted'
import { movingSvg as made, type DrawnInstant } from '../pictures/moving-svg'
import { withAssets, withFonts } from '../pictures/stand-alone'
import { takeInstants } from '../pictures/take-frames'
import { firedRules } from './component-sheets'
import { chosen, componentIn, takeIn, type Form, type HandedFile, type Setting } from './form'

const RATE: Setting = { name: 'rate', label: 'instants a second', choices: ['60', '30', '20', '10'] }
const TIMES: Setting = { name: 'times', label: 'played', choices: ['again and again', 'once'] }

/** What is drawn of something from its beginning to its end. */
interface Course {
  readonly name: string
  readonly lengthMs: number
  readonly instants: readonly DrawnInstant[]
  readonly size: { readonly width: number; readonly height: number }
}

/** A take, or each motion of a component, as a picture of shapes that moves. */
export const movingSvg: Form = {
  name: 'moving-svg',
  label: 'Moving SVG',
  forWhom: 'Looks at it',
  says: 'A take with its pointer, or each motion of a component, as one SVG picture that moves by itself, at any size (SVG 2, CSS Animations 1).',
  takes: ['component', 'take'],
  settings: [RATE, TIMES],
  make: async (project, subject, making) => {
    const everyMs = 1000 / Number(chosen(RATE, making))
    const isEndless = chosen(TIMES, making) === 'again and again'
    const { fonts } = await making.kit()
    const courses = subject.of === 'take' ? [courseOfTake(project, takeIn(project, subject), everyMs)] : coursesOfMotions(project, componentIn(project, subject).id, everyMs)
    const left = new Set<string>()
    const files = courses.map(({ name, lengthMs, instants, size }, index): HandedFile => {
      making.progress(index / courses.length)
      const picture = made(instants, lengthMs, size, isEndless)
      picture.left.forEach((each) => left.add(each))
      return { name: `${slug(name)}-moving.svg`, mediaType: 'image/svg+xml', content: withFonts(withAssets(project, picture.markup), fonts) }
    })
    return { files, holds: [counted(files.length, 'picture'), ...courses.slice(0, 1).map(({ lengthMs, instants }) => `${counted(instants.length, 'instant')} in ${Math.round(lengthMs)} ms`)], leavesOut: files.length === 0 ? ['There is nothing to see: no motion of it changes anything.'] : [...left] }
  },
}

function courseOfTake(project: Project, take: Take, everyMs: number): Course {
  const all = [...takeInstants(project, take, everyMs)]
  const { width = 1, height = 1 } = all[0]?.list[0]?.values ?? {}
  return { name: take.name, lengthMs: Math.max(take.endsAtMs, everyMs), size: { width, height }, instants: all.map(({ atMs, list, over }) => ({ atMs, nodes: [...paint(list, 'picture'), ...over] })) }
}

/** Each motion, with a moment of rest after it. */
function coursesOfMotions(project: Project, id: string, everyMs: number): readonly Course[] {
  const component = componentIn(project, { of: 'component', id })
  return firedRules(project, component).filter(({ lanes }) => lanes.length > 0).flatMap(({ axis, rule, trigger, from, to, lanes }): readonly Course[] => {
    const run = runOfMotion(project, component, rule, axis.id, from.id)
    if (!run) return []
    const movingMs = Math.max(...lanes.map(laneEndMs))
    const lists = Array.from({ length: Math.ceil(movingMs / everyMs) + 1 }, (_each, index) => Math.min(movingMs, index * everyMs)).map((atMs) => ({ atMs, list: drawListAt(run, atMs) }))
    const { width = 1, height = 1 } = lists[0]?.list[0]?.values ?? {}
    return [{ name: `${component.name} ${trigger} ${from.name} ${to?.name ?? ''}`, lengthMs: movingMs + REST_MS, size: { width, height }, instants: lists.map(({ atMs, list }) => ({ atMs, nodes: paint(list, 'picture') })) }]
  })
}

const REST_MS = 600
