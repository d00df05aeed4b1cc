import { useRef, useState, type DragEvent, type ReactNode } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { addPart, batch, freeName, namesOf, type Part } from '@rheoscope/core/document'
import { svgIn } from '@rheoscope/core/exchange'
import { newId } from '../session/new-id'
import { useStillBench } from './use-bench'

interface Report {
  readonly title: string
  readonly lines: readonly string[]
}

/** Brings SVG files in as parts, and says what of them could not come in. */
export function useSvgIn(): { readonly chooseFile: () => void; readonly onDrop: (event: DragEvent) => void; readonly elements: ReactNode } {
  const { component, parts, select, make } = useStillBench()
  const input = useRef<HTMLInputElement>(null)
  const [report, setReport] = useState<Report | null>(null)
  const bringIn = (text: string, name: string) => {
    try {
      const { parts: [picture, ...inside], leftOut } = svgIn(text, freeName(name, namesOf(component.parts)), newId)
      const holder = parts[0]?.kind === 'container' ? parts[0] : component.parts[0]!
      const placed: Part = { ...picture!, parent: holder.id }
      make(batch(...[placed, ...inside].map((part) => addPart(component.id, part))), `bring in ${name}`)
      select({ do: 'select parts', parts: [placed.id] })
      if (leftOut.length > 0) setReport({ title: `What of “${name}” could not come in`, lines: leftOut })
    } catch (error) {
      setReport({ title: `“${name}” could not be brought in`, lines: [(error as Error).message] })
    }
  }
  const read = async (file: File | undefined) => file && bringIn(await file.text(), file.name.replace(/\.svg$/i, ''))
  const onDrop = (event: DragEvent) => {
    event.preventDefault()
    const [file] = event.dataTransfer.files
    if (file && /svg/.test(file.type)) void read(file)
  }
  const elements = (
    <>
      <input ref={input} type="file" hidden aria-label="SVG file" accept=".svg,image/svg+xml" onChange={(event) => { void read(event.target.files?.[0]); event.target.value = '' }} />
      <Dialog open={report !== null} onClose={() => setReport(null)} aria-labelledby="svg-report">
        <DialogTitle id="svg-report">{report?.title}</DialogTitle>
        <DialogContent><ul className="svg-report">{report?.lines.map((line) => <li key={line}>{line}</li>)}</ul></DialogContent>
        <DialogActions><Button onClick={() => setReport(null)}>Close</Button></DialogActions>
      </Dialog>
    </>
  )
  return { chooseFile: () => input.current!.click(), onDrop, elements }
}
