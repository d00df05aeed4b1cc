import { RangeSetBuilder } from '@codemirror/state'
import { Decoration, ViewPlugin, type DecorationSet, type EditorView, type ViewUpdate } from '@codemirror/view'

/** As deep as lines stand inside one another; deeper ones go on below where the deepest do. */
const DEEPEST = 8

const HANGING = Array.from({ length: DEEPEST + 1 }, (_each, depth) => Decoration.line({ class: `text-in-${depth}` }))

function linesOf(view: EditorView): DecorationSet {
  const lines = new RangeSetBuilder<Decoration>()
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to; at = view.state.doc.lineAt(at).to + 1) {
      const { from: start, text } = view.state.doc.lineAt(at)
      const hanging = HANGING[Math.min(DEEPEST, Math.floor((text.length - text.trimStart().length) / 2))]
      if (hanging) lines.add(start, start, hanging)
    }
  }
  return lines.finish()
}

/** A line that is longer than the text is wide goes on further in than it begins. */
export const hangingLines = ViewPlugin.fromClass(class {
  decorations: DecorationSet

  constructor(view: EditorView) {
    this.decorations = linesOf(view)
  }

  update({ docChanged, viewportChanged, view }: ViewUpdate): void {
    if (docChanged || viewportChanged) this.decorations = linesOf(view)
  }
}, { decorations: ({ decorations }) => decorations })
