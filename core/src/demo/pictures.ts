import type { Asset, IconOutline } from '../document'

const buoy = (id: string, name: string, bytes: number, data: string): Asset => ({ id, name, mediaType: 'image/svg+xml', width: 40, height: 56, bytes, data })

/** The pictures of the demo project, with their bytes. */
export const PICTURES = {
  buoy: buoy('aa500dcb85d300eacee4956a5d0987771b7eaf1d1', 'buoy.svg', 304,
    'PHN2ZyB4bWxucz0iaHR0cDovL3d3dy53My5vcmcvMjAwMC9zdmciIHdpZHRoPSI0MCIgaGVpZ2h0PSI1NiIgdmlld0JveD0iMCAwIDQwIDU2Ij48cGF0aCBkPSJNMTcgMThoNmw1IDI0SDEyeiIgZm' +
    'lsbD0iI2M4NDAxZiIvPjxwYXRoIGQ9Ik0xNSAyOGgxMGwxIDZIMTR6IiBmaWxsPSIjZmJmOGYxIi8+PGNpcmNsZSBjeD0iMjAiIGN5PSIxMyIgcj0iNSIgZmlsbD0iIzViNjY2YiIvPjxwYXRoIGQ9' +
    'Ik00IDQyYzQtMyA3IDMgMTEgMHM3IDMgMTEgMCA2IDIgMTAgMHY2Yy01IDYtMjcgNi0zMiAweiIgZmlsbD0iIzI0NTA2ZiIvPjwvc3ZnPg=='),
  buoyLit: buoy('a35acb52aaba2142ace3a1f4907f8bcf71f137e36', 'buoy lit.svg', 365,
    'PHN2ZyB4bWxucz0iaHR0cDovL3d3dy53My5vcmcvMjAwMC9zdmciIHdpZHRoPSI0MCIgaGVpZ2h0PSI1NiIgdmlld0JveD0iMCAwIDQwIDU2Ij48Y2lyY2xlIGN4PSIyMCIgY3k9IjEzIiByPSIxMi' +
    'IgZmlsbD0iI2YyYzE0ZSIgb3BhY2l0eT0iLjQ1Ii8+PHBhdGggZD0iTTE3IDE4aDZsNSAyNEgxMnoiIGZpbGw9IiNjODQwMWYiLz48cGF0aCBkPSJNMTUgMjhoMTBsMSA2SDE0eiIgZmlsbD0iI2Zi' +
    'ZjhmMSIvPjxjaXJjbGUgY3g9IjIwIiBjeT0iMTMiIHI9IjUiIGZpbGw9IiNmMmMxNGUiLz48cGF0aCBkPSJNNCA0MmM0LTMgNyAzIDExIDBzNyAzIDExIDAgNiAyIDEwIDB2NmMtNSA2LTI3IDYtMz' +
    'IgMHoiIGZpbGw9IiMyNDUwNmYiLz48L3N2Zz4='),
} as const

/** The icons it uses, from the bundled set. */
export const ICONS: readonly IconOutline[] = [
  { id: 'icon-ticket-confirmation-outline', name: 'ticket-confirmation-outline', d: 'M22 10V6C22 4.89 21.1 4 20 4H4C2.9 4 2 4.89 2 6V10C3.11 10 4 10.9 4 12S3.11 14 2 14V18C2 19.1 2.9 20 4 20H20C21.1 20 22 19.1 22 18V14C20.9 14 20 13.1 ' +
    '20 12S20.9 10 22 10M20 8.54C18.81 9.23 18 10.53 18 12S18.81 14.77 20 15.46V18H4V15.46C5.19 14.77 6 13.47 6 12C6 10.5 5.2 9.23 4 8.54L4 6H20V8.54M11 15' +
    'H13V17H11M11 11H13V13H11M11 7H13V9H11Z' },
  { id: 'icon-anchor', name: 'anchor', d: 'M12 2A3 3 0 0 0 9 5A3 3 0 0 0 11 7.83V9H8V11H11V19.92C10.26 19.79 9.5 19.58 8.79 19.27C8.05 18.95 7.4 18.56 6.82 18.09C6.24 17.62 5.78 17.11 5.44 16.5' +
    '5L7 15L3 12V15C3 15.97 3.27 16.88 3.82 17.72C4.37 18.56 5.09 19.31 6 19.95C6.87 20.59 7.84 21.09 8.88 21.45C9.93 21.81 10.97 22 12 22C13.03 22 14.07 2' +
    '1.8 15.12 21.44C16.16 21.08 17.13 20.58 18 19.95C18.92 19.31 19.63 18.57 20.18 17.72C20.73 16.88 21 15.97 21 15V12L17 15L18.56 16.55C18.22 17.11 17.76' +
    ' 17.62 17.18 18.09C16.6 18.56 15.95 18.95 15.21 19.27C14.5 19.58 13.74 19.79 13 19.92V11H16V9H13V7.82A3 3 0 0 0 15 5A3 3 0 0 0 12 2M12 4A1 1 0 0 1 13 ' +
    '5A1 1 0 0 1 12 6A1 1 0 0 1 11 5A1 1 0 0 1 12 4Z' },
  { id: 'icon-chevron-down', name: 'chevron-down', d: 'M7.41,8.58L12,13.17L16.59,8.58L18,10L12,16L6,10L7.41,8.58Z' },
]
