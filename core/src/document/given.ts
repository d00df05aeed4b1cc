import { textFieldsOf, type Part } from './part'
import type { Rule } from './rule'

/** The names something gives values to: by what its rules set, and by what people write into its fields. */
export const namesGivenBy = ({ rules, parts }: { readonly rules: readonly Rule[]; readonly parts: readonly Part[] }): readonly string[] => [
  ...rules.flatMap(({ actions }) => actions.flatMap((action) => (action.do === 'set' ? [action.variable] : []))),
  ...textFieldsOf({ parts }).flatMap(({ writes }) => writes ?? []),
]
