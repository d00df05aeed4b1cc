import { StateEffect, StateField } from '@codemirror/state'
import { Decoration, EditorView, type DecorationSet } from '@codemirror/view'
import type { Component, Project } from '@rheoscope/core/document'

/** What the text is about, and what of it is selected beside it. */
export interface AboutText {
  readonly project: Project
  readonly component: Component
  /** What stands before it where it is only a part of a text. */
  readonly before: string
  /** From 1. */
  readonly marked: readonly number[]
}

/** Tells the editor what is beside it now. */
export const shownText = StateEffect.define<AboutText>()

/** What is beside the editor. */
export const aboutText = StateField.define<AboutText>({
  create: () => { throw new Error('An editor begins with what it is about.') },
  update: (about, { effects }) => effects.reduce((now, effect) => (effect.is(shownText) ? effect.value : now), about),
})

const MARKED = Decoration.line({ class: 'text-marked' })

/** The lines of what is selected beside the text. */
export const markedLines = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(lines, transaction) {
    const shown = transaction.effects.find((effect) => effect.is(shownText))
    if (!shown) return lines.map(transaction.changes)
    const { doc } = transaction.state
    return Decoration.set(shown.value.marked.filter((line) => line <= doc.lines).map((line) => MARKED.range(doc.line(line).from)))
  },
  provide: (field) => EditorView.decorations.from(field),
})
