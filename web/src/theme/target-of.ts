/** The element an event happened to; null where it was none. */
export const targetOf = ({ target }: { readonly target: EventTarget | null }): Element | null => (target instanceof Element ? target : null)
