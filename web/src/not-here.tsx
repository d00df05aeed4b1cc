import { Link } from 'react-router'
import './shelf/shelf.css'

/** A page for what cannot be shown: why, and the way out. */
export function NotHere({ what }: { readonly what: string }) {
  return (
    <main className="not-here">
      <h1>Rheoscope</h1>
      <p role="alert">{what}</p>
      <Link to="/">Back to the shelf</Link>
    </main>
  )
}
