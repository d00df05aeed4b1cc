/** Whether keys go into a field. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName))

/** Whether something is being typed that a field has not taken yet: it keeps even chords to itself. */
export const keepsChords = (target: EventTarget | null): boolean => target instanceof HTMLElement && target.hasAttribute('data-typing')
