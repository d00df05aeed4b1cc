import type { ReactNode } from 'react'
import { useChecks } from './use-findings'
import type { Looking } from './looking'
import { BrokenDown } from '../workers/broken-down'

interface CheckStatusProps {
  readonly looking: Looking
  /** What is said once it has been looked at. */
  readonly children?: ReactNode
}

/** How far checking has come, in words: nothing is called sound that has not been looked at. */
export function CheckStatus({ looking, children = null }: CheckStatusProps) {
  const checks = useChecks()
  switch (looking.is) {
    case 'not yet':
      return <p className="muted hint" role="status">Not checked yet.</p>
    case 'looking':
      return <p className="muted hint" role="status">Checking, {looking.done} of {looking.total}…</p>
    case 'looked at':
      return children
    case 'given up':
      return <div className="hint" role="status">{looking.left.map((sentence) => <p key={sentence} className="muted">Given up: {sentence}</p>)}</div>
    case 'failed':
      return <BrokenDown breakdown={looking} onTryAgain={() => checks?.tryAgain()} />
  }
}

/** What has been found of something by its name, with how far checking has come: what may still be found comes below, so that nothing jumps under the hand. */
export function FoundSoFar({ name, looking, children }: { readonly name: string; readonly looking: Looking; readonly children: readonly ReactNode[] }) {
  const status = <CheckStatus looking={looking}>{children.length === 0 && <p className="muted hint">No findings for {name}.</p>}</CheckStatus>
  const isLooking = looking.is === 'looking'
  return <>{!isLooking && status}{children}{isLooking && status}</>
}

/** The same in a few letters, for a bar. */
export function shortStatus(looking: Looking): string | null {
  switch (looking.is) {
    case 'not yet':
      return 'not checked yet'
    case 'looking':
      return `checking ${looking.done} of ${looking.total}`
    case 'looked at':
      return null
    case 'given up':
      return 'not checked to the end'
    case 'failed':
      return 'checks failed'
  }
}
