import { useEffect } from 'react'
import { batch, clipOf, removeRule, removeStates, ruleClipOf, stateClipOf, topmost, triggerRow, type Rule } from '@rheoscope/core/document'
import { isTurnedOff } from '../../frame/letter-keys'
import { isTyping, keepsChords } from '../../theme/typing'
import { linesOfRows } from '../text/rows-of-text'
import { commandOf, pasteText, removeSelected, type Command } from './commands'
import { useStillBench, type Bench } from './use-bench'

/** The keys of some commands, and, unless it is left alone, the clipboard for parts, rules and states, wherever the focus is. */
export function useBenchKeys(commands: readonly Command[], openPalette: () => void, hasClipboard = true): void {
  const bench = useStillBench()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const isPalette = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k'
      const command = commandOf(event, bench, commands)
      if (!isPalette && (!command || isTurnedOff(event) || (isTyping(event.target) && !worksInFields(event, command)))) return
      event.preventDefault()
      if (isPalette) openPalette()
      else command?.run(bench)
    }
    const onCopy = (event: ClipboardEvent) => {
      if (isTyping(event.target)) return
      const copied = copiedInTable(bench, event.target)
      if (copied) {
        event.clipboardData?.setData('text/plain', JSON.stringify(copied.clip))
        event.preventDefault()
        if (event.type === 'cut') bench.make(copied.removal(), copied.label)
        return
      }
      if (topmost(bench.component, bench.view.parts).length === 0) return
      event.clipboardData?.setData('text/plain', JSON.stringify(clipOf(bench.component, bench.view.parts)))
      event.preventDefault()
      if (event.type === 'cut') removeSelected(bench)
    }
    const onPaste = (event: ClipboardEvent) => {
      const text = event.clipboardData?.getData('text/plain') ?? ''
      if (isTyping(event.target)) return
      const lines = linesOfRows(text, bench.axis.name)
      if (lines !== null) bench.select({ do: 'write a line', line: lines })
      if (lines !== null || pasteText(bench, text)) event.preventDefault()
    }
    window.addEventListener('keydown', onKeyDown)
    if (hasClipboard) {
      for (const type of ['copy', 'cut'] as const) document.addEventListener(type, onCopy)
      document.addEventListener('paste', onPaste)
    }
    return () => {
      window.removeEventListener('keydown', onKeyDown)
      for (const type of ['copy', 'cut'] as const) document.removeEventListener(type, onCopy)
      document.removeEventListener('paste', onPaste)
    }
  }, [bench, commands, openPalette, hasClipboard])
}

/** A field keeps its own keys, and all of them while something is typed into it; other chords are the bench's. */
const worksInFields = (event: KeyboardEvent, { key }: Command): boolean =>
  key !== null && key.startsWith('Ctrl') && key !== 'Ctrl a' && !keepsChords(event.target)

/** What is copied where the focus is in the trigger table: at the head of a column the selected states, in a cell the rules of its row; and what takes it out. */
function copiedInTable(bench: Bench, target: EventTarget | null) {
  const { session, component, axis, editedStates } = bench
  const isIn = (role: string) => target instanceof HTMLElement && target.closest(`[role="${role}"]`) !== null
  if (isIn('columnheader')) {
    const ids = editedStates.map(({ id }) => id)
    return { clip: stateClipOf(component, axis.id, ids), removal: () => removeStates(session.getState().document, component.id, axis.id, ids), label: 'cut states' }
  }
  const row = isIn('gridcell') ? rulesOfRow(bench) : []
  return row.length === 0 ? null : { clip: ruleClipOf(component, row), removal: () => batch(...row.map(({ id }) => removeRule(component.id, id))), label: 'cut rules' }
}

/** The rules of the row of the selected cell. */
const rulesOfRow = ({ component, axis, view }: Bench): readonly Rule[] =>
  component.rules.filter((rule) => rule.axis === axis.id && triggerRow(rule.trigger, rule.part) === view.row)
