/** What can be read of where a part stands, in px: its edges in its component, and its size. */
export const READINGS = ['left', 'top', 'width', 'height'] as const

/** How far a part has been dragged, in px of what holds it, how fast it goes, in px per s, and how far what it holds is scrolled and can be, in px. */
export const HAND_READINGS = ['dragX', 'dragY', 'speedX', 'speedY', 'scrollX', 'scrollY', 'scrollableX', 'scrollableY'] as const

/** Whether a name says what a hand has made of a part. */
export const isHandReading = (name: string): boolean => HAND_READINGS.some((reading) => name.endsWith(`.${reading}`))

/** What can be asked of a field besides. */
export const FIELD_READINGS = ['isEmpty', 'isValid'] as const
