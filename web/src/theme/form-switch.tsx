import { useColorScheme } from '@mui/material/styles'

/** Switches between the light form and the dark one for dim rooms. */
export function FormSwitch() {
  const { mode, systemMode, setMode } = useColorScheme()
  const isDark = (mode === 'system' ? systemMode : mode) === 'dark'
  return (
    <button className="plain muted form-switch" onClick={() => setMode(isDark ? 'light' : 'dark')}>
      {isDark ? 'Light theme' : 'Dark theme'}
    </button>
  )
}
