import { useEffect, useId, useRef, useState, type FocusEvent, type KeyboardEvent, type RefObject } from 'react'
import { CompletingInput } from './completing-input'
import './fields.css'

/** Why something cannot be taken, in a sentence; null when it was. */
export type Refusal = string | null

interface CommitFieldProps {
  readonly label: string
  readonly value: string
  /** Takes what was typed; returns a sentence when it cannot be taken, and null when it was. What has to be looked up first is promised. */
  readonly onCommit: (text: string) => Refusal | Promise<Refusal>
  /** Makes another text of the present one for the up and down keys; absent where that means nothing. */
  readonly onStep?: (text: string, steps: number) => string
  readonly isMono?: boolean
  readonly hidesLabel?: boolean
  readonly placeholder?: string
  readonly list?: string
  /** The names an expression typed here can use; with `=` before it, unless the field holds nothing but expressions. */
  readonly names?: readonly string[]
  readonly isAllExpression?: boolean
  /** What is typed is no value but something to be done: when it is, the field shows its value again. */
  readonly isOrder?: boolean
  /** Has the focus as soon as it is there. */
  readonly isFocused?: boolean
}

/** A one-line field that commits on Enter or when it is left, goes back on Escape, completes names while an expression is typed, and says beside itself what is wrong. */
export function CommitField({ label, value, onCommit, onStep, isMono = false, hidesLabel = false, placeholder, list, names = [], isAllExpression = false, isOrder = false, isFocused = false }: CommitFieldProps) {
  const id = useId()
  const input = useRef<HTMLInputElement>(null)
  const { text, problem, isTyped, setText, type, commit, revert } = useTyping(value, isOrder, onCommit)
  const leave = () => isTyped() && commit(text)
  usePressElsewhere(input, leave)
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') {
      // The focus may go to a button by this, which the key is not meant for.
      event.preventDefault()
      commit(text)
    } else if (event.key === 'Escape') {
      // The second time it leaves the field, so that the keys of the page are to be had again.
      if (text === value) event.currentTarget.blur()
      revert()
    } else if (onStep && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault()
      const stepped = onStep(text, (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1))
      setText(stepped)
      commit(stepped)
    }
    // Chords are the bench's as long as nothing is being typed here, and so is Escape when there is nothing to go back on.
    const isOthers = event.ctrlKey || event.metaKey || (event.key === 'Escape' && text === value)
    if (!isOthers) event.stopPropagation()
  }
  const attributes = {
    id, autoFocus: isFocused, className: isMono ? 'mono' : undefined, placeholder, 'data-typing': text === value ? undefined : '', 'aria-invalid': problem !== null,
    'aria-describedby': problem ? `${id}-problem` : undefined, onBlur: leave, onFocus: (event: FocusEvent<HTMLInputElement>) => event.target.select(),
  }
  return (
    <span className="field">
      <label htmlFor={id} className={hidesLabel ? 'visually-hidden' : undefined}>{label}</label>
      {names.length > 0
        ? <CompletingInput {...attributes} inputRef={input} label={label} value={text} names={names} isAllExpression={isAllExpression} onType={type} onKeyDown={onKeyDown} />
        : <input {...attributes} ref={input} value={text} list={list} spellCheck={false} autoComplete="off" onChange={(event) => type(event.target.value)} onKeyDown={onKeyDown} />}
      {problem && <span id={`${id}-problem`} className="field-problem" role="alert">{problem}</span>}
    </span>
  )
}

/** What is typed, until it is taken or gone back on, and why it could not be taken. */
function useTyping(value: string, isOrder: boolean, onCommit: CommitFieldProps['onCommit']) {
  const [text, setText] = useState(value)
  const [problem, setProblem] = useState<string | null>(null)
  const committed = useRef(value)
  const isTyped = useRef(false)
  useEffect(() => {
    committed.current = value
    isTyped.current = false
    setText(value)
    setProblem(null)
  }, [value])
  const settle = (typed: string, refused: Refusal) => {
    setProblem(refused)
    if (refused !== null) return
    if (isOrder) setText(value)
    else committed.current = typed
  }
  const commit = (typed: string) => {
    isTyped.current = false
    const answer = typed === committed.current ? null : onCommit(typed)
    if (answer instanceof Promise) void answer.then((refused) => settle(typed, refused))
    else settle(typed, answer)
  }
  const type = (typed: string) => {
    isTyped.current = true
    setText(typed)
  }
  const revert = () => {
    isTyped.current = false
    setText(value)
    setProblem(null)
  }
  return { text, problem, isTyped: () => isTyped.current, setText, type, commit, revert }
}

/**
 * Calls back when something else is pressed while the field has the focus, before that does anything: what is typed
 * belongs to what is selected now, not to what the press selects.
 */
function usePressElsewhere(input: RefObject<HTMLInputElement | null>, onPress: () => void): void {
  const latest = useRef(onPress)
  useEffect(() => {
    latest.current = onPress
  })
  useEffect(() => {
    const onPointerDown = ({ target }: PointerEvent) => {
      const field = input.current
      if (field && field === document.activeElement && !(target instanceof Node && field.parentElement?.contains(target))) latest.current()
    }
    document.addEventListener('pointerdown', onPointerDown, true)
    return () => document.removeEventListener('pointerdown', onPointerDown, true)
  }, [input])
}
