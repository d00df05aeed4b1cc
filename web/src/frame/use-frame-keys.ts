import { useEffect } from 'react'
import { useSession } from '../session/use-session'
import { isTyping, keepsChords } from '../theme/typing'
import { isTurnedOff } from './letter-keys'
import type { Frame } from './use-frame'

/** The keys that are the same in every place of a project: undo, redo, looking for something, and help. */
export function useFrameKeys({ openFinder, openHelp }: Frame): void {
  const session = useSession()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const act = actionOf(event)
      if (!act || document.querySelector('[role=dialog]')) return
      event.preventDefault()
      act()
    }
    const actionOf = (event: KeyboardEvent): (() => void) | null => {
      const key = event.key.toLowerCase()
      if (event.ctrlKey || event.metaKey) {
        if (key !== 'z' || event.altKey || keepsChords(event.target)) return null
        return event.shiftKey ? () => session.redo() : () => void session.undo()
      }
      if (event.altKey || isTyping(event.target) || isTurnedOff(event)) return null
      return { '/': openFinder, '?': openHelp }[key] ?? null
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [session, openFinder, openHelp])
}
