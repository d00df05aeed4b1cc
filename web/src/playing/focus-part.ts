import { answering, focusStops, shownFocus } from '@rheoscope/core/run'
import type { Player } from './player'

/** Brings the focus of the run to a part, by as many Tabs as lead there. */
export function focusPart(player: Player, instance: string, part: string): void {
  const stops = focusStops(answering(player.current)).map((stop) => stop.part)
  const wanted = stops.findIndex((stop) => stop.thing === instance && stop.part === part)
  for (let tabs = 0; wanted >= 0 && tabs <= stops.length; tabs++) {
    const now = shownFocus(player.current)
    if (now?.instance === instance && now.part === part) return
    player.send({ do: 'key', key: 'Tab', modifiers: {} })
  }
}
