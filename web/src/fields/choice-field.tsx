import './fields.css'
/** One of several, by a list that opens. */
export function ChoiceField<const Choice extends string>({ label, value, choices, hidesLabel = false, onChange }: {
  readonly label: string
  readonly hidesLabel?: boolean
  readonly value: string
  readonly choices: readonly (Choice | { readonly value: Choice; readonly label: string })[]
  readonly onChange: (value: Choice) => void
}) {
  const worded = choices.map((choice) => (typeof choice === 'string' ? { value: choice, label: choice } : choice))
  const choose = (text: string) => {
    const chosen = worded.find((each) => each.value === text)
    if (chosen) onChange(chosen.value)
  }
  return (
    <label className="field">
      <span className={hidesLabel ? 'visually-hidden' : undefined}>{label}</span>
      <select value={value} onChange={(event) => choose(event.target.value)} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}>
        {worded.map((each) => <option key={each.value} value={each.value}>{each.label}</option>)}
      </select>
    </label>
  )
}
