import type { Screen } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { parseNumber } from '../fields/parse-value'

type Lengths = Pick<Screen, 'width' | 'height'>

/** How wide and how high a screen is, in px. */
export function LengthFields({ size: { width, height }, onChange }: { readonly size: Lengths; readonly onChange: (size: Lengths) => void }) {
  const lengths = { width, height }
  const resize = (side: keyof Lengths) => (text: string): string | null => {
    const px = parseNumber(text)
    if ('problem' in px) return px.problem
    if (px.value < 1 || px.value > 20_000) return 'A screen is from 1 to 20,000 px.'
    onChange({ ...lengths, [side]: px.value })
    return null
  }
  return (
    <div className="side-by-side">
      {(['width', 'height'] as const).map((side) => <CommitField key={side} label={side} isMono value={String(lengths[side])} onCommit={resize(side)} />)}
    </div>
  )
}
