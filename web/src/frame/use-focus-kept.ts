import { useEffect } from 'react'
import { useLocation } from 'react-router'

const FOCUSABLE = 'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), [tabindex]:not([tabindex="-1"])'

/** The id of what a page is mostly about. */
export const MAIN = 'main'

/**
 * The focus is never lost: where what had it goes away it goes to what is nearest around that, and on a new page to what
 * the page is mostly about.
 */
export function useFocusKept(): void {
  const { pathname } = useLocation()
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      if (isLost()) document.getElementById(MAIN)?.focus({ preventScroll: true })
    })
    return () => cancelAnimationFrame(frame)
  }, [pathname])
  useEffect(() => {
    let around: readonly Element[] = []
    const onFocus = ({ target }: FocusEvent) => {
      around = target instanceof Element ? ancestorsOf(target) : []
    }
    let frame = 0
    const observer = new MutationObserver(() => {
      if (around[0]?.isConnected === false) {
        cancelAnimationFrame(frame)
        // Not at once: the key that took it away would go on to what has the focus then.
        frame = requestAnimationFrame(goOn)
      }
    })
    const goOn = () => {
      const [own] = around
      if (!own || own.isConnected || !isLost()) return
      const holder = around.find((each) => each.isConnected && each !== document.body)
      const next = holder?.querySelector<HTMLElement>(FOCUSABLE) ?? document.getElementById(MAIN)
      around = []
      next?.focus({ preventScroll: true })
    }
    document.addEventListener('focusin', onFocus)
    observer.observe(document.body, { childList: true, subtree: true })
    return () => {
      document.removeEventListener('focusin', onFocus)
      observer.disconnect()
      cancelAnimationFrame(frame)
    }
  }, [])
}

const isLost = (): boolean => document.activeElement === null || document.activeElement === document.body

/** An element and all around it, the nearest first. */
function ancestorsOf(element: Element): readonly Element[] {
  const all: Element[] = []
  for (let at: Element | null = element; at; at = at.parentElement) all.push(at)
  return all
}
