import { useSyncExternalStore } from 'react'
import { keepText, keptText } from '../session/kept-text'

const KEPT_AS = 'rheoscope letter keys'
const OFF = 'off'

const listeners = new Set<() => void>()

/** Whether single letters are shortcuts. They can be turned off for whoever speaks to the computer or strikes keys by accident (WCAG 2.1.4). */
export const areLetterKeysOn = (): boolean => keptText(KEPT_AS) !== OFF

/** Turns single letters as shortcuts on or off, in this browser. */
export function turnLetterKeys(isOn: boolean): void {
  keepText(KEPT_AS, isOn ? null : OFF)
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
