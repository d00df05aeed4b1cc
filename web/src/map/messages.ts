/** What is to be laid out: boxes and lines between them, each line with a label of that size. Sizes in px. */
export interface MapGraph {
  readonly nodes: readonly { readonly id: string; readonly width: number; readonly height: number }[]
  readonly edges: readonly { readonly id: string; readonly from: string; readonly to: string; readonly width: number; readonly height: number }[]
}

interface Place {
  readonly id: string
  /** The middle. */
  readonly x: number
  readonly y: number
}

/** Where everything goes. */
export interface MapLayout {
  readonly width: number
  readonly height: number
  readonly nodes: readonly Place[]
  readonly edges: readonly (Place & { readonly points: readonly { readonly x: number; readonly y: number }[] })[]
}

export interface MapRequest {
  readonly number: number
  readonly graph: MapGraph
}

export interface MapAnswer {
  readonly number: number
  readonly layout: MapLayout
}
