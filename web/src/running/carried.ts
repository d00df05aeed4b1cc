import type { Asset, Project } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import type { Carried } from '@rheoscope/core/exchange'

/** What stands before this code in the file it is handed over in: a project that has been validated when that was made. */
declare const CARRIED: Carried

export const carried = CARRIED

export const { project, surface }: { readonly project: Project; readonly surface: Surface } = carried

/** What stands for the metrics of all fonts: those of what can be shown. */
// eslint-disable-next-line no-restricted-syntax -- it stands for a file of JSON, which is one value
export default carried.metrics

const pictures = new Map(project.assets.map(({ id, mediaType, data = '' }: Asset) => [id, `data:${mediaType};base64,${data}`]))

/** Where a picture is found: in the file itself. */
export const assetAddress = (id: string): string => pictures.get(id) ?? ''
