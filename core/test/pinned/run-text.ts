import { propertyDefinition, type Input, type Project } from '@rheoscope/core/document'
import { Run, type RunOptions } from '@rheoscope/core/run'
import type { Surface } from '@rheoscope/core/machine'
import type { DrawItem, DrawList } from '@rheoscope/core/scene'

/** So often is a frame told. Not a divisor of usual durations, so that motions are seen at many of their instants. */
const FRAME_MS = 70

/** A run as text: what happens, an event a line, and between the events what is shown otherwise than in the frame before. */
export function runText(project: Project, surface: Surface, inputs: readonly Input[], endsAtMs: number, options: RunOptions = {}): string {
  const run = new Run(project, surface, options)
  const lines: string[] = []
  let told = 0
  let shown: ReadonlyMap<string, Said> = new Map()
  const tell = () => {
    lines.push(...run.trace.slice(told).map(({ what, atMs, ...rest }) => `${atMs} ${what} ${JSON.stringify(rest)}`))
    told = run.trace.length
  }
  const look = () => {
    const now = new Map(saidOf(run.drawList()))
    for (const [key, said] of now) {
      const before = shown.get(key) ?? {}
      const changed = Object.entries(said).filter(([property, value]) => (before[property] ?? usual(property)) !== value)
      if (changed.length > 0 || !shown.has(key)) lines.push(`  ${run.nowMs} ${key} ${changed.map(([property, value]) => `${property}=${value}`).join(' ')}`)
    }
    for (const key of shown.keys()) if (!now.has(key)) lines.push(`  ${run.nowMs} ${key} gone`)
    shown = now
  }
  const goOnTo = (ms: number) => {
    for (let at = Math.ceil((run.nowMs + 1) / FRAME_MS) * FRAME_MS; at < ms; at += FRAME_MS) {
      run.advanceTo(at)
      tell()
      look()
    }
    run.advanceTo(ms)
  }
  tell()
  look()
  for (const { atMs, ...action } of inputs) {
    goOnTo(atMs)
    run.send(action)
    tell()
  }
  goOnTo(endsAtMs)
  tell()
  look()
  return `${lines.join('\n')}\n`
}

/** What an item shows, by property. */
type Said = Readonly<Record<string, string>>

/** What every item shows, in the order they are drawn. */
const saidOf = (list: DrawList): readonly (readonly [string, Said])[] =>
  list.flatMap((item: DrawItem) => [[item.key, Object.fromEntries(Object.entries(item.values).map(([property, value]) => [property, written(value)]))] as const, ...saidOf(item.children)])

/** What a property shows unless something is said of it; that is not told. */
const usual = (property: string): string => written(propertyDefinition(property)?.initial)

/** A value in letters, numbers to a thousandth. */
const written = (value: unknown): string => JSON.stringify(value, (_key, inner: unknown) => (typeof inner === 'number' ? Math.round(inner * 1000) / 1000 : inner)) ?? 'none'
