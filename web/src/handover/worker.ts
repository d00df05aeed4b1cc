import type { Asset, Project } from '@rheoscope/core/document'
import { allForms, FORMS, runningKit, type FilmFrame, type Making, type RunningKit } from '@rheoscope/core/exchange'
import { breakdownOf } from '../workers/breakdown'
import { base64Of } from '../session/base64'
import { READY } from '../workers/open-worker'
import type { HandoverAnswer, HandoverRequest } from './requests'

// Makes what is handed over, off the thread of the page.

onmessage = ({ data }: MessageEvent<HandoverRequest>) => void answer(data)
postMessage(READY)

async function answer({ project, subject, form: named, settings }: HandoverRequest): Promise<void> {
  try {
    const whole = await withPictures(project)
    const form = FORMS.find(({ name }) => name === named)
    const making: Making = { kit, settings, progress: (share) => say({ share }), film }
    say({ made: form ? await form.make(whole, subject, making) : await allForms(whole, making) })
  } catch (error) {
    say({ broken: breakdownOf('It cannot be made', error) })
  }
}

const say = (answered: HandoverAnswer): void => postMessage(answered)

/** What is built for what runs by itself, as the server has it now. */
const kit = (): Promise<RunningKit> => runningKit(async (file) => new Uint8Array(await (await fetched(`/running/${file}`)).arrayBuffer()), sha256)

const sha256 = async (text: string): Promise<string> => base64Of(new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text))))

const film = async (frames: Iterable<FilmFrame>): Promise<Uint8Array> => (await import('./film')).filmOf(frames)

async function fetched(address: string): Promise<Response> {
  const response = await fetch(address, { cache: 'no-cache' })
  if (!response.ok) throw new Error(`${address} is not to be had (${response.status})`)
  return response
}

/** The project with the bytes of its pictures in it, as a file has them. */
async function withPictures(project: Project): Promise<Project> {
  return { ...project, assets: await Promise.all(project.assets.map(async (asset): Promise<Asset> => (asset.data === undefined ? { ...asset, data: base64Of(new Uint8Array(await (await fetched(`/assets/${asset.id}`)).arrayBuffer())) } : asset))) }
}
