import type { DragEvent, ReactNode } from 'react'
import { addComponent } from '@rheoscope/core/document'
import { useFileChoice } from '../fields/use-file-choice'
import { useImport } from '../imports/use-import'
import { useEditing } from '../session/use-editing'

/** Brings state charts in as components, and says what of them could not come in. */
export function useChartIn(): { readonly chooseFile: () => void; readonly onDrop: (event: DragEvent) => void; readonly elements: ReactNode } {
  const { project, make } = useEditing()
  const { bringIn, report, elements: progress } = useImport()
  const read = (file: File) => {
    bringIn({ as: 'component', file, name: file.name, project }, (answer) => {
      if (!('component' in answer)) return
      const { component, leftOut } = answer.component
      make(addComponent(component), `bring in ${component.name}`)
      if (leftOut.length > 0) report({ title: `“${component.name}” is here; not imported from “${file.name}”`, lines: leftOut })
    })
  }
  const { chooseFile, fileField } = useFileChoice({ label: 'SCXML file', accept: '.scxml,application/scxml+xml', onFiles: ([file]) => read(file) })
  const onDrop = (event: DragEvent) => {
    const [file] = event.dataTransfer.files
    if (!file || !/\.scxml$/i.test(file.name)) return
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
