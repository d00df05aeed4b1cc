import type { Asset, Project } from '@rheoscope/core/document'
import { allForms, FORMS, type RunningKit } from '@rheoscope/core/exchange'
import { breakdownOf } from '../workers/breakdown'
import { READY } from '../workers/open-worker'
import type { HandoverAnswer, HandoverRequest } from './requests'
import { base64Of } from '../session/base64'

// Makes what is handed over, off the thread of the page.

onmessage = ({ data }: MessageEvent<HandoverRequest>) => void answer(data)
postMessage(READY)

async function answer({ project, subject, form: named }: HandoverRequest): Promise<void> {
  try {
    const whole = await withPictures(project)
    const form = FORMS.find(({ name }) => name === named)
    say({ made: form ? await form.make(whole, subject, kit) : await allForms(whole, kit, (share) => say({ share })) })
  } catch (error) {
    say({ broken: breakdownOf('It cannot be made', error) })
  }
}

const say = (answered: HandoverAnswer): void => postMessage(answered)

/** What pages that run by themselves are built of, as the server has it now. */
async function kit(): Promise<RunningKit> {
  const [script, element, style, fonts] = await Promise.all(['page.js', 'element.js', 'page.css', 'fonts.json'].map(async (name) => (await fetched(`/running/${name}`)).text()))
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the build of this version has written it
  return { script: script ?? '', element: element ?? '', style: style ?? '', fonts: JSON.parse(fonts ?? '[]') as RunningKit['fonts'], sha256 }
}

const sha256 = async (text: string): Promise<string> => base64Of(new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text))))

async function fetched(address: string): Promise<Response> {
  const response = await fetch(address, { cache: 'no-cache' })
  if (!response.ok) throw new Error(`${address} is not to be had (${response.status})`)
  return response
}

/** The project with the bytes of its pictures in it, as a file has them. */
async function withPictures(project: Project): Promise<Project> {
  return { ...project, assets: await Promise.all(project.assets.map(async (asset): Promise<Asset> => (asset.data === undefined ? { ...asset, data: base64Of(new Uint8Array(await (await fetched(`/assets/${asset.id}`)).arrayBuffer())) } : asset))) }
}
