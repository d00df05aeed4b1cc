import { useEffect } from 'react'
import { useBench } from './use-bench'

/** The keys that hold anywhere on the bench, as long as no field has the focus. */
export function useBenchKeys(): void {
  const { session, player, select, view } = useBench()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase()
      const isCommand = event.ctrlKey || event.metaKey
      if (isCommand && key === 'z') {
        if (event.shiftKey) session.redo()
        else session.undo()
      } else if (isCommand && key === 'y') session.redo()
      else if (isTyping(event.target) || isCommand || event.altKey) return
      else if (key === 'h') player?.hold(!player.getState().isHeld)
      else if (key === 'r') player?.startOver()
      else if (key === 'escape' && view.isEaselOpen) select({ do: 'close easel' })
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [session, player, select, view.isEaselOpen])
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.tagName === 'INPUT' || target.tagName === 'SELECT' || target.tagName === 'TEXTAREA')
