import { entryOf, type Id } from '@rheoscope/core/document'
import { holderOf, isSurface, surfaceOf } from '@rheoscope/core/machine'
import type { TraceRow } from './trace-bands'

/** One line of the trace: a band, or what heads those of a screen. */
export interface TraceLine {
  /** The path of its instance, or of the screen. */
  readonly path: string
  /** What it is called beneath the line it belongs to. */
  readonly name: string
  /** How many lines it belongs to. */
  readonly depth: number
  /** Null for a heading. */
  readonly row: TraceRow | null
  /** Lines belong to it, and can be folded away. */
  readonly isHolder: boolean
}

export const ORDERS = ['as they came', 'by name', 'latest change first'] as const

export type TraceOrder = (typeof ORDERS)[number]

export interface TraceOptions {
  readonly order: TraceOrder
  /** What their names contain. */
  readonly filter: string
  /** The paths of the lines whose own are folded away. */
  readonly folded: ReadonlySet<string>
}

/** The lines of a trace, in their order. As they came, what stands inside something belongs to it, and everything to its screen where there are several. */
export function traceLines(rows: readonly TraceRow[], { order, filter, folded }: TraceOptions, screenName: (screen: Id) => string): readonly TraceLine[] {
  const wanted = filter.trim().toLowerCase()
  const flat = (some: readonly TraceRow[]) => some.filter(({ name }) => name.toLowerCase().includes(wanted)).map((row): TraceLine => ({ path: row.instance, name: row.name, depth: 0, row, isHolder: false }))
  switch (order) {
    case 'by name':
      return flat(rows.toSorted((a, b) => a.name.localeCompare(b.name)))
    case 'latest change first':
      return flat(rows.toSorted((a, b) => (b.stays.at(-1)?.fromMs ?? 0) - (a.stays.at(-1)?.fromMs ?? 0)))
    case 'as they came':
      return wanted === '' ? nested(rows, folded, screenName) : flat(rows)
  }
}

function nested(rows: readonly TraceRow[], folded: ReadonlySet<string>, screenName: (screen: Id) => string): readonly TraceLine[] {
  const surfaces = [...new Set(rows.map(({ instance }) => surfaceOf(instance)))]
  return surfaces.flatMap((surface) => {
    const own = rows.filter(({ instance }) => surfaceOf(instance) === surface)
    if (surfaces.length === 1) return under(own, folded, [])
    const heading: TraceLine = { path: surface, name: screenName(surface.slice(1)), depth: 0, row: null, isHolder: true }
    return [heading, ...(folded.has(surface) ? [] : under(own, folded, [{ path: surface, place: surface === '' ? '' : heading.name }]))]
  })
}

/** A line that others belong to, with what their names begin with. */
interface Above {
  readonly path: string
  readonly place: string
}

function under(rows: readonly TraceRow[], folded: ReadonlySet<string>, above: readonly Above[]): readonly TraceLine[] {
  const places = new Map(rows.map(({ instance, place }) => [instance, place]))
  const around = new Map([...places.keys()].map((path) => [path, holdersOf(path).filter((each) => places.has(each))]))
  const holding = new Set([...around.values()].flat())
  return rows.flatMap((row): readonly TraceLine[] => {
    const holders = [...above, ...entryOf(around, row.instance).map((path) => ({ path, place: entryOf(places, path) }))]
    if (holders.some(({ path }) => folded.has(path))) return []
    const prefix = `${holders.at(-1)?.place ?? ''} ▸ `
    // Of several bands of one instance the first holds.
    return [{ path: row.instance, name: row.name.startsWith(prefix) ? row.name.slice(prefix.length) : row.name, depth: holders.length, row, isHolder: holding.delete(row.instance) }]
  })
}

/** The paths of what holds an instance, the outermost first; its surface is none of them. */
function holdersOf(path: string): readonly string[] {
  const holder = holderOf(path)
  return isSurface(holder) ? [] : [...holdersOf(holder), holder]
}
