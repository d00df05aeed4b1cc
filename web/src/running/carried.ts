import { certain, type Asset, type Project } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import type { CarriedPage } from '@rheoscope/core/exchange'

/** What a page that runs by itself carries along. It was made with this very code, and has been validated then. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- as above
export const carried = JSON.parse(certain(document.getElementById('carried')?.textContent)) as CarriedPage

export const { project, surface }: { readonly project: Project; readonly surface: Surface } = carried

/** What stands for the metrics of all fonts: those of what the page can show. */
// eslint-disable-next-line no-restricted-syntax -- it stands for a file of JSON, which is one value
export default carried.metrics

const pictures = new Map(project.assets.map(({ id, mediaType, data = '' }: Asset) => [id, `data:${mediaType};base64,${data}`]))

/** Where a picture is found: in the page itself. */
export const assetAddress = (id: string): string => pictures.get(id) ?? ''
