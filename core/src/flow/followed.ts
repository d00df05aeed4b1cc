import type { Id } from '../document'
import type { Trace } from '../run'
import type { Flow } from './flow'

/** What of a flow a run has gone through. */
export interface Followed {
  /** The links gone, by their ids, in the order they were gone first. */
  readonly links: ReadonlySet<string>
  /** The screens and overlays that have been shown. */
  readonly screens: ReadonlySet<Id>
  /** Those that are shown at its end. */
  readonly shown: ReadonlySet<Id>
}

/** What of a flow a run that began on a screen has gone through, from its trace. */
export function followed({ links }: Flow, start: Id, trace: Trace): Followed {
  const shown = new Set<Id>([start])
  const screens = new Set<Id>([start])
  const gone = new Set<string>()
  let fired: { readonly atMs: number; readonly rules: readonly Id[] } = { atMs: 0, rules: [] }
  for (const event of trace) {
    if (event.what === 'fired') fired = { atMs: event.atMs, rules: fired.atMs === event.atMs ? [...fired.rules, event.rule] : [event.rule] }
    if (event.what !== 'surface') continue
    const change = links.find(({ from, to, rule, by }) => (event.isShown ? to === event.screen && by !== 'close overlay' : from === event.screen && rule !== null && by === 'close overlay') && shown.has(from) && rule !== null && fired.rules.includes(rule.id))
    if (change) gone.add(change.id)
    if (event.isShown) {
      shown.add(event.screen)
      screens.add(event.screen)
    } else shown.delete(event.screen)
  }
  return { links: gone, screens, shown }
}
