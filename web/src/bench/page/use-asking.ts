import { useCallback } from 'react'
import type { Edit, Id } from '@rheoscope/core/document'
import type { Refusal } from '../../fields/commit-field'
import type { Parsed } from '../../fields/parse-value'
import { lackingIcons, withIcons, type Asked } from './said-edits'
import { useStillBench } from './use-bench'

/** Makes what a line asks for — at once, or when icons the project lacks are there — and calls back with the parts it is about; says why when it cannot be. */
export function useAsking(): (asked: Parsed<Asked>, label: string, onMade?: (parts: readonly Id[]) => void) => Refusal | Promise<Refusal> {
  const { project, make } = useStillBench()
  return useCallback((asked, label, onMade) => {
    if ('problem' in asked) return asked.problem
    const finish = (edit: Edit): Refusal => {
      make(edit, label)
      onMade?.(asked.value.parts)
      return null
    }
    const lacking = lackingIcons(project, asked.value)
    if (lacking.length === 0) return finish(asked.value.edit)
    return withIcons(asked.value.edit, lacking).then((whole) => ('problem' in whole ? whole.problem : finish(whole.value)))
  }, [project, make])
}
