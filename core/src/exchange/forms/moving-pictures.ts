import { RheoError, slug, type Project } from '../../document'
import { counted } from '../counted'
import { takeFrames } from '../pictures/take-frames'
import type { Bitmap } from '../pictures/raster'
import { chosen, takeIn, type FilmFrame, type Form, type HandedOver, type Making, type Setting, type Subject } from './form'
import { SCALE } from './pictures'

const RATE: Setting = { name: 'rate', label: 'instants a second', choices: ['30', '60', '20', '10'] }

/** As GIF can have them: it counts in hundredths of a second. */
const GIF_RATE: Setting = { name: 'rate', label: 'instants a second', choices: ['25', '50', '20', '10'] }

/** A take as a PNG that moves. */
export const animatedPng: Form = {
  name: 'apng',
  label: 'Moving PNG',
  forWhom: 'Looks at it',
  says: 'A take as one picture that moves and begins again, in all its colours, with the pointer in it (APNG).',
  takes: ['take'],
  settings: [SCALE, RATE],
  make: (project, subject, making) => moving(project, subject, making, RATE, async (frames) => {
    const { AnimatedPng } = await import('../pictures/animated-png')
    let made: InstanceType<typeof AnimatedPng> | null = null
    for (const { bitmap, lastsMs } of frames) {
      made ??= new AnimatedPng(bitmap.width, bitmap.height)
      made.add(bitmap, lastsMs)
    }
    return { ending: 'png', mediaType: 'image/apng', content: made?.bytes() ?? new Uint8Array() }
  }),
}

/** A take as a GIF. */
export const animatedGif: Form = {
  name: 'gif',
  label: 'GIF',
  forWhom: 'Looks at it',
  says: 'A take as one picture that moves and begins again, with the pointer in it, for wherever nothing else is shown (GIF 89a).',
  takes: ['take'],
  settings: [SCALE, GIF_RATE],
  make: (project, subject, making) => moving(project, subject, making, GIF_RATE, async (frames) => {
    const { AnimatedGif } = await import('../pictures/animated-gif')
    const made = new AnimatedGif()
    for (const { bitmap, lastsMs } of frames) made.add(bitmap, lastsMs)
    return { ending: 'gif', mediaType: 'image/gif', content: made.bytes(), leavesOut: ['All but 256 colours of each instant.'] }
  }),
}

/** A take as a film. */
export const film: Form = {
  name: 'webm',
  label: 'Film',
  forWhom: 'Looks at it',
  says: 'A take as a film, with the pointer in it (WebM, VP9). It is made in the browser: the command line has nothing that could.',
  takes: ['take'],
  settings: [SCALE, { ...RATE, choices: ['60', '30'] }],
  make: (project, subject, making) => moving(project, subject, making, { ...RATE, choices: ['60', '30'] }, async (frames) => {
    if (!making.film) throw new RheoError('unreadable', 'webm', 'Films are made in the browser: on “Hand over”. “apng” and “gif” are made here too.')
    return { ending: 'webm', mediaType: 'video/webm', content: await making.film(frames), leavesOut: ['Fine differences of colour: it is packed with losses.'] }
  }),
}

interface Encoded {
  readonly ending: string
  readonly mediaType: string
  readonly content: Uint8Array
  readonly leavesOut?: readonly string[]
}

async function moving(project: Project, subject: Subject, making: Making, rate: Setting, encode: (frames: Iterable<FilmFrame>) => Promise<Encoded>): Promise<HandedOver> {
  const take = takeIn(project, subject)
  const [scale, perSecond] = [Number(chosen(SCALE, making)), Number(chosen(rate, making))]
  const { Raster } = await import('../pictures/raster')
  const raster = await Raster.open(await (await making.kit()).drawing())
  let many = 0
  function* frames(): Generator<FilmFrame> {
    for (const { atMs, lastsMs, picture } of takeFrames(project, take, perSecond)) {
      making.progress(atMs / take.endsAtMs)
      many++
      yield { atMs, lastsMs, bitmap: bitmapOf(picture) }
    }
  }
  const bitmapOf = (picture: string): Bitmap => raster.bitmap(picture, scale)
  const { ending, mediaType, content, leavesOut = [] } = await encode(frames())
  return {
    files: [{ name: `${slug(take.name)}.${ending}`, mediaType, content }],
    holds: [`${counted(many, 'picture')} from ${perSecond} instants a second`, `${take.endsAtMs} ms`, `${counted(scale, 'pixel')} for each px`],
    leavesOut: ['What would be heard or told by a screen reader.', ...leavesOut],
  }
}
