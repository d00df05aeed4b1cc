import { fieldsOf, isFields, jsonOr, slug, type Asset, type Project } from '../document'

/** A picture as a file. */
export interface PictureFile {
  readonly name: string
  /** Its bytes in base64. */
  readonly data: string
}

const ENDINGS: Readonly<Record<Asset['mediaType'], string>> = { 'image/png': 'png', 'image/jpeg': 'jpg', 'image/webp': 'webp', 'image/svg+xml': 'svg' }

/** What the file of a picture is called that lies beside a written form: its name, and the first signs of its identifier, which is made from its bytes. */
function fileNameOf({ id, name, mediaType }: Pick<Asset, 'id' | 'name' | 'mediaType'>): string {
  return `${slug(name.replace(/\.\w{2,4}$/, ''), 'picture').slice(0, 40)}-${id.slice(0, 8)}.${ENDINGS[mediaType]}`
}

/** A project without the bytes of its pictures, and those as the files that lie beside its written form. */
export function picturesBeside(project: Project): { readonly project: Project; readonly files: readonly PictureFile[] } {
  const files = project.assets.flatMap((asset) => (asset.data === undefined ? [] : [{ name: fileNameOf(asset), data: asset.data }]))
  return { project: { ...project, assets: project.assets.map(({ data: _data, ...asset }) => asset) }, files }
}

/**
 * A written form of which the pictures that lie beside it are in it.
 *
 * @param dataOf the bytes of the file of that name in base64; undefined where there is none
 */
export function withPicturesBeside(text: string, dataOf: (file: string) => string | undefined): string {
  return text.replace(PICTURE, (line, json: string) => {
    const picture: unknown = jsonOr(json, null)
    if (!isFields(picture) || 'data' in picture) return line
    const { id, name, mediaType } = fieldsOf(picture)
    const data = typeof id === 'string' && typeof name === 'string' && isMediaType(mediaType) ? dataOf(fileNameOf({ id, name, mediaType })) : undefined
    return data === undefined ? line : `picture ${JSON.stringify({ ...picture, data })}`
  })
}

const PICTURE = /^picture (\{.*\})$/gm

const isMediaType = (type: unknown): type is Asset['mediaType'] => typeof type === 'string' && Object.hasOwn(ENDINGS, type)
