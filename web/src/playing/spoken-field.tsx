import { useEffect, useRef, useState, type ChangeEvent, type CSSProperties, type KeyboardEvent, type RefObject } from 'react'
import { drawList, heldIn, type Described, type Run } from '@rheoscope/core/run'
import { FONT_FAMILIES, itemOf, type DrawItem } from '@rheoscope/core/scene'
import { pointIn } from '../paint/point-in'
import { focusPart } from './focus-part'
import type { Player } from './player'
import { tidyPoint } from './tidy-point'
import { treeOf } from './tree-of'

interface SpokenFieldProps {
  readonly of: Described
  readonly id: string
  readonly says: string
  /** Null for what can only be heard. */
  readonly player: Player | null
  readonly run: Run
  readonly picture: RefObject<SVGSVGElement | null>
  readonly onKeyDown: (event: KeyboardEvent) => void
}

/** What the keyboard of a touch device and the page may know of a kind of field (HTML, § 6.8.7 and § 4.10.18.7). */
const HINTS: Readonly<Record<string, { readonly type: 'text' | 'search' | 'password'; readonly inputMode: 'text' | 'search' | 'decimal' | 'email' | 'tel'; readonly autoComplete: string }>> = {
  text: { type: 'text', inputMode: 'text', autoComplete: 'off' },
  search: { type: 'search', inputMode: 'search', autoComplete: 'off' },
  number: { type: 'text', inputMode: 'decimal', autoComplete: 'off' },
  password: { type: 'password', inputMode: 'text', autoComplete: 'current-password' },
  email: { type: 'text', inputMode: 'email', autoComplete: 'email' },
  telephone: { type: 'text', inputMode: 'tel', autoComplete: 'tel' },
}

/**
 * A field as the page has it: a native one, laid over where it is drawn, that shows its caret and what is selected in it while
 * the drawing shows the text, unless they differ: while a text is composed, waits to be written, or is longer than its room. Input methods, copy and paste are the browser's; a composition is written once it is done.
 */
export function SpokenField({ of, id, says, player, run, picture, onKeyDown }: SpokenFieldProps) {
  const { instance, part, name, holds, hasFocus } = of
  const element = useRef<HTMLInputElement & HTMLTextAreaElement>(null)
  const [isComposing, setComposing] = useState(false)
  const item = itemOf(drawList(run), instance, part)
  useEffect(() => {
    // What is told is a little late: the field has what the run holds by now, which may be what was written since.
    const now = heldIn(player?.current ?? run, { instance, part }) ?? ''
    if (element.current && !isComposing && element.current.value !== now) element.current.value = now
  }, [holds, isComposing, player, run, instance, part])
  useEffect(() => {
    if (!hasFocus && treeOf(element.current)?.activeElement === element.current) picture.current?.focus({ preventScroll: true })
  }, [hasFocus, picture])
  const shown = item?.values.text
  const isOwn = isComposing || isScrolled(element.current) || (holds !== '' && shown !== holds && item?.values.fieldKind !== 'password')
  useEffect(() => {
    const drawn = picture.current?.querySelector<SVGElement>(`[data-part="${CSS.escape(says)}"]`)
    if (drawn) drawn.style.visibility = isOwn && hasFocus ? 'hidden' : ''
  })
  if (!item) return null
  const { readOnly, disabled, longest, fieldKind, lines, fill } = item.values
  const write = ({ value, selectionStart, selectionEnd }: HTMLInputElement | HTMLTextAreaElement) =>
    player?.send({ do: 'type', instance, part, text: value, selection: [selectionStart ?? value.length, selectionEnd ?? value.length] })
  const point = (what: 'move' | 'press' | 'release') => (event: { readonly clientX: number; readonly clientY: number; readonly pointerType: string }) => {
    player?.send({ do: what, ...tidyPoint(pointIn(picture.current, event)), pointer: event.pointerType === 'touch' ? 'touch' : 'mouse' })
  }
  const attributes = {
    id, ref: element, 'data-says': says, className: 'spoken-field', tabIndex: -1, 'aria-label': name === '' ? undefined : name, defaultValue: holds ?? '',
    readOnly: readOnly || !player, disabled, maxLength: longest, spellCheck: false, placeholder: item.values.placeholder, style: { ...styleOf(item), ...(isOwn && typeof fill === 'string' ? { color: fill } : {}) },
    onChange: ({ target }: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => { if (!isComposing) write(target) },
    onCompositionStart: () => setComposing(true),
    onCompositionEnd: ({ currentTarget }: { readonly currentTarget: HTMLInputElement | HTMLTextAreaElement }) => { setComposing(false); write(currentTarget) },
    onFocus: () => { if (!hasFocus && player) focusPart(player, instance, part) },
    onKeyDown: (event: KeyboardEvent) => { if (!isComposing && !event.nativeEvent.isComposing) onKeyDown(event); event.stopPropagation() },
    onPointerMove: point('move'), onPointerDown: point('press'), onPointerUp: point('release'),
  }
  const { type, inputMode, autoComplete } = HINTS[fieldKind] ?? { type: 'text', inputMode: 'text', autoComplete: 'off' }
  return lines === 'several' ? <textarea {...attributes} inputMode={inputMode} autoComplete={autoComplete} /> : <input {...attributes} type={type} inputMode={inputMode} autoComplete={autoComplete} />
}

/** Whether more is written in a field than it has room for. */
const isScrolled = (field: HTMLElement | null): boolean => field !== null && field.scrollWidth > field.clientWidth

const ALIGNED: Readonly<Record<string, 'start' | 'center' | 'end'>> = { start: 'start', center: 'center', end: 'end' }

/** The text of a field as it is drawn, in px of the drawing. */
function styleOf({ values }: DrawItem): CSSProperties {
  const { fontFamily, fontSize, fontWeight, letterSpacing, lineHeight, textAlign, caretColour, selectionColour, lines, height } = values
  const line = fontSize * lineHeight
  const variables: Record<string, string> = { '--field-selection': selectionColour }
  return {
    ...variables, fontFamily: FONT_FAMILIES[fontFamily], fontSize, fontWeight: Number(fontWeight), letterSpacing, textAlign: ALIGNED[textAlign] ?? 'start',
    lineHeight: `${line}px`, caretColor: caretColour, height: lines === 'several' ? height : line, width: values.width,
  }
}
