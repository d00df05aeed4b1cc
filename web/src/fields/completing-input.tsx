import { useLayoutEffect, useRef, useState, type HTMLAttributes, type InputHTMLAttributes, type Key, type KeyboardEvent, type RefObject } from 'react'
import useAutocomplete from '@mui/material/useAutocomplete'
import { useForkRef } from '@mui/material/utils'
import { completed, completionFor, NO_COMPLETION } from './completion'

interface CompletingInputProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'onKeyDown' | 'value' | 'list'> {
  readonly inputRef: RefObject<HTMLInputElement | null>
  readonly label: string
  readonly value: string
  readonly names: readonly string[]
  /** Everything typed is an expression; otherwise what begins with `=` is. */
  readonly isAllExpression: boolean
  readonly onType: (text: string) => void
  readonly onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void
}

/** An input that completes the word before the caret while an expression is typed: Tab takes the first name, or the one the arrow keys have gone to. */
export function CompletingInput({ inputRef, label, value, names, isAllExpression, onType, onKeyDown, onBlur, ...rest }: CompletingInputProps) {
  const [completion, setCompletion] = useState(NO_COMPLETION)
  const caret = useRef<number | null>(null)
  useLayoutEffect(() => {
    if (caret.current !== null) inputRef.current?.setSelectionRange(caret.current, caret.current)
    caret.current = null
  }, [inputRef, value])
  const close = () => setCompletion(NO_COMPLETION)
  const take = (option: string) => {
    const next = completed(value, inputRef.current?.selectionStart ?? value.length, completion, option)
    caret.current = next.caret
    onType(next.text)
    close()
  }
  const highlighted = useRef<string | null>(null)
  const { options } = completion
  const { getRootProps, getInputProps, getListboxProps, getOptionProps } = useAutocomplete<string, false, false, true>({
    ...(rest.id === undefined ? {} : { id: rest.id }), options: [...options], open: options.length > 0, freeSolo: true, value: null, inputValue: value, clearOnBlur: false, handleHomeEndKeys: false,
    filterOptions: (all) => all,
    onHighlightChange: (_event, option) => void (highlighted.current = option),
    onChange: (_event, option, reason) => reason === 'selectOption' && option !== null && take(option),
    onClose: close,
  })
  const { ref, className: _class, ...autocomplete } = getInputProps()
  const both = useForkRef(ref, inputRef)
  const type = (text: string, at: number) => {
    highlighted.current = null
    onType(text)
    setCompletion(isAllExpression || text.trimStart().startsWith('=') ? completionFor(text, at, names) : NO_COMPLETION)
  }
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    const isForList = options.length > 0 && (['ArrowDown', 'ArrowUp', 'Escape'].includes(event.key) || (event.key === 'Enter' && highlighted.current !== null))
    if (options.length > 0 && event.key === 'Tab') {
      event.preventDefault()
      event.stopPropagation()
      take(highlighted.current ?? options[0] ?? '')
    } else if (isForList) {
      getRootProps().onKeyDown?.(event)
      event.stopPropagation()
    } else {
      if (event.key === 'Enter') close()
      onKeyDown(event)
    }
  }
  return (
    <>
      <input
        {...autocomplete} {...rest} value={value} spellCheck={false} autoComplete="off"
        ref={both}
        onBlur={(event) => {
          close()
          onBlur?.(event)
        }}
        onChange={(event) => type(event.target.value, event.target.selectionStart ?? event.target.value.length)} onKeyDown={press}
      />
      {options.length > 0 && <Names label={label} options={options} list={getListboxProps()} itemOf={(option, index) => getOptionProps({ option, index })} />}
    </>
  )
}

interface NamesProps {
  readonly label: string
  readonly options: readonly string[]
  readonly list: HTMLAttributes<HTMLUListElement>
  readonly itemOf: (option: string, index: number) => HTMLAttributes<HTMLLIElement> & { readonly key: Key }
}

/** The names that are offered. */
const Names = ({ label, options, list, itemOf }: NamesProps) => (
  <ul {...list} className="field-names" aria-label={`Names for ${label}`}>
    {options.map((option, index) => {
      const { key, ...item } = itemOf(option, index)
      return <li key={key} {...item}>{option}</li>
    })}
  </ul>
)
