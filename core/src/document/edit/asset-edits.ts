import type { Asset, IconOutline } from '../project'
import type { Edit } from './edit'
import { inProject, insertInto } from './place'

/** An edit that adds a picture. */
export const addAsset = (asset: Asset): Edit => insertInto(inProject('assets'), asset)

/** Keeps the outline of an icon in the project. */
export function addIcon(name: string, d: string): Edit {
  const item: IconOutline = { id: `icon-${name}`, name, d }
  return insertInto(inProject('icons'), item)
}
