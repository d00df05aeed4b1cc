import { useColorScheme } from '@mui/material/styles'

/** The theme that is not used now, and how to go over to it: a light one, and a dark one for dim rooms. */
export function useTheForm(): { readonly other: 'Light theme' | 'Dark theme'; readonly toOther: () => void } {
  const { mode, systemMode, setMode } = useColorScheme()
  const isDark = (mode === 'system' ? systemMode : mode) === 'dark'
  return { other: isDark ? 'Light theme' : 'Dark theme', toOther: () => setMode(isDark ? 'light' : 'dark') }
}

/** Switches between the two themes. */
export function FormSwitch() {
  const { other, toOther } = useTheForm()
  return <button className="plain muted form-switch" onClick={toOther}>{other}</button>
}
