import { useSyncExternalStore, useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import { usePageTitle } from '../theme/use-page-title'
import { errorsSoFar, onError } from '../session/error-log'
import './handbook.css'

declare const __VERSION__: string
declare const __DEPENDENCIES__: readonly { readonly name: string; readonly version: string; readonly license: string }[]

/** Which version this is, under what licence, what it is made with, and what went wrong last in this window. */
export function AboutPage() {
  usePageTitle('About')
  const errors = useSyncExternalStore(onError, errorsSoFar)
  const [isCopied, setCopied] = useState(false)
  const copy = () => void navigator.clipboard.writeText(errors.map(({ at, text }) => `${at} ${text}`).join('\n\n')).then(() => setCopied(true))
  return (
    <div className="handbook is-about">
      <header className="top-bar"><Link to="/" className="brand">Rheoscope</Link> <span>About</span><span className="grow" /><Link to="/handbook">Handbook</Link></header>
      <main tabIndex={0}>
        <h1>Rheoscope {__VERSION__}</h1>
        <p>Components that move, and proof that they do. Licensed under the Apache License, Version 2.0.</p>
        <section aria-label="Last errors">
          <h2>Last errors in this window</h2>
          {errors.length === 0 ? <p className="muted">None.</p> : <Button onClick={copy}>{isCopied ? 'Copied' : 'Copy'}</Button>}
          {errors.map(({ at, text }, index) => <pre key={`${at} ${index}`} className="mono">{at} {text}</pre>)}
        </section>
        <section aria-label="Made with">
          <h2>Made with</h2>
          <table><tbody>{__DEPENDENCIES__.map(({ name, version, license }) => <tr key={name}><td>{name}</td><td className="mono">{version}</td><td>{license}</td></tr>)}</tbody></table>
        </section>
      </main>
    </div>
  )
}
