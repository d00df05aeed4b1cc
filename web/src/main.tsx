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
import { BenchPage } from './bench/page/bench-page'
import { BrokenPage } from './broken-page'
import { FindingsPage } from './findings/findings-page'
import { NotHere } from './not-here'
import { Shelf } from './shelf/shelf'
import { PreviewPage } from './stage/preview-page'
import { StagePage } from './stage/stage-page'

const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? ''
const styles = createCache({ key: 'rheo', nonce })
const queries = new QueryClient()

const router = createBrowserRouter([{
  errorElement: <BrokenPage />,
  children: [
    { path: '/', element: <Shelf /> },
    { path: '/project/:project', element: <BenchPage /> },
    { path: '/project/:project/component/:component', element: <BenchPage /> },
    { path: '/project/:project/screen/:screen', element: <StagePage /> },
    { path: '/project/:project/findings/:sheet?', element: <FindingsPage /> },
    { path: '/project/:project/preview/:screen', element: <PreviewPage /> },
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
