import { jsonOr, Take } from '@rheoscope/core/document'
import type { HandedOver } from '@rheoscope/core/exchange'
import { validated } from '@rheoscope/core/schema'

/** The takes among what was made, in their order. */
export const walkedTakes = ({ files }: HandedOver): readonly Take[] =>
  files.filter(({ name }) => name.endsWith('.take.json')).map(({ content, name }) => validated(Take, jsonOr(String(content), null), name))
