/** What can be read of where a part stands, in px: its edges in its component, and its size. */
export const READINGS = ['left', 'top', 'width', 'height'] as const

/** How far a part has been dragged, in px of what holds it, and how fast it goes, in px per s. */
export const DRAG_READINGS = ['dragX', 'dragY', 'speedX', 'speedY'] as const

/** How far what a part holds is scrolled, and can be, in px. */
export const SCROLL_READINGS = ['scrollX', 'scrollY', 'scrollableX', 'scrollableY'] as const

/** What a hand makes of a part. */
export const HAND_READINGS = [...DRAG_READINGS, ...SCROLL_READINGS] as const

const isReading = (readings: readonly string[], name: string): boolean => readings.some((reading) => name.endsWith(`.${reading}`))

/** Whether a name says what a hand has made of a part. */
export const isHandReading = (name: string): boolean => isReading(HAND_READINGS, name)

/** Whether a name says how far something is scrolled, or can be. */
export const isScrollReading = (name: string): boolean => isReading(SCROLL_READINGS, name)

/** What can be asked of a field besides. */
export const FIELD_READINGS = ['isEmpty', 'isValid'] as const
