import type { DragEvent, ReactNode } from 'react'
import { addPart, batch, certain, LIMITS, rootOf, withFreeNames, type Part } from '@rheoscope/core/document'
import type { BroughtIn } from '@rheoscope/core/exchange'
import { useFileChoice } from '../../fields/use-file-choice'
import { useImport } from '../../imports/use-import'
import { useStillBench } from '../page/use-bench'

/** Brings SVG files in as parts, and says what of them could not come in. */
export function useSvgIn(): { readonly chooseFile: () => void; readonly onDrop: (event: DragEvent) => void; readonly elements: ReactNode } {
  const { component, parts, select, make } = useStillBench()
  const { bringIn, report, elements: progress } = useImport()
  const put = (name: string, { parts: [picture, ...inside], leftOut }: BroughtIn) => {
    const many = component.parts.length + inside.length + 1
    if (many > LIMITS.parts) {
      report({ title: `“${name}” could not be brought in`, lines: [`${component.name} would have ${many.toLocaleString('en')} parts; a component may have up to ${LIMITS.parts.toLocaleString('en')}.`] })
      return
    }
    const holder = parts[0]?.kind === 'container' ? parts[0] : rootOf(component)
    const placed: Part = { ...certain(picture), parent: holder.id }
    make(batch(...withFreeNames([placed, ...inside], component.parts).map((part) => addPart(component.id, part))), `bring in ${name}`)
    select({ do: 'select parts', parts: [placed.id] })
    if (leftOut.length > 0) report({ title: `Not imported from “${name}”`, lines: leftOut })
  }
  const read = (file: File) => {
    const name = file.name.replace(/\.svg$/i, '')
    bringIn({ as: 'parts', file, name }, (answer) => 'parts' in answer && put(name, answer.parts))
  }
  const { chooseFile, fileField } = useFileChoice({ label: 'SVG file', accept: '.svg,image/svg+xml', onFiles: ([file]) => read(file) })
  const onDrop = (event: DragEvent) => {
    const [file] = event.dataTransfer.files
    if (!file || !/svg/.test(file.type)) return
    event.preventDefault()
    read(file)
  }
  const elements = (
    <>
      {fileField}
      {progress}
    </>
  )
  return { chooseFile, onDrop, elements }
}
