import type { Witness } from '@rheoscope/core/check'
import type { Take } from '@rheoscope/core/document'
import { chanceIn } from '@rheoscope/core/run'

/** A take as something to be played. */
export const witnessOf = (take: Take): Witness =>
  ({ surface: take.surface, inputs: take.inputs, endsAtMs: take.endsAtMs, lookAtMs: take.endsAtMs, caption: take.name, ...chanceIn(take) })
