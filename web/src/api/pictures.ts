import type { Asset } from '@rheoscope/core/document'
import { request } from './client'

/** Stores the bytes of a picture; answers with what they are. Throws an `ApiError` with what would do instead. */
export const uploadPicture = (file: File): Promise<Omit<Asset, 'name' | 'data'>> =>
  request('/assets', { method: 'POST', headers: { 'content-type': file.type || 'image/unknown' }, body: file })
