import type { MapGraph, MapLayout } from '@rheoscope/core/map'

export interface MapRequest {
  readonly number: number
  readonly graph: MapGraph
}

export interface MapAnswer {
  readonly number: number
  readonly layout: MapLayout
}
