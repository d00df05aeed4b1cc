import { describe, expect, it } from '@jest/globals'
import UPNG from 'upng-js'
import { decompressFrames, parseGIF } from 'gifuct-js'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, type Take } from '@rheoscope/core/document'
import { FORMS, type FilmFrame, type HandedOver, type Making, type Subject } from '@rheoscope/core/exchange'
import { drawListAt, replay, runOptionsOf } from '@rheoscope/core/run'
import { paint, svg, toMarkup } from '@rheoscope/core/scene'
import { Raster } from '../../src/exchange/pictures/raster'
import { drawing } from './drawing'

const MAKING: Making = { kit: () => Promise.resolve({ script: '', element: '', probe: '', style: '', fonts: [], sha256: () => Promise.resolve(''), drawing }), settings: {}, progress: () => undefined, film: null }

const make = async (name: string, subject: Subject, more: Partial<Making> = {}): Promise<HandedOver> => certain(FORMS.find((form) => form.name === name)).make(skerryLine, subject, { ...MAKING, ...more })

const bytesOf = ({ files }: HandedOver): Uint8Array<ArrayBuffer> => new Uint8Array(files[0]!.content as Uint8Array)

/** A PNG as another decoder has it: all that moves in it, and how long each stays, in ms. */
function decoded(made: HandedOver): { readonly width: number; readonly height: number; readonly frames: readonly Uint8Array[]; readonly delays: readonly number[] } {
  const png = UPNG.decode(bytesOf(made).buffer)
  return { width: png.width, height: png.height, frames: UPNG.toRGBA8(png).map((frame) => new Uint8Array(frame)), delays: png.frames.map(({ delay }) => delay) }
}

/** The demo's boarding button on its own, pressed and left to work for a while. */
const take: Take = { ...certain(skerryLine.takes.find(({ id }) => id === 'takeBoarding')), surface: { component: 'boardingButton' }, endsAtMs: 600, expectations: [], inputs: [
  { do: 'move', atMs: 40, x: 30, y: 20, pointer: 'mouse' }, { do: 'press', atMs: 100, x: 30, y: 20, pointer: 'mouse' }, { do: 'release', atMs: 160, x: 30, y: 20, pointer: 'mouse' }, { do: 'key', atMs: 300, key: 'x', modifiers: {} },
] }
const ofTake: Subject = { of: 'take', id: take.id }
const withTake = { ...skerryLine, takes: [take] }
const makeOfTake = (name: string, more: Partial<Making> = {}): Promise<HandedOver> => Promise.resolve(certain(FORMS.find((form) => form.name === name)).make(withTake, ofTake, { ...MAKING, ...more }))

/** What a take looks like at an instant, as the painter has it, without the pointer. */
async function painted(atMs: number): Promise<Uint8Array> {
  const list = drawListAt(replay(withTake, take.surface, take.inputs, atMs, runOptionsOf(take)), atMs)
  const { width, height } = list[0]!.values
  const picture = toMarkup(svg('svg', 'picture', { xmlns: 'http://www.w3.org/2000/svg', width, height, viewBox: `0 0 ${width} ${height}` }, paint(list, 'frame')))
  return (await Raster.open(await drawing())).bitmap(picture, 1).data
}

/** So many of all channels of two pictures differ by more than a little. */
const differing = (a: Uint8Array, b: Uint8Array, by: number): number => a.reduce((sum, value, at) => sum + (Math.abs(value - b[at]!) > by ? 1 : 0), 0) / a.length

describe('pictures of looks', () => {
  it('have so many pixels for each px, and are clear where nothing is drawn', async () => {
    const { files } = await make('png', { of: 'component', id: 'boardingButton' }, { settings: { scale: '3' } })
    expect(files.map(({ name }) => name)).toEqual(['rest', 'over', 'working', 'done'].map((state) => `boarding-button-${state}@3x.png`))
    const { width, height, frames: [data] } = decoded({ files, holds: [], leavesOut: [] })
    expect([width, height]).toEqual([624, 126])
    if (!data) throw new Error('There is nothing in it.')
    expect(data[3]).toBe(0)
    const middle = (20 * 3 * 624 + 20 * 3) * 4
    expect([...data.slice(middle, middle + 4)]).toEqual([0x24, 0x50, 0x6f, 255])
  })

  it('are drawn with the letters of their fonts', async () => {
    const [blank, said] = await Promise.all(['', '<text x="10" y="30" font-family="\'Atkinson Hyperlegible Next\'" font-weight="700" font-size="20">Wm</text>'].map(async (inside) => (await Raster.open(await drawing())).bitmap(`<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40">${inside}</svg>`, 1).data))
    expect(differing(certain(blank), certain(said), 60)).toBeGreaterThan(0.03)
  })

  it('need nothing beside them as SVG: fonts and pictures are in them, or the fonts only by name', async () => {
    const { files } = await make('svg', { of: 'component', id: 'buoyMarker' })
    expect(String(files[0]?.content)).toContain('href="data:image/svg+xml;base64,')
    for (const { content } of files) expect(String(content)).not.toMatch(/"\/assets\//)
    await expect(make('svg', { of: 'component', id: 'buoyMarker' }, { settings: { fonts: 'none' } })).rejects.toThrow('The fonts is in the picture or by name, not “none”.')
  })
})

describe('pictures that move', () => {
  it('are as the painter has each instant, as a PNG, and last as long as the take', async () => {
    const made = await makeOfTake('apng', { settings: { rate: '20' } })
    const { frames, delays, width, height } = decoded(made)
    expect([width, height]).toEqual([208, 42])
    expect(delays.reduce((sum, ms) => sum + ms, 0)).toBe(600)
    let atMs = 0
    for (const [index, data] of frames.entries()) {
      // Up to the pointer, which is there until a key is used.
      if (atMs < 40 || atMs >= 300) expect(differing(data, await painted(atMs), 0)).toBe(0)
      else expect(differing(data, await painted(atMs), 8)).toBeGreaterThan(0)
      atMs += delays[index]!
    }
  })

  it('are the same as a GIF but for their colours', async () => {
    const frames = decompressFrames(parseGIF(bytesOf(await makeOfTake('gif', { settings: { rate: '20' } })).buffer), true)
    expect(frames.reduce((sum, { delay }) => sum + delay, 0)).toBe(600)
    const shown = new Uint8Array(208 * 42 * 4)
    let atMs = 0
    for (const { patch, delay } of frames) {
      for (let at = 0; at < patch.length; at += 4) if (patch[at + 3] !== 0) shown.set(patch.subarray(at, at + 4), at)
      if (atMs < 40 || atMs >= 300) expect(differing(shown, await painted(atMs), 24)).toBeLessThan(0.01)
      atMs += delay
    }
  })

  it('are handed to what makes films one by one, and are no film where nothing makes one', async () => {
    const shown: FilmFrame[] = []
    const shares: number[] = []
    const made = await makeOfTake('webm', { settings: { rate: '30' }, progress: (share) => shares.push(share), film: (frames) => { shown.push(...frames); return Promise.resolve(Uint8Array.of(1)) } })
    expect(made.files[0]).toMatchObject({ mediaType: 'video/webm', content: Uint8Array.of(1) })
    expect(shown[0]).toMatchObject({ atMs: 0, bitmap: { width: 208, height: 42 } })
    expect(shown.reduce((sum, { lastsMs }) => sum + lastsMs, 0)).toBeCloseTo(600)
    expect(shares).toHaveLength(shown.length)
    await expect(makeOfTake('webm')).rejects.toThrow('Films are made in the browser')
  })

  it('stand over one another in one picture, each as clear', async () => {
    const { files } = await make('filmstrip', { of: 'component', id: 'boardingButton' }, { settings: { arranged: 'over one another', kind: 'PNG', instants: '6' } })
    expect(files).toHaveLength(6)
    const { width, height } = decoded({ files, holds: [], leavesOut: [] })
    expect([width, height]).toEqual([208, 42])
  })
})
