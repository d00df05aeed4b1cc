import { firstOf, slug, type Project, type Take } from '../../document'
import { drawListAt, replay, runOptionsOf } from '../../run'
import { paint, svg, toMarkup, type SvgNode } from '../../scene'
import { counted } from '../counted'
import { coursesOfMotions, NOTHING_MOVES, sizeOf, type Course } from '../pictures/courses'
import { withAssets, withFonts } from '../pictures/stand-alone'
import { chosen, componentIn, rasterFor, takeIn, type Form, type HandedFile, type Setting } from './form'
import { SCALE } from './pictures'

const INSTANTS: Setting = { name: 'instants', label: 'instants', choices: ['12', '6', '24'] }
const ARRANGED: Setting = { name: 'arranged', label: 'arranged', choices: ['beside one another', 'over one another'] }
const KIND: Setting = { name: 'kind', label: 'kind of picture', choices: ['SVG', 'PNG'] }

/** As wide as a frame is shown beside others, in px, and what lies between two of them. */
const WIDE = 180
const GAP = 16

/** What a take, or a motion, looks like over time, in one picture. */
export const filmstrip: Form = {
  name: 'filmstrip',
  label: 'Filmstrip',
  forWhom: 'Looks at it',
  says: 'Instants of a take, or of each motion of a component, in one picture: beside one another with their times, or over one another, all as clear.',
  takes: ['component', 'take'],
  settings: [INSTANTS, ARRANGED, KIND, SCALE],
  make: async (project, subject, making) => {
    const strips = subject.of === 'take' ? [courseOfTake(project, takeIn(project, subject))] : coursesOfMotions(project, componentIn(project, subject))
    const many = Number(chosen(INSTANTS, making))
    const draw = chosen(ARRANGED, making) === 'over one another' ? overOneAnother : besideOneAnother
    const scale = Number(chosen(SCALE, making))
    const { fonts } = await making.kit()
    const pictures = strips.map((strip) => ({ name: `${slug(strip.name)}-filmstrip`, picture: withAssets(project, draw(strip, instantsOf(strip, many))) }))
    const raster = chosen(KIND, making) === 'PNG' ? await rasterFor(making) : null
    const files = pictures.map(({ name, picture }): HandedFile => (raster
      ? { name: `${name}.png`, mediaType: 'image/png', content: raster.png(picture, scale) }
      : { name: `${name}.svg`, mediaType: 'image/svg+xml', content: `${withFonts(picture, fonts)}\n` }))
    return { files, holds: [counted(strips.length, 'strip'), `${counted(many, 'instant')} each`, ...strips.slice(0, 1).map(({ lengthMs }) => `0 to ${Math.round(lengthMs)} ms`)], leavesOut: [...(files.length === 0 ? [NOTHING_MOVES] : []), 'The pointer.'] }
  },
}

const courseOfTake = (project: Project, take: Take): Course =>
  ({ name: take.name, lengthMs: take.endsAtMs, listAt: (ms) => drawListAt(replay(project, take.surface, take.inputs, ms, runOptionsOf(take)), ms) })

/** Instants as far apart from one another as from the last, which is the end, in ms. */
const instantsOf = ({ lengthMs }: Course, many: number): readonly number[] => Array.from({ length: many }, (_each, index) => Math.round((lengthMs * index) / (many - 1)))

function besideOneAnother({ listAt }: Course, instants: readonly number[]): string {
  const lists = instants.map(listAt)
  const { width, height } = sizeOf(firstOf(lists))
  const scale = WIDE / width
  const frames = lists.map((list, index) => svg('g', `frame${index}`, { transform: `translate(${GAP + index * (WIDE + GAP)} ${GAP})` }, [
    svg('clipPath', 'edges', { id: `edges${index}` }, [svg('rect', 'edge', { width, height })]),
    svg('g', 'drawn', { transform: `scale(${scale})`, 'clip-path': `url(#edges${index})` }, paint(list, `frame${index}`)),
    svg('rect', 'frame', { width: WIDE, height: height * scale, fill: 'none', stroke: '#8a959b' }),
    svg('text', 'time', { x: 0, y: height * scale + 18, 'font-family': '\'Atkinson Hyperlegible Next\', sans-serif', 'font-weight': '400', 'font-size': 13, fill: '#1d2b33' }, [], `${instants[index]} ms`),
  ]))
  return pictureOf(GAP + instants.length * (WIDE + GAP), Math.ceil(height * scale + 2 * GAP + 20), frames)
}

/** Each instant shows through those after it: all are seen as clearly as one another, the ground they share as it is. */
function overOneAnother({ listAt }: Course, instants: readonly number[]): string {
  const lists = instants.map(listAt)
  const { width, height } = sizeOf(firstOf(lists))
  return pictureOf(width, height, lists.map((list, index) => svg('g', `frame${index}`, { opacity: Math.round(1e4 / (index + 1)) / 1e4 }, paint(list, `frame${index}`))))
}

function pictureOf(width: number, height: number, inside: readonly SvgNode[]): string {
  return toMarkup(svg('svg', 'strip', { xmlns: 'http://www.w3.org/2000/svg', width, height, viewBox: `0 0 ${width} ${height}` }, [svg('rect', 'ground', { width, height, fill: '#ffffff' }), ...inside]))
}
