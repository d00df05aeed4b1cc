import { lazy, Suspense } from 'react'
import { useStillBench } from '../page/use-bench'

const OpenLine = lazy(async () => ({ default: (await import('./open-line')).OpenLine }))

/** A line of the written form, while one is open. */
export function OneLine() {
  const { view, component } = useStillBench()
  return view.line === null ? null : <Suspense fallback={null}><OpenLine key={`${component.id} ${view.line}`} first={view.line} /></Suspense>
}
