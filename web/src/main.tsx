import { certain } from '@rheoscope/core/document'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import { ThemeProvider } from '@mui/material/styles'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { createBrowserRouter, RouterProvider } from 'react-router'
import '@fontsource/noto-sans/400.css'
import '@fontsource/noto-sans/600.css'
import '@fontsource/noto-sans/700.css'
import '@fontsource/atkinson-hyperlegible-next/400.css'
import '@fontsource/atkinson-hyperlegible-next/600.css'
import '@fontsource/atkinson-hyperlegible-next/700.css'
import '@fontsource/atkinson-hyperlegible-mono/400.css'
import '@fontsource/atkinson-hyperlegible-mono/600.css'
import './theme/paper.css'
import { theme } from './theme/theme'
import { BrokenPage } from './broken-page'
import { logErrors } from './session/error-log'
import { NotHere } from './not-here'
import { Shelf } from './shelf/shelf'

logErrors()

const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? ''
const styles = createCache({ key: 'rheo', nonce })
const queries = new QueryClient()

/** Each place loads its own code: the shelf none of the editor, and the preview nothing but what runs a screen. */
const router = createBrowserRouter([{
  errorElement: <BrokenPage />,
  HydrateFallback: () => <p className="waiting muted">Opening…</p>,
  children: [
    { path: '/', element: <Shelf /> },
    { path: '/project/:project/preview/:screen', lazy: async () => ({ Component: (await import('./stage/preview-page')).PreviewPage }) },
    {
      path: '/project/:project',
      lazy: async () => ({ Component: (await import('./frame/project-frame')).ProjectFrame }),
      children: [
        { index: true, lazy: async () => ({ Component: (await import('./contents/contents-page')).ContentsPage }) },
        { path: 'component/:component', lazy: async () => ({ Component: (await import('./bench/page/bench-page')).BenchPage }) },
        { path: 'screen/:screen', lazy: async () => ({ Component: (await import('./stage/stage-page')).StagePage }) },
        { path: 'flow', lazy: async () => ({ Component: (await import('./flow/flow-page')).FlowPage }) },
        { path: 'findings/:sheet?', lazy: async () => ({ Component: (await import('./findings/findings-page')).FindingsPage }) },
      ],
    },
    { path: '/handbook/:chapter?', lazy: async () => ({ Component: (await import('./handbook/handbook-page')).HandbookPage }) },
    { path: '/about', lazy: async () => ({ Component: (await import('./handbook/about-page')).AboutPage }) },
    { path: '*', element: <NotHere what="There is nothing at this address." /> },
  ],
}])

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
