import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import path from 'node:path'
import express, { type RequestHandler, type Router } from 'express'
import { RheoError } from '@rheoscope/core/document'
import { FORMS, runningKit, type HandedFile } from '@rheoscope/core/exchange'
import { validated } from '@rheoscope/core/schema'
import { choice, object, optional, text } from '@rheoscope/core/shape'
import type { AssetStore } from './asset-store'
import type { ProjectStore } from './project-store'

/** What of a project; `at` says nothing but that it is asked for anew. */
const Asked = object({ of: choice('project', 'component', 'screen', 'take'), thing: optional(text(64)), at: optional(text(64)) })

/** The forms that run, which have no settings: documents are shown by the application itself. */
const RUNNING = ['page', 'element']

/**
 * What runs of what is handed over as a page of its own, to be looked at inside the application: it can do nothing to it, because it counts as
 * from nowhere (HTML Standard, sandboxing), and loads nothing by what it says itself.
 */
export function handedPages(store: ProjectStore, assets: AssetStore, web: string): Router {
  const router = express.Router()
  const kit = () => runningKit((file) => readFile(path.join(web, 'running', file)).then((bytes) => new Uint8Array(bytes)), async (text) => createHash('sha256').update(text).digest('base64'))
  const show: RequestHandler<{ id: string; form: string }> = async (request, response) => {
    const { of, thing } = validated(Asked, request.query, 'The request')
    const form = FORMS.find(({ name }) => name === request.params.form)
    if (!form?.takes.includes(of) || !RUNNING.includes(form.name)) throw new RheoError('missing', 'form', 'There is no such form of this.')
    const { project } = await store.load(request.params.id)
    const { files } = await form.make(await assets.putIn(project), of === 'project' ? { of } : { of, id: thing ?? '' }, { kit, settings: {}, progress: () => undefined, film: null })
    const [file] = files
    if (!file) throw new RheoError('missing', 'form', 'There is nothing to hand over.')
    response.set({ 'content-security-policy': "sandbox allow-scripts; frame-ancestors 'self'", 'cache-control': 'no-store' }).type(file.mediaType).send(alone(file, files))
  }
  router.get('/handed/:id/:form', show)
  return router
}

/** A file as it can be shown without those beside it: the scripts it loads of them are in it. */
function alone({ content }: HandedFile, files: readonly HandedFile[]): string | Buffer {
  if (typeof content !== 'string') return Buffer.from(content)
  return files.reduce((text, { name, content: code }) => text.replace(`<script type="module" src="${name}"></script>`, () => `<script type="module">${String(code)}</script>`), content)
}
