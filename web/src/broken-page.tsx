import { useRouteError } from 'react-router'
import { BrokenDown } from './workers/broken-down'
import { breakdownOf } from './workers/breakdown'
import './shelf/shelf.css'

/** What is in place of a page that broke down: nothing stored is lost by it. The links load everything anew. */
export function BrokenPage() {
  const error = useRouteError()
  const { detail } = breakdownOf('', error)
  return (
    <main className="not-here">
      <h1>Rheoscope</h1>
      <BrokenDown breakdown={{ sentence: 'This page broke down. Everything that was done is kept.', detail }} onTryAgain={() => window.location.reload()} />
      <a href="/">Back to the shelf</a>
    </main>
  )
}
