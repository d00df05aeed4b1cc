import { createTheme } from '@mui/material/styles'

const SANS = "'Atkinson Hyperlegible Next', sans-serif"
const MONO = "'Atkinson Hyperlegible Mono', monospace"

/** The system asks for no motion in the interface; the specimen is another matter. */
const isStill = matchMedia('(prefers-reduced-motion: reduce)').matches

const ms = (duration: number): number => (isStill ? 0 : duration)

/** Paper, ink, thin rules, and one signal colour for time and selection. The same names are CSS variables in `paper.css`. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-form' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#1d2b33', contrastText: '#fbf8f1' },
        error: { main: '#c8401f' },
        background: { default: '#f4efe4', paper: '#fbf8f1' },
        text: { primary: '#1d2b33', secondary: '#5b666b' },
        divider: '#d8cfbd',
      },
    },
    dark: {
      palette: {
        primary: { main: '#e9e2d3', contrastText: '#14191c' },
        error: { main: '#f0764f' },
        background: { default: '#14191c', paper: '#1b2226' },
        text: { primary: '#e9e2d3', secondary: '#a3a79f' },
        divider: '#38424a',
      },
    },
  },
  typography: {
    fontFamily: SANS, fontSize: 13, button: { textTransform: 'none', fontWeight: 400, letterSpacing: 0 },
  },
  shape: { borderRadius: 2 },
  transitions: { duration: { shortest: ms(80), shorter: ms(100), short: ms(120), standard: ms(140), complex: ms(160), enteringScreen: ms(120), leavingScreen: ms(100) } },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { '&:focus-visible': { outline: '2px solid var(--signal)', outlineOffset: 1 } } } },
    MuiButton: {
      defaultProps: { variant: 'outlined', size: 'small', disableElevation: true },
      styleOverrides: {
        root: { minWidth: 0, padding: '2px 10px', fontSize: 13, lineHeight: '20px', borderColor: 'var(--rule)', color: 'var(--ink)', background: 'var(--sheet)', '&:hover': { borderColor: 'var(--ink)', background: 'var(--live)' }, '&.Mui-disabled': { color: 'var(--muted)', borderColor: 'var(--faint)' } },
      },
    },
    MuiToggleButton: { styleOverrides: { root: { color: 'var(--muted)' } } },
    MuiMenu: { defaultProps: { transitionDuration: ms(100) } },
    MuiPopover: { defaultProps: { transitionDuration: ms(100) } },
    MuiMenuItem: { styleOverrides: { root: { fontSize: 13, minHeight: 30, padding: '3px 14px', gap: 8 } } },
    MuiTooltip: { defaultProps: { enterDelay: 500 }, styleOverrides: { tooltip: { fontSize: 12, background: 'var(--ink)', color: 'var(--sheet)', borderRadius: 2 } } },
    MuiDialog: { styleOverrides: { paper: { border: '1px solid var(--ink)', borderRadius: 2, backgroundImage: 'none' } } },
    MuiDialogTitle: { styleOverrides: { root: { fontSize: 16, fontWeight: 700, padding: '16px 20px 8px' } } },
  },
})

export const FONTS = { sans: SANS, mono: MONO } as const
