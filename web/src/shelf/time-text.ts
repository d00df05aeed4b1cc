/** An instant, given as ISO 8601, as people here write it. */
export const timeText = (iso: string): string => new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
