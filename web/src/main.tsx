import { certain } from '@rheoscope/core/document'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import { ThemeProvider } from '@mui/material/styles'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import '@fontsource/noto-sans/400.css'
import '@fontsource/noto-sans/600.css'
import '@fontsource/noto-sans/700.css'
import '@fontsource/atkinson-hyperlegible-next/400.css'
import '@fontsource/atkinson-hyperlegible-next/600.css'
import '@fontsource/atkinson-hyperlegible-next/700.css'
import '@fontsource/atkinson-hyperlegible-mono/400.css'
import '@fontsource/atkinson-hyperlegible-mono/600.css'
import './theme/paper.css'
import './theme/forced-colours.css'
import { styleNonce } from './theme/style-nonce'
import { theme } from './theme/theme'
import { BrokenPage } from './broken-page'
import { logErrors } from './session/error-log'
import { NotHere } from './not-here'
import { Shelf } from './shelf/shelf'

logErrors()

const styles = createCache({ key: 'rheo', nonce: styleNonce() })
const queries = new QueryClient()

/** Where one can go in a project. */
const PLACES = {
  frame: () => import('./frame/project-frame'),
  contents: () => import('./contents/contents-page'),
  bench: () => import('./bench/page/bench-page'),
  stage: () => import('./stage/stage-page'),
  flow: () => import('./flow/flow-page'),
  findings: () => import('./findings/findings-page'),
  handover: () => import('./handover/handover-page'),
}

/** Each place loads its own code: the shelf none of the editor, and the preview nothing but what runs a screen. */
const router = createBrowserRouter([{
  errorElement: <BrokenPage />,
  HydrateFallback: () => <p className="waiting muted">Opening…</p>,
  children: [
    { path: '/', element: <Shelf /> },
    { path: '/project/:project/preview/:screen', lazy: async () => ({ Component: (await import('./stage/preview-page')).PreviewPage }) },
    {
      path: '/project/:project',
      lazy: async () => {
        fetchPlacesSoon()
        return { Component: (await PLACES.frame()).ProjectFrame }
      },
      children: [
        { index: true, lazy: async () => ({ Component: (await PLACES.contents()).ContentsPage }) },
        { path: 'component/:component', lazy: async () => ({ Component: (await PLACES.bench()).BenchPage }) },
        { path: 'screen/:screen', lazy: async () => ({ Component: (await PLACES.stage()).StagePage }) },
        { path: 'flow', lazy: async () => ({ Component: (await PLACES.flow()).FlowPage }) },
        { path: 'findings/:sheet?', lazy: async () => ({ Component: (await PLACES.findings()).FindingsPage }) },
        { path: 'handover', lazy: async () => ({ Component: (await PLACES.handover()).HandoverPage }) },
      ],
    },
    { path: '/handbook/:chapter?', lazy: async () => ({ Component: (await import('./handbook/handbook-page')).HandbookPage }) },
    { path: '/about', lazy: async () => ({ Component: (await import('./handbook/about-page')).AboutPage }) },
    { path: '*', element: <NotHere what="There is nothing at this address." /> },
  ],
}])

/** Has the code of all places of a project at hand before one goes there, so that a server that is away keeps nobody from it. */
function fetchPlacesSoon(): void {
  requestIdleCallback(() => Object.values(PLACES).forEach((place) => void place().catch(() => undefined)))
}

createRoot(certain(document.getElementById('root'))).render(
  <StrictMode>
    <CacheProvider value={styles}>
      <ThemeProvider theme={theme} defaultMode="system">
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
)
