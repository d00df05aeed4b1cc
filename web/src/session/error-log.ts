/** Something that went wrong in this window. */
export interface LoggedError {
  /** When, by the clock of this machine. */
  readonly at: string
  readonly text: string
}

const MOST = 20

let errors: readonly LoggedError[] = []

const listeners = new Set<() => void>()

export const errorsSoFar = (): readonly LoggedError[] => errors

export function onError(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Keeps the last errors nobody caught, for *About*. */
export function logErrors(): void {
  window.addEventListener('error', ({ error, message }) => keep(error ?? message))
  window.addEventListener('unhandledrejection', ({ reason }) => keep(reason))
}

function keep(error: unknown): void {
  const text = error instanceof Error ? (error.stack ?? error.message) : String(error)
  errors = [...errors, { at: new Date().toISOString(), text }].slice(-MOST)
  listeners.forEach((listener) => listener())
}
