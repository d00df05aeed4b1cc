import { useMemo } from 'react'
import { reaches, type Project } from '@rheoscope/core/document'
import { ChoiceField } from './choice-field'

/** Chooses a component to stand inside another one, `outside`; those that have that one inside are not offered. */
export function ComponentField({ label, hidesLabel = false, value, project, outside, onChange }: {
  readonly label: string
  readonly hidesLabel?: boolean
  /** Its id; empty for none. */
  readonly value: string
  readonly project: Project
  readonly outside: string
  readonly onChange: (id: string) => void
}) {
  const fitting = useMemo(() => project.components.filter(({ id }) => !reaches(project, id, outside)), [project, outside])
  return <ChoiceField label={label} hidesLabel={hidesLabel} value={value} choices={[{ value: '', label: 'nothing' }, ...fitting.map(({ id, name }) => ({ value: id, label: name }))]} onChange={onChange} />
}
