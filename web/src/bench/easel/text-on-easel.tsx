import { useState } from 'react'
import { inProject, setAt, type Id, type Part } from '@rheoscope/core/document'
import { FONT_FAMILIES, itemOf, matrixTo, transformed, type DrawList, type Frame } from '@rheoscope/core/scene'
import { useBench } from '../page/use-bench'

const ALIGNMENTS = ['start', 'center', 'end'] as const

/** Edits the words of a text in place. Enter or leaving the field takes them, Shift Enter begins a line, Escape leaves them as they were. */
export function TextOnEasel({ part, list, view, zoom, onDone }: {
  readonly part: Part
  readonly list: DrawList
  readonly view: Frame
  readonly zoom: number
  readonly onDone: () => void
}) {
  const { component, make, propertyEdit } = useBench()
  const item = itemOf(list, '', part.id)
  const matrix = matrixTo(list, '', part.id)
  const [words, setWords] = useState(String(item?.values.text ?? ''))
  if (!item || !matrix) return null
  const { values } = item
  const at = transformed(matrix, { x: 0, y: 0 })
  const take = () => {
    onDone()
    if (words !== values.text) make(wordsEdit(component, part, words) ?? propertyEdit([{ part: part.id, property: 'text', value: words }]), `write ${part.name}`)
  }
  return (
    <textarea
      className="text-on-easel" aria-label={`Words of ${part.name}`} autoFocus value={words} spellCheck={false} onFocus={(event) => event.target.select()}
      style={{
        left: (at.x - view.x) * zoom, top: (at.y - view.y) * zoom, width: Math.max(60, (values.width + 8) * zoom), height: Math.max(20, values.height * zoom),
        fontFamily: FONT_FAMILIES[values.fontFamily], fontWeight: values.fontWeight, fontSize: values.fontSize * zoom,
        lineHeight: String(values.lineHeight), textAlign: ALIGNMENTS.find((each) => each === values.textAlign) ?? 'start', letterSpacing: values.letterSpacing * zoom,
      }}
      onChange={(event) => setWords(event.target.value)} onBlur={take}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Escape') onDone()
        else if (event.key === 'Enter' && !event.shiftKey) take()
      }}
    />
  )
}

/** When the words are nothing but a parameter's, writing them sets what that parameter is at first. */
function wordsEdit(component: { readonly id: Id; readonly parameters: readonly { readonly id: Id; readonly name: string; readonly type: string }[] }, part: Part, words: string) {
  const said = part.base.text
  const name = typeof said === 'object' && said !== null && 'expr' in said ? said.expr.trim() : null
  const parameter = component.parameters.find((each) => each.name === name && each.type === 'text')
  return parameter ? setAt(inProject('components', component.id, 'parameters', parameter.id, 'initial'), words) : null
}
