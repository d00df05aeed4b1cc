/** A text that this browser keeps under a name; null where it keeps none, or keeps nothing at all. */
export const keptText = (name: string): string | null => unlessRefused(() => window.localStorage.getItem(name), null)

/** Keeps a text under a name, or no longer. A browser that is full goes on without: nothing of a document is kept so. */
export const keepText = (name: string, text: string | null): void => unlessRefused(() => (text === null ? window.localStorage.removeItem(name) : window.localStorage.setItem(name, text)), undefined)

function unlessRefused<T>(what: () => T, otherwise: T): T {
  try {
    return what()
  } catch (error) {
    // The browser has no room left, or lets this page keep nothing (HTML, § 12.2).
    if (!(error instanceof DOMException)) throw error
    return otherwise
  }
}
