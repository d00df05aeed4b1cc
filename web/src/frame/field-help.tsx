import { useEffect, useId, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { explanationOf, type Explanation } from '../fields/explanations'
import { idOf } from '../handbook/anchors'

/** A pointer or the focus rests on a field for so long, in ms, before the field explains itself. */
const REST_MS = { pointer: 600, focus: 1500 }

interface Open {
  readonly explanation: Explanation
  readonly field: Element
  readonly top: number
  readonly left: number
}

const WIDTH = 250

/** Fields explain themselves while a pointer rests on their names or they have the focus; F1 reads on in the handbook (WCAG 2.2, 1.4.13: it can be dismissed, pointed at, and stays). */
export function FieldHelp() {
  const [open, setOpen] = useState<Open | null>(null)
  const id = useId()
  const navigate = useNavigate()
  useRests(setOpen)
  useEffect(() => {
    if (!open) return undefined
    const control = open.field.querySelector('input, select')
    control?.setAttribute('aria-describedby', id)
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key === 'F1') {
        event.preventDefault()
        void navigate(addressOf(open.explanation))
      }
      setOpen(null)
    }
    // A field keeps its keys to itself.
    window.addEventListener('keydown', onKeyDown, true)
    return () => {
      control?.removeAttribute('aria-describedby')
      window.removeEventListener('keydown', onKeyDown, true)
    }
  }, [open, id, navigate])
  if (!open) return null
  return (
    <div id={id} role="tooltip" className="field-help" style={{ top: open.top, left: open.left, width: WIDTH }}>
      {open.explanation.says} <Link className="underlined" to={addressOf(open.explanation)}>Handbook</Link> <kbd className="muted">F1</kbd>
    </div>
  )
}

const addressOf = ({ see: [chapter, section] }: Explanation): string => `/handbook/${chapter}#${idOf(section)}`

/** Tells when a pointer or the focus has come to rest on a field that can be explained, and when it is gone. */
function useRests(tell: (open: Open | null) => void): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let resting: Element | null = null
    const rest = (field: Element | null, ms: number) => {
      if (field === resting) return
      clearTimeout(timer)
      resting = field
      const explanation = field ? explanationOf(nameOf(field)) : undefined
      if (!field || !explanation) return tell(null)
      timer = setTimeout(() => tell({ explanation, field, ...beside(field) }), ms)
    }
    const onPointer = ({ target }: Event) => {
      if (!(target instanceof Element) || target.closest('.field-help')) return
      const field = target.closest('.field')
      const isOnName = field !== null && target.closest('input, select, button') === null
      if (isOnName) rest(field, REST_MS.pointer)
      else if (!resting?.contains(document.activeElement)) rest(null, 0)
    }
    const onFocus = ({ target }: FocusEvent) => rest(target instanceof Element ? target.closest('.field') : null, REST_MS.focus)
    const onGone = () => rest(null, 0)
    document.addEventListener('pointerover', onPointer)
    document.addEventListener('focusin', onFocus)
    for (const gone of ['pointerdown', 'focusout', 'input', 'wheel'] as const) document.addEventListener(gone, onGone)
    return () => {
      clearTimeout(timer)
      document.removeEventListener('pointerover', onPointer)
      document.removeEventListener('focusin', onFocus)
      for (const gone of ['pointerdown', 'focusout', 'input', 'wheel'] as const) document.removeEventListener(gone, onGone)
    }
  }, [tell])
}

const nameOf = (field: Element): string => field.querySelector('label, :scope > span')?.textContent ?? ''

/** Beside a field, on the side where there is room for it. */
function beside(field: Element): { readonly top: number; readonly left: number } {
  const { top, left, right } = field.getBoundingClientRect()
  return { top: Math.min(top, window.innerHeight - 90), left: right + WIDTH + 16 < window.innerWidth ? right + 8 : Math.max(8, left - WIDTH - 24) }
}
