import { useMemo } from 'react'
import type { Witness } from '@rheoscope/core/check'
import { firstOf, orElse, type Input, type Project } from '@rheoscope/core/document'
import { advanceTo, chanceIn, drawList, inOrder, send, startRun } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'
import { msText } from '../bench/lanes/timing-text'
import { DrawListPicture } from '../paint/look-picture'

/** So many frames fit side by side. */
const MOST_FRAMES = 5

interface Frame {
  readonly atMs: number
  readonly list: DrawList
  readonly what: string
}

/** A witness as a strip of small frames: how it begins, what is done when, and what is to be seen then. */
export function WitnessStrip({ project, witness }: { readonly project: Project; readonly witness: Witness }) {
  const frames = useMemo(() => framesOf(project, witness), [project, witness])
  return (
    <ol className="witness-frames" aria-label="What makes it happen, frame by frame">
      {frames.map(({ atMs, list, what }, index) => (
        <li key={index}>
          <div className="witness-frame"><DrawListPicture list={list} /></div>
          <span className="mono">{msText(atMs)}</span> <span className="muted">{what}</span>
        </li>
      ))}
    </ol>
  )
}

function framesOf(project: Project, witness: Witness): readonly Frame[] {
  const { surface, inputs, lookAtMs, caption } = witness
  return orElse(() => {
    const run = startRun(project, surface, chanceIn(witness))
    const frames: Frame[] = [{ atMs: 0, list: drawList(run), what: 'at first' }]
    const ordered = inOrder(inputs).filter(({ atMs }) => atMs <= lookAtMs)
    for (const atMs of new Set(ordered.map((input) => input.atMs))) {
      const now = ordered.filter((input) => input.atMs === atMs)
      advanceTo(run, atMs)
      for (const { atMs: _at, ...action } of now) send(run, action)
      frames.push({ atMs, list: drawList(run), what: doneIn(now) })
    }
    advanceTo(run, lookAtMs)
    return [...thinned(frames), { atMs: lookAtMs, list: drawList(run), what: caption }]
  }, [])
}

/** The first frame and the last ones, as many as fit. */
const thinned = (frames: readonly Frame[]): readonly Frame[] => (frames.length < MOST_FRAMES ? frames : [firstOf(frames), ...frames.slice(-(MOST_FRAMES - 2))])

const WORDS: Readonly<Record<Input['do'], string>> = { move: 'point', press: 'press', release: 'release', exit: 'leave', cancel: 'lose the pointer', wheel: 'scroll', pinch: 'pinch', key: 'key', 'key up': 'let go', type: 'write', put: 'put', parameter: 'set' }

/** What is done at one instant, in a few words. */
function doneIn(inputs: readonly Input[]): string {
  const acts = inputs.map((input) => (input.do === 'key' ? `${input.modifiers.shift ? 'Shift ' : ''}${input.key === ' ' ? 'Space' : input.key}` : WORDS[input.do]))
  const isTap = acts.includes('press') && acts.includes('release')
  return [...new Set(isTap ? ['tap', ...acts.filter((act) => !['press', 'release', 'point', 'leave'].includes(act))] : acts)].join(', ')
}
