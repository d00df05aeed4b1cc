import { RheoError, slug } from '../../document'
import { counted } from '../counted'
import { takeFrames } from '../pictures/take-frames'
import { chosen, rasterFor, takeIn, type FilmFrame, type Form, type Making, type Setting } from './form'
import { SCALE } from './pictures'

/** What is made of the pictures of a take. */
interface Encoded {
  readonly content: Uint8Array
  readonly leavesOut?: readonly string[]
}

/** A form that is a take that moves. */
interface Moving extends Pick<Form, 'name' | 'label' | 'says'> {
  readonly ending: string
  readonly mediaType: string
  /** So many instants are looked at a second; the first is the usual number. */
  readonly rates: readonly string[]
  readonly encode: (frames: Iterable<FilmFrame>, making: Making) => Promise<Encoded>
}

/** A take as a PNG that moves. */
export const animatedPng = moving({
  name: 'apng',
  label: 'Moving PNG',
  says: 'A take as one picture that moves and begins again, in all its colours, with the pointer in it (APNG).',
  ending: 'png', mediaType: 'image/apng', rates: ['30', '60', '20', '10'],
  encode: async (frames) => {
    const { AnimatedPng } = await import('../pictures/animated-png')
    let made: InstanceType<typeof AnimatedPng> | null = null
    for (const { bitmap, lastsMs } of frames) {
      made ??= new AnimatedPng(bitmap.width, bitmap.height)
      made.add(bitmap, lastsMs)
    }
    return { content: made?.bytes() ?? new Uint8Array() }
  },
})

/** A take as a GIF, which counts in hundredths of a second. */
export const animatedGif = moving({
  name: 'gif',
  label: 'GIF',
  says: 'A take as one picture that moves and begins again, with the pointer in it, for wherever nothing else is shown (GIF 89a).',
  ending: 'gif', mediaType: 'image/gif', rates: ['25', '50', '20', '10'],
  encode: async (frames) => {
    const { AnimatedGif } = await import('../pictures/animated-gif')
    const made = new AnimatedGif()
    for (const { bitmap, lastsMs } of frames) made.add(bitmap, lastsMs)
    return { content: made.bytes(), leavesOut: ['All but 256 colours of each instant.'] }
  },
})

/** A take as a film. */
export const film = moving({
  name: 'webm',
  label: 'Film',
  says: 'A take as a film, with the pointer in it (WebM, VP9). It is made in the browser: the command line has nothing that could.',
  ending: 'webm', mediaType: 'video/webm', rates: ['60', '30'],
  encode: async (frames, making) => {
    if (!making.film) throw new RheoError('unreadable', 'webm', 'Films are made in the browser: on “Hand over”. “apng” and “gif” are made here too.')
    return { content: await making.film(frames), leavesOut: ['Fine differences of colour: it is packed with losses.'] }
  },
})

function moving({ ending, mediaType, rates, encode, ...form }: Moving): Form {
  const rate: Setting = { name: 'rate', label: 'instants a second', choices: rates }
  return {
    ...form,
    forWhom: 'Looks at it',
    takes: ['take'],
    settings: [SCALE, rate],
    make: async (project, subject, making) => {
      const take = takeIn(project, subject)
      const [scale, perSecond] = [Number(chosen(SCALE, making)), Number(chosen(rate, making))]
      const raster = await rasterFor(making)
      let many = 0
      function* frames(): Generator<FilmFrame> {
        for (const { atMs, lastsMs, picture } of takeFrames(project, take, perSecond)) {
          making.progress(atMs / take.endsAtMs)
          many++
          yield { atMs, lastsMs, bitmap: raster.bitmap(picture, scale) }
        }
      }
      const { content, leavesOut = [] } = await encode(frames(), making)
      return {
        files: [{ name: `${slug(take.name)}.${ending}`, mediaType, content }],
        holds: [`${counted(many, 'picture')} from ${perSecond} instants a second`, `${take.endsAtMs} ms`, `${counted(scale, 'pixel')} for each px`],
        leavesOut: ['What would be heard or told by a screen reader.', ...leavesOut],
      }
    },
  }
}
