import { useEffect, useState, type RefObject } from 'react'

/** How far from the window something counts as in view, in px: it is ready when it comes. */
const AHEAD_PX = 200

/** Whether an element can be seen in the window, or nearly. */
export function useInView(element: RefObject<HTMLElement | null>): boolean {
  const [isInView, setInView] = useState(false)
  useEffect(() => {
    const observer = new IntersectionObserver((entries) => setInView(entries.at(-1)?.isIntersecting ?? false), { rootMargin: `${AHEAD_PX}px` })
    if (element.current) observer.observe(element.current)
    return () => observer.disconnect()
  }, [element])
  return isInView
}
