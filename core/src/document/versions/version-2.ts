import { isFields, type Fields } from '../fields'
import { each, fields, type Rewriting } from './rewriting'

/** What a picture or an icon shows became a property of it; a list came to say which component it repeats. */
const part: Rewriting = (value) => {
  if (!isFields(value)) return value
  const { asset, icon, base, ...others } = value
  return {
    ...others,
    base: isFields(base) ? { ...base, ...(typeof asset === 'string' ? { picture: asset } : {}), ...(typeof icon === 'string' ? { icon } : {}) } : base,
    ...(value.kind === 'list' && !('component' in value) ? { component: null } : {}),
  }
}

const holders = each(fields({}, { parts: each(part) }))

/** A project of version 1 as one of version 2, which keeps the pictures and icons it uses. */
export const toVersion2 = (file: Fields): Fields => ({ ...file, components: holders(file.components), screens: holders(file.screens), assets: [], icons: [] })
