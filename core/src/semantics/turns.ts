/** Something of a thing that comes with time: an axis settles, the thing is gone, the time of a rule is up. */
export type Due =
  | { readonly what: 'settle'; readonly axis: number }
  | { readonly what: 'gone' }
  | { readonly what: 'timer'; readonly place: number }

/** Of what is due for a thing at one instant what goes first, by the smallest: settling, axis by axis; then going; then timers, by the places of their rules. Less than `TURNS`. */
export function turnOf(due: Due): number {
  switch (due.what) {
    case 'settle':
      return due.axis
    case 'gone':
      return GONE
    case 'timer':
      return GONE + 1 + due.place
  }
}

const GONE = 1000

export const TURNS = 100_000
