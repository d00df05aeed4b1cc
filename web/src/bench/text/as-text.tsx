import { lazy, Suspense } from 'react'

const WholeText = lazy(async () => ({ default: (await import('./whole-text')).WholeText }))

/** What is open as text, whose editor is loaded only then. */
export const AsText = () => <Suspense fallback={null}><WholeText /></Suspense>
