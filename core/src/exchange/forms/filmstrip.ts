import { firstOf, slug, type Take } from '../../document'
import { drawListAt, replay, runOptionsOf } from '../../run'
import { paint, svg, toMarkup } from '../../scene'
import { counted } from '../counted'
import { takeIn, type Form } from './form'

const FRAMES = 12

/** As wide as a frame is shown, in px, and what lies between two of them. */
const WIDE = 180
const GAP = 16

/** What a take looks like, over time, in one picture. */
export const filmstrip: Form = {
  name: 'filmstrip',
  label: 'Filmstrip',
  forWhom: 'Looks at it',
  says: `${FRAMES} instants of a take beside one another with their times, as one SVG picture.`,
  takes: ['take'],
  make: (project, subject) => {
    const take = takeIn(project, subject)
    const instants = instantsOf(take)
    const lists = instants.map((ms) => drawListAt(replay(project, take.surface, take.inputs, ms, runOptionsOf(take)), ms))
    const { width = 1, height = 1 } = firstOf(lists)[0]?.values ?? {}
    const scale = WIDE / width
    const frames = lists.map((list, index) => svg('g', `frame${index}`, { transform: `translate(${GAP + index * (WIDE + GAP)} ${GAP})` }, [
      svg('clipPath', 'edges', { id: `edges${index}` }, [svg('rect', 'edge', { width, height })]),
      svg('g', 'drawn', { transform: `scale(${scale})`, 'clip-path': `url(#edges${index})` }, paint(list, `frame${index}`)),
      svg('rect', 'frame', { width: WIDE, height: height * scale, fill: 'none', stroke: '#8a959b' }),
      svg('text', 'time', { x: 0, y: height * scale + 18, 'font-family': 'sans-serif', 'font-size': 13, fill: '#1d2b33' }, [], `${instants[index]} ms`),
    ]))
    const [w, h] = [GAP + FRAMES * (WIDE + GAP), Math.ceil(height * scale + 2 * GAP + 20)]
    const content = `${toMarkup(svg('svg', 'strip', { xmlns: 'http://www.w3.org/2000/svg', width: w, height: h, viewBox: `0 0 ${w} ${h}` }, [svg('rect', 'ground', { width: w, height: h, fill: '#ffffff' }), ...frames]))}\n`
    return { files: [{ name: `${slug(take.name)}-filmstrip.svg`, mediaType: 'image/svg+xml', content }], holds: [counted(FRAMES, 'instant'), `0 to ${take.endsAtMs} ms`], leavesOut: ['The pointer.', 'The fonts of its texts: without Atkinson Hyperlegible another one of the machine shows them.'] }
  },
}

/** Instants as far apart from one another as from the last, which is the end. */
const instantsOf = ({ endsAtMs }: Take): readonly number[] => Array.from({ length: FRAMES }, (_each, index) => Math.round((endsAtMs * index) / (FRAMES - 1)))
