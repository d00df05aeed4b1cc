import { useMemo } from 'react'
import { allOf, type Witness } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import { useOfChecks } from '../checks/use-findings'
import { witnessOf } from '../playing/played-take'

interface PathChoiceProps {
  readonly project: Project
  readonly path: Witness | null
  readonly onChoose: (path: Witness | null) => void
}

/** The path of the budget from the start that was asked for last; null for none. */
export const useBudgetPath = (): Witness | null => useOfChecks('budgets')?.fromStart?.witness ?? null

/** What is drawn over the flow as a path: a take, the witness of a finding on a screen, or what a budget is of. */
export function PathChoice({ project, path, onChoose }: PathChoiceProps) {
  const found = useOfChecks('findings')
  const witnesses = useMemo(() => (found ? allOf(found).flatMap(({ witness }) => (witness && 'screen' in witness.surface ? [witness] : [])) : []), [found])
  const takes = project.takes.filter(({ surface }) => 'screen' in surface)
  const budget = useBudgetPath()
  const options = [...takes.map(witnessOf), ...witnesses, ...(budget ? [budget] : [])]
  const choose = (text: string) => onChoose(options[Number(text)] ?? null)
  const index = options.findIndex(({ caption }) => caption === path?.caption)
  return (
    <label className="path-choice"><span className="muted">Path</span>{' '}
      <select value={path && index < 0 ? 'other' : String(index)} onChange={(event) => choose(event.target.value)}>
        <option value="-1">none</option>
        {path && index < 0 && <option value="other">{path.caption}</option>}
        {takes.length > 0 && <optgroup label="Takes">{takes.map(({ id, name }, at) => <option key={id} value={at}>{name}</option>)}</optgroup>}
        {witnesses.length > 0 && <optgroup label="Witnesses">{witnesses.map(({ caption }, at) => <option key={`${caption} ${at}`} value={takes.length + at}>{caption}</option>)}</optgroup>}
        {budget && <optgroup label="Budgets"><option value={options.length - 1}>{budget.caption}</option></optgroup>}
      </select>
    </label>
  )
}
