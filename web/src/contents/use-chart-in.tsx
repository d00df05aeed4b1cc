import { useRef, type DragEvent, type ReactNode } from 'react'
import { addComponent } from '@rheoscope/core/document'
import { useImport } from '../imports/use-import'
import { useEditing } from '../session/use-editing'

/** Brings state charts in as components, and says what of them could not come in. */
export function useChartIn(): { readonly chooseFile: () => void; readonly onDrop: (event: DragEvent) => void; readonly elements: ReactNode } {
  const { project, make } = useEditing()
  const input = useRef<HTMLInputElement>(null)
  const { bringIn, report, elements: progress } = useImport()
  const read = (file: File | undefined) => {
    if (!file) return
    bringIn({ as: 'component', file, name: file.name, project }, (answer) => {
      if (!('component' in answer)) return
      const { component, leftOut } = answer.component
      make(addComponent(component), `bring in ${component.name}`)
      if (leftOut.length > 0) report({ title: `“${component.name}” is here; not imported from “${file.name}”`, lines: leftOut })
    })
  }
  const onDrop = (event: DragEvent) => {
    const [file] = event.dataTransfer.files
    if (!file || !/\.scxml$/i.test(file.name)) return
    event.preventDefault()
    read(file)
  }
  const elements = (
    <>
      <input ref={input} type="file" hidden aria-label="SCXML file" accept=".scxml,application/scxml+xml" onChange={(event) => { read(event.target.files?.[0]); event.target.value = '' }} />
      {progress}
    </>
  )
  return { chooseFile: () => input.current?.click(), onDrop, elements }
}
