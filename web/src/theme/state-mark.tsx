/** The outlines of the eight state marks in a 12 × 12 field: disc, square, triangle, hexagon, ring, half-disc, bar, cross. */
const SHAPES = [
  'M6 1a5 5 0 1 0 0 10a5 5 0 1 0 0-10Z',
  'M1.5 1.5h9v9h-9Z',
  'M6 1L11.2 10.5H.8Z',
  'M3.4 1.2h5.2L11.4 6L8.6 10.8H3.4L.6 6Z',
  'M6 .8a5.2 5.2 0 1 0 0 10.4a5.2 5.2 0 1 0 0-10.4ZM6 3.6a2.4 2.4 0 1 1 0 4.8a2.4 2.4 0 1 1 0-4.8Z',
  'M1 8.5a5 5 0 0 1 10 0Z',
  'M.8 4h10.4v4H.8Z',
  'M4.2 1h3.6v3.2H11v3.6H7.8V11H4.2V7.8H1V4.2h3.2Z',
] as const

/** What a state's colour is called in the style sheets. */
export const hueOf = (hue: number): string => `var(--hue-${hue % SHAPES.length})`

/** The mark of a state: its colour and its shape, so that neither is needed to tell it apart. */
export function StateMark({ hue, size = 12 }: { readonly hue: number; readonly size?: number }) {
  return (
    <svg className="state-mark" width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
      <path d={SHAPES[hue % SHAPES.length]} fill={hueOf(hue)} fillRule="evenodd" />
    </svg>
  )
}
