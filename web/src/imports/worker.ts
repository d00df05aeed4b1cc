import { RheoError } from '@rheoscope/core/document'
import { scxmlIn, svgIn, tableFrom } from '@rheoscope/core/exchange'
import { newId } from '../session/new-id'
import { READY } from '../workers/open-worker'
import type { ImportAnswer, ImportRequest } from './messages'

self.onmessage = async ({ data }: MessageEvent<ImportRequest>) => self.postMessage(await answerTo(data))

async function answerTo(request: ImportRequest): Promise<ImportAnswer> {
  try {
    const { as, file, name } = request
    const text = await file.text()
    if (as === 'component') return { component: await scxmlIn(text, request.project, newId) }
    return as === 'parts' ? { parts: svgIn(text, name, newId) } : { table: tableFrom(text, name, newId) }
  } catch (error) {
    if (error instanceof RheoError || error instanceof DOMException) return { problem: error.message }
    throw error
  }
}

self.postMessage(READY)
