import { Link } from 'react-router'
import './shelf/shelf.css'

interface NotHereProps {
  readonly what: string
  /** Where the way out leads, when it is not the shelf. */
  readonly to?: string
  readonly label?: string
}

/** A page for what cannot be shown: why, and the way out. */
export function NotHere({ what, to = '/', label = 'Back to the shelf' }: NotHereProps) {
  return (
    <main className="not-here">
      <h1>Rheoscope</h1>
      <p role="alert">{what}</p>
      <Link to={to}>{label}</Link>
    </main>
  )
}
