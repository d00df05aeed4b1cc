import { propertyDefinition, type Input, type Project } from '@rheoscope/core/document'
import { advanceTo, cutOff, drawList, marksOf, send, shownFocus, startRun, type Run, type RunOptions } from '@rheoscope/core/run'
import { bandsOf, linksOn, pathName } from '@rheoscope/core/reading'
import type { Surface } from '@rheoscope/core/machine'
import type { DrawItem, DrawList } from '@rheoscope/core/scene'

/** So often is a frame told. Not a divisor of usual durations, so that motions are seen at many of their instants. */
const FRAME_MS = 70

/**
 * A run as text: what happens, an event a line, and between the events what is shown and has the focus otherwise than in
 * the frame before; at the end which states every axis was in, who affects whom on a screen, and what was left out.
 */
export function runText(project: Project, surface: Surface, inputs: readonly Input[], endsAtMs: number, options: RunOptions = {}): string {
  const run = startRun(project, surface, options)
  const lines: string[] = []
  let told = 0
  let focus = 'nothing'
  let shown: ReadonlyMap<string, Said> = new Map()
  const tell = () => {
    lines.push(...run.trace.slice(told).map(({ what, atMs, ...rest }) => `${atMs} ${what} ${JSON.stringify(rest)}`))
    told = run.trace.length
  }
  const look = () => {
    const now = new Map(saidOf(drawList(run)))
    for (const [key, said] of now) {
      const before = shown.get(key) ?? {}
      const changed = Object.entries(said).filter(([property, value]) => (before[property] ?? usual(property)) !== value)
      if (changed.length > 0 || !shown.has(key)) lines.push(`  ${run.nowMs} ${key} ${changed.map(([property, value]) => `${property}=${value}`).join(' ')}`)
    }
    for (const key of shown.keys()) if (!now.has(key)) lines.push(`  ${run.nowMs} ${key} gone`)
    shown = now
    const focused = shownFocus(run)
    const hasFocus = focused ? `${focused.instance}#${focused.part}` : 'nothing'
    if (hasFocus !== focus) lines.push(`  ${run.nowMs} focus on ${(focus = hasFocus)}`)
  }
  const goOnTo = (ms: number) => {
    for (let at = Math.ceil((run.nowMs + 1) / FRAME_MS) * FRAME_MS; at < ms; at += FRAME_MS) {
      advanceTo(run, at)
      tell()
      look()
    }
    advanceTo(run, ms)
  }
  tell()
  look()
  for (const { atMs, ...action } of inputs) {
    goOnTo(atMs)
    send(run, action)
    tell()
  }
  goOnTo(endsAtMs)
  tell()
  look()
  return `${[...lines, ...bandLines(run, project, surface), ...linkLines(project, surface), `${marksOf(run.trace).length} marks`, ...(cutOff(run) === null ? [] : [cutOff(run)])].join('\n')}\n`
}

/** Which states every axis of every instance was in, and until when it moved in them. */
function bandLines(run: Run, project: Project, surface: Surface): readonly string[] {
  const bands = bandsOf(run.trace, (component, axis) => project.components.find(({ id }) => id === component)?.axes.findIndex(({ id }) => id === axis) ?? 0)
  return bands.map(({ instance, component, axis, stays }) =>
    `${pathName(project, surface, instance, () => component)} ${axis}: ${stays.map(({ state, rule, fromMs, toMs, movedUntilMs }) => `${state} by ${rule} ${fromMs}–${movedUntilMs}–${toMs}`).join(', ')}`)
}

/** Who affects whom on a screen, by what. */
function linkLines(project: Project, surface: Surface): readonly string[] {
  const screen = project.screens.find(({ id }) => 'screen' in surface && id === surface.screen)
  return screen ? linksOn(project, screen).map(({ from, to, by, name }) => `${from ?? 'the screen'} → ${to ?? 'the screen'} by ${by} ${name}`) : []
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
