import { useSyncExternalStore } from 'react'

const KEPT_AS = 'rheoscope letter keys'
const OFF = 'off'

const listeners = new Set<() => void>()

/** Whether single letters are shortcuts. They can be turned off for whoever speaks to the computer or strikes keys by accident (WCAG 2.1.4). */
export const areLetterKeysOn = (): boolean => window.localStorage.getItem(KEPT_AS) !== OFF

/** Turns single letters as shortcuts on or off, in this browser. */
export function turnLetterKeys(isOn: boolean): void {
  if (isOn) window.localStorage.removeItem(KEPT_AS)
  else window.localStorage.setItem(KEPT_AS, OFF)
  listeners.forEach((listener) => listener())
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** The same for what shows it. */
export const useLetterKeys = (): boolean => useSyncExternalStore(subscribe, areLetterKeysOn)

/** Whether a key event is a shortcut of one letter, digit or sign that is turned off. */
export const isTurnedOff = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent): boolean =>
  key.length === 1 && !ctrlKey && !metaKey && !altKey && !areLetterKeysOn()
