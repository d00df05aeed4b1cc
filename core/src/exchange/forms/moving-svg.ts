import { slug, type Component, type Project, type Take } from '../../document'
import { paint } from '../../scene'
import { counted } from '../counted'
import { coursesOfMotions, NOTHING_MOVES, sizeOf } from '../pictures/courses'
import { movingSvg as made, type DrawnInstant } from '../pictures/moving-svg'
import { withAssets, withFonts } from '../pictures/stand-alone'
import { takeInstants } from '../pictures/take-frames'
import { chosen, componentIn, takeIn, type Form, type HandedFile, type Setting } from './form'

const RATE: Setting = { name: 'rate', label: 'instants a second', choices: ['60', '30', '20', '10'] }
const TIMES: Setting = { name: 'times', label: 'played', choices: ['again and again', 'once'] }

/** What is drawn of something from its beginning to its end. */
interface Sampled {
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
    const courses = subject.of === 'take' ? [sampledTake(project, takeIn(project, subject), everyMs)] : sampledMotions(project, componentIn(project, subject), everyMs)
    const left = new Set<string>()
    const files = courses.map(({ name, lengthMs, instants, size }, index): HandedFile => {
      making.progress(index / courses.length)
      const picture = made(instants, lengthMs, size, isEndless)
      picture.left.forEach((each) => left.add(each))
      return { name: `${slug(name)}-moving.svg`, mediaType: 'image/svg+xml', content: withFonts(withAssets(project, picture.markup), fonts) }
    })
    return { files, holds: [counted(files.length, 'picture'), ...courses.slice(0, 1).map(({ lengthMs, instants }) => `${counted(instants.length, 'instant')} in ${Math.round(lengthMs)} ms`)], leavesOut: files.length === 0 ? [NOTHING_MOVES] : [...left] }
  },
}

function sampledTake(project: Project, take: Take, everyMs: number): Sampled {
  const all = [...takeInstants(project, take, everyMs)]
  return { name: take.name, lengthMs: Math.max(take.endsAtMs, everyMs), size: sizeOf(all[0]?.list ?? []), instants: all.map(({ atMs, list, over }) => ({ atMs, nodes: [...paint(list, 'picture'), ...over] })) }
}

/** Each motion, with a moment of rest after it. */
const sampledMotions = (project: Project, component: Component, everyMs: number): readonly Sampled[] =>
  coursesOfMotions(project, component).map(({ name, lengthMs, listAt }): Sampled => {
    const instants = Array.from({ length: Math.ceil(lengthMs / everyMs) + 1 }, (_each, index) => Math.min(lengthMs, index * everyMs))
    return { name, lengthMs: lengthMs + REST_MS, size: sizeOf(listAt(0)), instants: instants.map((atMs) => ({ atMs, nodes: paint(listAt(atMs), 'picture') })) }
  })

const REST_MS = 600
