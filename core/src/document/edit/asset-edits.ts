import type { Asset, IconOutline } from '../project'
import type { Edit } from './edit'

export const addAsset = (asset: Asset): Edit => ({ edit: 'insert', path: ['assets'], item: asset, before: null })

/** Keeps the outline of an icon in the project. */
export function addIcon(name: string, d: string): Edit {
  const item: IconOutline = { id: `icon-${name}`, name, d }
  return { edit: 'insert', path: ['icons'], item, before: null }
}
