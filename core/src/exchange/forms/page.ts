import { slug, type Project } from '../../document'
import { metricsFor, type MetricsOfFonts } from '../../layout'
import type { Surface } from '../../machine'
import { escaped } from '../../scene'
import { counted } from '../counted'
import { nameOf, NO_START, type Form, type RunningFont, type RunningKit, type Subject } from './form'
import { onlyFor } from './only-for'
import type { PageSlot } from './page-slots'
import { faceText, reaches } from '../pictures/stand-alone'
import { textsIn } from '../texts-in'

/** What a file that runs by itself carries along, in front of its code. */
export interface Carried {
  readonly title: string
  readonly project: Project
  readonly surface: Surface
  readonly metrics: MetricsOfFonts
  /** What it is called as an element; left out for a page. */
  readonly tag?: string
  /** The fonts an element brings to the page it is on; those of a page are in its style. */
  readonly fonts?: readonly { readonly family: string; readonly weight: string; readonly range: string; readonly source: string }[]
  /** What an element holds of the page it is on. */
  readonly slots?: readonly PageSlot[]
}

/** A page that runs by itself. */
export const page: Form = {
  name: 'page',
  label: 'Page',
  forWhom: 'Looks at it',
  says: 'One HTML file that runs as the stage does, with no network: to be sent, opened and tried. Its fonts and pictures are in it.',
  takes: ['project', 'component', 'screen'],
  make: async (project, subject, { kit }) => {
    const name = nameOf(project, subject)
    const surface = surfaceOf(project, subject)
    const carried = surface && onlyFor(project, surface)
    const content = carried && await pageOf({ title: name, surface, project: carried }, await kit())
    return {
      files: content ? [{ name: `${slug(name)}.html`, mediaType: 'text/html', content }] : [],
      holds: carried ? [`${counted(carried.screens.length, 'screen')}, ${counted(carried.components.length, 'component')}`, 'mouse, touch, keyboard and screen reader as on the stage', 'reduced motion, as whoever opens it has set it'] : [],
      leavesOut: surface ? [] : [NO_START],
    }
  },
}

/** Where a run begins that shows a subject; null where a project does not say. */
function surfaceOf(project: Project, subject: Subject): Surface | null {
  if (subject.of === 'component') return { component: subject.id }
  if (subject.of === 'screen') return { screen: subject.id }
  const start = project.startScreen ?? project.screens[0]?.id
  return start === undefined ? null : { screen: start }
}

/** Characters that can be typed or computed though no text of the project has them. */
const USUAL = new Set([...Array.from({ length: 0x17f - 0x20 }, (_each, index) => String.fromCodePoint(0x20 + index)), ...'–—‘’“”…•€−'])

/** What of the fonts something needs that runs by itself: which faces, and the metrics by which its texts are measured. */
export function fontsFor(project: Project, fonts: readonly RunningFont[]): { readonly faces: readonly RunningFont[]; readonly metrics: MetricsOfFonts } {
  const texts = textsIn(project)
  const characters = new Set([...texts].flatMap((text) => [...text.normalize('NFC')].filter((character) => !/\s/.test(character))))
  const isSaid = (word: string) => [...texts].some((text) => text === word || text.includes(`"${word}"`) || text.includes(`'${word}'`))
  const weights = ['400', '600', '700'].filter((weight) => weight === '400' || isSaid(weight))
  const unusual = new Set([...characters].filter((character) => !USUAL.has(character)))
  const families = ['sans', ...(isSaid('mono') ? ['mono'] : []), ...(unusual.size > 0 ? ['fallback'] : [])]
  const named = families.flatMap((family) => weights.map((weight) => `${family} ${weight}`))
  return {
    faces: fonts.filter(({ family, weight, range }) => named.includes(`${family} ${weight}`) && reaches(range, family === 'fallback' ? unusual : characters)),
    metrics: metricsFor(named, new Set([...characters, ...USUAL])),
  }
}

/** The code of something that runs by itself, behind what it carries. */
export const codeOf = (carried: Carried, script: string): string => `const CARRIED = ${JSON.stringify(carried).replaceAll('<', '\\u003c')};\n${script.replaceAll('</script', '<\\/script').replaceAll('<!--', '<\\!--')}`

/** The page as text: its script, style and fonts are in it, and nothing else may be loaded or run (Content Security Policy Level 3, hashes). */
async function pageOf(carried: Omit<Carried, 'metrics'>, { script, style, fonts, sha256 }: RunningKit): Promise<string> {
  const { faces, metrics } = fontsFor(carried.project, fonts)
  const styles = `${faces.map(faceText).join('')}${style}`.replaceAll('</', '<\\/')
  const code = codeOf({ ...carried, metrics }, script)
  return [
    '<!doctype html>', '<html lang="en">', '<head>', '<meta charset="utf-8">', '<meta name="viewport" content="width=device-width, initial-scale=1">',
    `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src 'sha256-${await sha256(code)}'; style-src 'sha256-${await sha256(styles)}'; font-src data:; img-src data:; base-uri 'none'; form-action 'none'">`,
    `<title>${escaped(carried.title)}</title>`, `<style>${styles}</style>`, '</head>', '<body>', '<div id="running"></div>', `<script type="module">${code}</script>`, '</body>', '</html>', '',
  ].join('\n')
}
