import type { TokenValue } from '@rheoscope/core/document'
import { EASING_KEYWORDS, easingProblem, parseEasing } from '@rheoscope/core/motion'
import { easingCurve } from './easing-curve'
import { useBench } from '../page/use-bench'

interface Kept {
  readonly name: string
  readonly easing: string
  readonly value: string | TokenValue
}

/** The easings that have a name, the project's own first, each with its small curve. */
export function EasingLibrary({ easing, onChange }: { readonly easing: string; readonly onChange: (to: string | TokenValue) => void }) {
  const { project } = useBench()
  const own = project.tokens.filter(({ type }) => type === 'easing').map(({ id, name, value }): Kept => ({ name: `@${name}`, easing: String(value), value: { token: id } }))
  const known = EASING_KEYWORDS.slice(0, 5).map((keyword): Kept => ({ name: keyword, easing: keyword, value: keyword }))
  return (
    <ul className="easing-library" aria-label="Easings with a name">
      {[...own, ...known].filter((kept) => easingProblem(kept.easing) === null).map((kept) => (
        <li key={kept.name}>
          <button className="plain" aria-pressed={kept.easing === easing} title={kept.easing} onClick={() => onChange(kept.value)}>
            <svg width="34" height="22" viewBox="-1 -4 32 26" aria-hidden="true"><path d={easingCurve(parseEasing(kept.easing).ease, 30, 18)} /></svg>
            {kept.name}
          </button>
        </li>
      ))}
    </ul>
  )
}
