import { firstOf, slug, type Component, type Project, type Take } from '../../document'
import { laneEndMs } from '../../motion'
import { drawListAt, replay, runOfMotion, runOptionsOf } from '../../run'
import { paint, svg, toMarkup, type DrawList, type SvgNode } from '../../scene'
import { counted } from '../counted'
import { withAssets, withFonts } from '../pictures/stand-alone'
import { firedRules } from './component-sheets'
import { chosen, componentIn, rasterFor, takeIn, type Form, type HandedFile, type Setting } from './form'
import { SCALE } from './pictures'

const INSTANTS: Setting = { name: 'instants', label: 'instants', choices: ['12', '6', '24'] }
const ARRANGED: Setting = { name: 'arranged', label: 'arranged', choices: ['beside one another', 'over one another'] }
const KIND: Setting = { name: 'kind', label: 'kind of picture', choices: ['SVG', 'PNG'] }

/** As wide as a frame is shown beside others, in px, and what lies between two of them. */
const WIDE = 180
const GAP = 16

/** Something that takes time, by what it looks like at its instants. */
interface Strip {
  readonly name: string
  readonly lengthMs: number
  readonly listAt: (ms: number) => DrawList
}

/** What a take, or a motion, looks like over time, in one picture. */
export const filmstrip: Form = {
  name: 'filmstrip',
  label: 'Filmstrip',
  forWhom: 'Looks at it',
  says: 'Instants of a take, or of each motion of a component, in one picture: beside one another with their times, or over one another, all as clear.',
  takes: ['component', 'take'],
  settings: [INSTANTS, ARRANGED, KIND, SCALE],
  make: async (project, subject, making) => {
    const strips = subject.of === 'take' ? [stripOfTake(project, takeIn(project, subject))] : stripsOfMotions(project, componentIn(project, subject))
    const many = Number(chosen(INSTANTS, making))
    const draw = chosen(ARRANGED, making) === 'over one another' ? overOneAnother : besideOneAnother
    const scale = Number(chosen(SCALE, making))
    const { fonts } = await making.kit()
    const pictures = strips.map((strip) => ({ name: `${slug(strip.name)}-filmstrip`, picture: withAssets(project, draw(strip, instantsOf(strip, many))) }))
    const raster = chosen(KIND, making) === 'PNG' ? await rasterFor(making) : null
    const files = pictures.map(({ name, picture }): HandedFile => (raster
      ? { name: `${name}.png`, mediaType: 'image/png', content: raster.png(picture, scale) }
      : { name: `${name}.svg`, mediaType: 'image/svg+xml', content: `${withFonts(picture, fonts)}\n` }))
    return { files, holds: [counted(strips.length, 'strip'), `${counted(many, 'instant')} each`, ...strips.slice(0, 1).map(({ lengthMs }) => `0 to ${Math.round(lengthMs)} ms`)], leavesOut: [...(files.length === 0 ? ['There is nothing to see: no motion of it changes anything.'] : []), 'The pointer.'] }
  },
}

const stripOfTake = (project: Project, take: Take): Strip =>
  ({ name: take.name, lengthMs: take.endsAtMs, listAt: (ms) => drawListAt(replay(project, take.surface, take.inputs, ms, runOptionsOf(take)), ms) })

const stripsOfMotions = (project: Project, component: Component): readonly Strip[] =>
  firedRules(project, component).filter(({ lanes }) => lanes.length > 0).flatMap(({ axis, rule, trigger, from, to, lanes }): readonly Strip[] => {
    const run = runOfMotion(project, component, rule, axis.id, from.id)
    return run ? [{ name: `${component.name} ${trigger} ${from.name} ${to?.name ?? ''}`, lengthMs: Math.max(...lanes.map(laneEndMs)), listAt: (ms) => drawListAt(run, ms) }] : []
  })

/** Instants as far apart from one another as from the last, which is the end, in ms. */
const instantsOf = ({ lengthMs }: Strip, many: number): readonly number[] => Array.from({ length: many }, (_each, index) => Math.round((lengthMs * index) / (many - 1)))

function besideOneAnother({ listAt }: Strip, instants: readonly number[]): string {
  const lists = instants.map(listAt)
  const { width, height } = sizeOf(lists)
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
function overOneAnother({ listAt }: Strip, instants: readonly number[]): string {
  const lists = instants.map(listAt)
  const { width, height } = sizeOf(lists)
  return pictureOf(width, height, lists.map((list, index) => svg('g', `frame${index}`, { opacity: Math.round(1e4 / (index + 1)) / 1e4 }, paint(list, `frame${index}`))))
}

function pictureOf(width: number, height: number, inside: readonly SvgNode[]): string {
  return toMarkup(svg('svg', 'strip', { xmlns: 'http://www.w3.org/2000/svg', width, height, viewBox: `0 0 ${width} ${height}` }, [svg('rect', 'ground', { width, height, fill: '#ffffff' }), ...inside]))
}

function sizeOf(lists: readonly DrawList[]): { readonly width: number; readonly height: number } {
  const { width = 1, height = 1 } = firstOf(lists)[0]?.values ?? {}
  return { width, height }
}
