import { acceptCompletion, autocompletion, completionKeymap, completionStatus, moveCompletionSelection, selectedCompletion, type Completion as Offered, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete'
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands'
import { setDiagnostics, type Diagnostic } from '@codemirror/lint'
import { EditorState, Text, Transaction } from '@codemirror/state'
import { drawSelection, EditorView, keymap } from '@codemirror/view'
import { useEffect, useRef, type RefObject } from 'react'
import { certain } from '@rheoscope/core/document'
import { completionsAt, type Completion } from '@rheoscope/core/written'
import { styleNonce } from '../../theme/style-nonce'
import { changesBetween } from './followed'
import { hangingLines } from './hanging-lines'
import { aboutText, markedLines, shownText, type AboutText } from './shown-text'
import { curve, outline, swatch, valuePictures } from './value-pictures'
import { writtenLanguage } from './written-language'

interface TextEditorProps {
  readonly label: string
  readonly text: string
  readonly about: AboutText
  readonly problems: readonly Diagnostic[]
  readonly editor: RefObject<EditorView | null>
  readonly onType: (text: string) => void
  readonly onBlur?: () => void
  /** Somebody has gone to another line. */
  readonly onLine?: (line: number) => void
  /** Enter does this, and Shift and Enter begin a line; otherwise Enter does. */
  readonly onEnter?: () => void
  readonly onEscape?: () => void
}

/** A text in the written form, to be written in: coloured, completed, with what cannot be read underlined and what is selected beside it marked. */
export function TextEditor({ label, text, about, problems, editor, ...told }: TextEditorProps) {
  const holder = useRef<HTMLDivElement>(null)
  const handlers = useRef(told)
  const first = useRef({ text, about, label })
  useEffect(() => {
    handlers.current = told
  })

  useEffect(() => {
    const view = new EditorView({ parent: certain(holder.current), state: editorState(first.current, handlers) })
    editor.current = view
    view.focus()
    return () => {
      editor.current = null
      view.destroy()
    }
  }, [editor])

  useEffect(() => {
    const view = editor.current
    if (!view) return
    const now = view.state.doc.toString()
    if (now !== text) view.dispatch({ changes: changesBetween(now, text), annotations: [Transaction.remote.of(true), Transaction.addToHistory.of(false)] })
    view.dispatch({ effects: shownText.of(about) }, setDiagnostics(view.state, problems.filter(({ to }) => to <= view.state.doc.length)))
    const [line] = about.marked
    if (!view.hasFocus && line !== undefined && line <= view.state.doc.lines) view.dispatch({ effects: EditorView.scrollIntoView(view.state.doc.line(line).from, { y: 'nearest', yMargin: 40 }) })
  }, [editor, text, about, problems])

  return <div ref={holder} className="written-text mono" />
}

type Handlers = RefObject<Pick<TextEditorProps, 'onType' | 'onBlur' | 'onLine' | 'onEnter' | 'onEscape'>>

function editorState({ text, about, label }: Pick<TextEditorProps, 'text' | 'about' | 'label'>, handlers: Handlers): EditorState {
  const [marked = 1] = about.marked
  const doc = Text.of(text.split('\n'))
  const line = doc.line(marked)
  return EditorState.create({
    doc,
    selection: { anchor: line.to - line.text.trimStart().length },
    extensions: [
      aboutText.init(() => about), markedLines, writtenLanguage, valuePictures,
      history(), drawSelection(), EditorView.lineWrapping, hangingLines, EditorState.tabSize.of(2),
      autocompletion({ override: [offered], icons: false, selectOnOpen: false, interactionDelay: 0, addToOptions: [{ render: picture, position: 20 }] }),
      keymap.of([{ key: 'Tab', run: take }, ...completionKeymap, { key: 'Escape', run: (view) => leave(view, handlers) }, { key: 'Enter', run: () => { handlers.current.onEnter?.(); return handlers.current.onEnter !== undefined } }, ...historyKeymap, ...defaultKeymap]),
      EditorView.contentAttributes.of({ 'aria-label': label, 'data-typing': '', tabindex: '0', spellcheck: 'false', autocapitalize: 'off' }),
      EditorView.cspNonce.of(styleNonce()),
      EditorView.updateListener.of((update) => {
        const isOwn = !update.transactions.some((each) => each.annotation(Transaction.remote) === true)
        if (update.docChanged && isOwn) handlers.current.onType(update.state.doc.toString())
        if (update.selectionSet && isOwn && update.view.hasFocus) handlers.current.onLine?.(update.state.doc.lineAt(update.state.selection.main.head).number)
        if (update.focusChanged && !update.view.hasFocus) handlers.current.onBlur?.()
      }),
    ],
  })
}

/** Takes the word that is gone to, or the first of those that are offered; where none is, the key leads on to what comes behind the text. */
function take(view: EditorView): boolean {
  if (completionStatus(view.state) !== 'active') return false
  if (!selectedCompletion(view.state)) moveCompletionSelection(true)(view)
  return acceptCompletion(view)
}

/** Gives the focus to what stands before the text: the keys of a text hold whoever goes by keyboard. */
function leave(view: EditorView, { current: { onEscape } }: Handlers): boolean {
  if (onEscape) onEscape()
  else view.dom.closest('.written')?.querySelector('button')?.focus()
  return true
}

interface OfferedWord extends Offered {
  readonly of: Completion
}

function offered({ state, pos, explicit }: CompletionContext): CompletionResult | null {
  const { project, component, before } = state.field(aboutText)
  const { from: place, options } = completionsAt(project, component, before + state.doc.toString(), before.length + pos)
  const from = place - before.length
  if (!explicit && from === pos && !/(?:->|:| on) $/.test(state.sliceDoc(state.doc.lineAt(pos).from, pos))) return null
  const words = options.map((of): OfferedWord => ({ label: of.text, of, ...(of.detail === undefined ? {} : { detail: of.detail }) }))
  return words.length === 0 ? null : { from, options: words, filter: true }
}

const hasWord = (option: Offered): option is OfferedWord => 'of' in option

/** The colour, curve or icon that a word stands for. */
function picture(option: Offered, state: EditorState): Node | null {
  if (!hasWord(option)) return null
  const { is, text, detail } = option.of
  switch (is) {
    case 'colour':
      return swatch(detail ?? text)
    case 'easing':
      return curve(detail ?? text)
    case 'icon':
      return outline(state.field(aboutText).project.icons.find(({ id }) => id === text)?.d ?? '')
    default:
      return null
  }
}
