import { Fragment } from 'react'
import type { Severity } from '@rheoscope/core/check'

export const LEVELS: Readonly<Record<Severity, string>> = { fault: 'Fault', risk: 'Risk', note: 'Note' }

/** A finding's sentence with the names of states in it set apart. */
export function Sentence({ text }: { readonly text: string }) {
  return text.split(/[‹›]/).map((piece, index) => (
    <Fragment key={index}>{index % 2 === 1 ? <em className="state-word">{piece}</em> : piece}</Fragment>
  ))
}

/** How bad a finding is, as a sign and a word. */
export function LevelMark({ level }: { readonly level: Severity }) {
  return <><span className={`badge is-${level}`} /> <b className="finding-level">{LEVELS[level]}</b></>
}
