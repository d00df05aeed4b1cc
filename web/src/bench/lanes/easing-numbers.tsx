import { CommitField } from '../../fields/commit-field'
import { parseNumber } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'

/** The numbers of an easing that is a spring or a staircase, to be turned up and down by ear. */
export function EasingNumbers({ easing, onChange }: { readonly easing: string; readonly onChange: (to: string) => void }) {
  const bounce = /^spring\(\s*([\d.]+)\s*\)$/.exec(easing)?.[1]
  if (bounce !== undefined) {
    return (
      <label className="field easing-bounce">
        <span>bounce</span>
        <input type="range" min="0" max="0.95" step="0.05" value={bounce} onChange={(event) => onChange(`spring(${event.target.value})`)} onKeyDown={(event) => event.stopPropagation()} />
      </label>
    )
  }
  const [, count, jump = 'jump-end'] = /^steps\(\s*(\d+)\s*(?:,\s*([a-z-]+)\s*)?\)$/.exec(easing) ?? []
  if (count === undefined) return null
  const setCount = (text: string): string | null => {
    const number = parseNumber(text)
    if ('problem' in number) return number.problem
    if (!Number.isInteger(number.value) || number.value < (jump === 'jump-none' ? 2 : 1)) return 'Steps are a whole number of at least 1.'
    onChange(`steps(${number.value}, ${jump})`)
    return null
  }
  return (
    <div className="side-by-side">
      <CommitField label="steps" isMono value={count} onCommit={setCount} onStep={(text, by) => String(Math.max(2, Number(text) + by))} />
      <ChoiceField label="jumps" hidesLabel value={jump} choices={['jump-start', 'jump-end', 'jump-none', 'jump-both']} onChange={(to) => onChange(`steps(${count}, ${to})`)} />
    </div>
  )
}
