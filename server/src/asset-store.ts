import { createHash } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { imageSize } from 'image-size'
import { PICTURE_LIMITS, PICTURE_TYPES, RheoError, type Asset, type Project } from '@rheoscope/core/document'
import type { Database } from './storage'
import { assets } from './tables'

export interface StoredPicture {
  readonly mediaType: string
  readonly content: Uint8Array
}

/** What a picture's bytes say about it, whatever it was called. */
export type Picture = Pick<Asset, 'id' | 'mediaType' | 'width' | 'height' | 'bytes'>

/** The bytes of pictures, each stored once under an id made from them. */
export class AssetStore {
  constructor(private readonly database: Database) {}

  /** Stores a picture. Throws `too-large`, or `not-a-picture` when it is none of the kinds that can be used. */
  async add(content: Uint8Array): Promise<Picture> {
    const picture = pictureIn(content)
    await this.database.insert(assets).values({ id: picture.id, mediaType: picture.mediaType, content }).onConflictDoNothing()
    return picture
  }

  async load(id: string): Promise<StoredPicture | null> {
    const [row] = await this.database.select({ mediaType: assets.mediaType, content: assets.content }).from(assets).where(eq(assets.id, id))
    return row ?? null
  }

  /** A project with the bytes of its pictures in it, as a file has them; those that are not there stay without. */
  async putIn(project: Project): Promise<Project> {
    const whole = await Promise.all(project.assets.map(async (asset) => {
      const stored = await this.load(asset.id)
      return stored ? { ...asset, data: Buffer.from(stored.content).toString('base64') } : asset
    }))
    return { ...project, assets: whole }
  }

  /** A project file's own pictures go into the store, and out of the document. Throws as `add` does, naming the picture. */
  async takeOut(project: Project): Promise<Project> {
    const kept: Asset[] = []
    for (const { data, ...asset } of project.assets) {
      const stored = data === undefined ? null : await this.add(Buffer.from(data, 'base64'))
      if (stored && stored.id !== asset.id) throw new RheoError('invalid', `assets/${asset.id}`, `The picture “${asset.name}” is not the one its id was made from.`)
      kept.push({ ...asset, ...stored })
    }
    return { ...project, assets: kept }
  }
}

/** Reads what a picture is from its bytes. Throws `too-large` or `not-a-picture`. */
export function pictureIn(content: Uint8Array): Picture {
  const inMb = (bytes: number) => `${Math.round((bytes / 1048576) * 10) / 10} MB`
  if (content.length > PICTURE_LIMITS.bytes) {
    throw new RheoError('too-large', 'picture', `The picture has ${inMb(content.length)}; up to ${inMb(PICTURE_LIMITS.bytes)} can be used.`)
  }
  const { type, width, height } = measured(content)
  const mediaType = PICTURE_TYPES.find((known) => known === MEDIA_TYPES[type ?? ''])
  if (!mediaType || !(width > 0) || !(height > 0)) throw notAPicture()
  if (Math.max(width, height) > PICTURE_LIMITS.sidePx) {
    throw new RheoError('too-large', 'picture', `The picture is ${width} × ${height} px; up to ${PICTURE_LIMITS.sidePx} px each way can be used.`)
  }
  const id = `a${createHash('sha256').update(content).digest('hex').slice(0, 40)}`
  return { id, mediaType, width: Math.round(width), height: Math.round(height), bytes: content.length }
}

const MEDIA_TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp', svg: 'image/svg+xml' }

const notAPicture = () => new RheoError('not-a-picture', 'picture', 'This is not a picture that can be used; PNG, JPEG, WebP and SVG can.')

function measured(content: Uint8Array): { readonly type?: string | undefined; readonly width: number; readonly height: number } {
  try {
    return imageSize(content)
    // eslint-disable-next-line no-restricted-syntax -- Whatever the package that measures pictures says of one.
  } catch {
    throw notAPicture()
  }
}
