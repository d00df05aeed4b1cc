import { EMPTY_MOTION, type Motion, type Project } from '@rheoscope/core/document'
import { easingProblem, resolveTiming } from '@rheoscope/core/motion'
import { CommitField } from '../fields/commit-field'
import { MsField } from '../fields/ms-field'

interface SurfaceMotionFieldsProps {
  readonly project: Project
  readonly motion: Motion | null
  /** What decides where nothing is said. */
  readonly fallback: Motion | null
  readonly onChange: (motion: Motion | null) => void
}

/** How long a screen or overlay takes to come or go, and along which curve; said of itself, or what it falls back on. */
export function SurfaceMotionFields({ project, motion, fallback, onChange }: SurfaceMotionFieldsProps) {
  const sources = [motion, fallback, project.motion].filter((each) => each !== null)
  const { durationMs, easing } = resolveTiming(sources, project.tokens, '', '')
  const say = (said: Partial<Motion>) => onChange({ ...EMPTY_MOTION, ...motion, ...said })
  const takeEasing = (text: string): string | null => {
    if (text.trim() === '') {
      onChange(null)
      return null
    }
    return easingProblem(text) ?? (say({ easing: text.trim() }), null)
  }
  return (
    <div className="side-by-side">
      <MsField label="duration" ms={durationMs} step={10} onChange={(ms) => say({ durationMs: ms })} />
      <CommitField label="easing" isMono value={easing} list="easings" onCommit={takeEasing} />
    </div>
  )
}
