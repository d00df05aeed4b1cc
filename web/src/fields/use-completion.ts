import { itemAt } from '@rheoscope/core/document'
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type RefObject } from 'react'
import { completed, completionFor, type Completion } from './completion'

const NOTHING: Completion = { from: 0, options: [] }

/** The names that complete what is being typed into a field, and how one of them is taken. */
export interface Completing {
  readonly options: readonly string[]
  /** Which of them Tab takes. */
  readonly choice: number
  readonly typed: (text: string, caret: number) => void
  readonly accept: (option: string) => void
  readonly close: () => void
  /** Says whether the key was for the list. */
  readonly takesKey: (event: KeyboardEvent) => boolean
}

export function useCompletion(input: RefObject<HTMLInputElement | null>, text: string, setText: (text: string) => void, names: readonly string[], isAllExpression: boolean): Completing {
  const [completion, setCompletion] = useState(NOTHING)
  const [choice, setChoice] = useState(0)
  const caret = useRef<number | null>(null)
  useLayoutEffect(() => {
    if (caret.current !== null) input.current?.setSelectionRange(caret.current, caret.current)
    caret.current = null
  }, [input, text])
  const { options } = completion
  const close = () => setCompletion(NOTHING)
  const accept = (option: string) => {
    const next = completed(text, input.current?.selectionStart ?? text.length, completion, option)
    caret.current = next.caret
    setText(next.text)
    close()
  }
  return {
    options, choice, accept, close,
    typed: (now, at) => {
      setText(now)
      setChoice(0)
      setCompletion(names.length > 0 && (isAllExpression || now.trimStart().startsWith('=')) ? completionFor(now, at, names) : NOTHING)
    },
    takesKey: ({ key }) => {
      if (options.length === 0) return false
      if (key === 'ArrowDown' || key === 'ArrowUp') setChoice((choice + (key === 'ArrowDown' ? 1 : options.length - 1)) % options.length)
      else if (key === 'Tab') accept(itemAt(options, choice))
      else if (key === 'Escape') close()
      else return false
      return true
    },
  }
}
