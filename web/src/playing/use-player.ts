import { useEffect, useMemo, useSyncExternalStore } from 'react'
import type { Project } from '@rheoscope/core/document'
import { Player, type PlayerState } from './player'

/** The player of a component; it follows the document as it changes. Null when the component cannot be put together. */
export function usePlayer(project: Project, component: string): Player | null {
  const player = useMemo(() => {
    try {
      return new Player(project, { component })
    } catch {
      return null
    }
    // The player is made once for a component; later projects reach it below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [component])
  useEffect(() => player?.changeProject(project), [player, project])
  return player
}

export const usePlayerState = (player: Player): PlayerState => useSyncExternalStore(player.subscribe, player.getState)
