import { useState } from 'react'
import { Button } from '@mui/material'
import type { Breakdown } from './breakdown'

/** Something that broke down: what, for whoever mends it the detail to copy, and another try. */
export function BrokenDown({ breakdown, onTryAgain }: { readonly breakdown: Breakdown; readonly onTryAgain: () => void }) {
  const [isCopied, setCopied] = useState(false)
  const copy = async () => {
    await navigator.clipboard.writeText(`${breakdown.sentence}\n\n${breakdown.detail}`)
    setCopied(true)
  }
  return (
    <div className="broken-down" role="alert">
      <p>{breakdown.sentence}</p>
      <Button onClick={onTryAgain}>Try again</Button>
      <button className="plain underlined muted" onClick={() => void copy()}>{isCopied ? 'Copied' : 'Copy the detail'}</button>
      <details>
        <summary className="muted">Detail</summary>
        <pre className="mono">{breakdown.detail}</pre>
      </details>
    </div>
  )
}
