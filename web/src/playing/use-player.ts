import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { orElse, type Project } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import { Player, type PlayerState } from './player'

/** The player of a component or a screen; it follows the document as it changes. Null when that cannot be put together. */
export function usePlayer(project: Project, surface: Surface): Player | null {
  const key = JSON.stringify(surface)
  const player = useMemo(() => {
    return orElse(() => new Player(project, surface), null)
    // The player is made once for a surface; later projects reach it below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  useEffect(() => player?.changeProject(project), [player, project])
  return player
}

export const usePlayerState = (player: Player): PlayerState => useSyncExternalStore(player.subscribe, player.getState)
