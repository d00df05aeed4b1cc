import { useEffect, useRef, type RefObject } from 'react'
import { isTyping } from './typing'

interface Roving {
  /** The arrow keys that move; others are left to what has the focus. */
  readonly along?: 'both' | 'up and down'
  /** What gets the focus is chosen with it, as in a group of radio buttons. */
  readonly chooses?: boolean
}

const SELECTED = '[aria-selected="true"], [aria-checked="true"], [aria-pressed="true"], .is-selected *'

/** What the arrow keys lead to, in a picture whose y grows downwards. */
export const DIRECTIONS: Readonly<Record<string, { readonly x: number; readonly y: number }>> = { ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 } }

/**
 * One stop for Tab among everything in a container that a selector finds; the arrow keys go to what is nearest in their
 * direction (WAI-ARIA Authoring Practices, roving tabindex).
 */
export function useRoving(container: RefObject<Element | null>, selector: string, { along = 'both', chooses = false }: Roving = {}): void {
  const last = useRef<Focusable | null>(null)
  useEffect(() => {
    const holder = container.current
    if (!holder) return undefined
    const all = () => [...holder.querySelectorAll(selector)].filter(isFocusable)
    const mark = () => {
      const stops = all()
      const isInside = holder.contains(document.activeElement)
      const stop = (isInside ? stops.find((each) => each === last.current) : undefined) ?? stops.find((each) => each.matches(SELECTED)) ?? stops.find((each) => each === last.current) ?? stops[0]
      for (const each of stops) if (each.tabIndex !== (each === stop ? 0 : -1)) each.tabIndex = each === stop ? 0 : -1
    }
    const onFocus = ({ target }: Event) => {
      const focused = target instanceof Element ? target.closest(selector) : null
      if (!focused || !isFocusable(focused)) return
      last.current = focused
      mark()
    }
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey || isTyping(event.target)) return
      const direction = DIRECTIONS[event.key]
      const from = event.target instanceof Element && holder.contains(event.target) ? event.target.closest(selector) : null
      if (!direction || !from || (along === 'up and down' && direction.x !== 0)) return
      const to = nearest(all(), from, direction)
      if (!to) return
      event.preventDefault()
      to.focus()
      if (chooses) to.dispatchEvent(new MouseEvent('click', { bubbles: true }))
    }
    const observer = new MutationObserver(mark)
    observer.observe(holder, { childList: true, subtree: true, attributes: true, attributeFilter: ['aria-selected', 'aria-checked', 'aria-pressed'] })
    holder.addEventListener('focusin', onFocus)
    // After whatever has the focus has had the key itself: React listens at the root, below the document.
    document.addEventListener('keydown', onKeyDown)
    mark()
    return () => {
      observer.disconnect()
      holder.removeEventListener('focusin', onFocus)
      document.removeEventListener('keydown', onKeyDown)
    }
  }, [container, selector, along, chooses])
}

type Focusable = HTMLElement | SVGElement

const isFocusable = (element: Element): element is Focusable => element instanceof HTMLElement || element instanceof SVGElement

/** What lies off the line counts so many times. */
const ASIDE = 3

/** What is nearest to something in a direction, by the middles of both; undefined when nothing is. */
function nearest(all: readonly Focusable[], from: Element, { x, y }: { readonly x: number; readonly y: number }): Focusable | undefined {
  const at = middleOf(from)
  let best: { readonly element: Focusable; readonly far: number } | undefined
  for (const element of all) {
    const to = middleOf(element)
    const ahead = (to.x - at.x) * x + (to.y - at.y) * y
    const aside = Math.abs((to.x - at.x) * y) + Math.abs((to.y - at.y) * x)
    const far = ahead + ASIDE * aside
    if (element !== from && ahead > 1 && (!best || far < best.far)) best = { element, far }
  }
  return best?.element
}

function middleOf(element: Element): { readonly x: number; readonly y: number } {
  const { left, top, width, height } = element.getBoundingClientRect()
  return { x: left + width / 2, y: top + height / 2 }
}
