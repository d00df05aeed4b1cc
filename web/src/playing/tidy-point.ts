import type { Point } from '@rheoscope/core/scene'

/** To a tenth of a px. */
export const tidyPoint = ({ x, y }: Point): Point => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 })
