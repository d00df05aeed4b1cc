import { useEffect, useRef, useState, type ReactNode } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { OpenWorker } from '../workers/open-worker'
import type { ImportAnswer, ImportRequest } from './messages'

interface Report {
  readonly title: string
  readonly lines: readonly string[]
}

interface Import {
  /** Reads a file beside the page and hands on what it came to, unless it is stopped or cannot be read. */
  readonly bringIn: (request: ImportRequest, take: (answer: Exclude<ImportAnswer, { problem: string }>) => void) => void
  readonly report: (report: Report) => void
  /** How far it is, and what there is to say of it. */
  readonly elements: ReactNode
}

/** Bringing files in: in a worker, so that the page goes on whatever is in them, and can be told to stop. */
export function useImport(): Import {
  const [reading, setReading] = useState<string | null>(null)
  const [report, setReport] = useState<Report | null>(null)
  const worker = useRef<OpenWorker<ImportRequest, ImportAnswer> | null>(null)
  const stop = () => {
    worker.current?.close()
    worker.current = null
    setReading(null)
  }
  useEffect(() => () => worker.current?.close(), [])
  const bringIn: Import['bringIn'] = (request, take) => {
    stop()
    const { name } = request.file
    const fail = (sentence: string) => setReport({ title: `“${name}” could not be brought in`, lines: [sentence] })
    setReading(name)
    worker.current = new OpenWorker<ImportRequest, ImportAnswer>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), `Reading “${name}”`, {
      hear: (answer) => {
        stop()
        if ('problem' in answer) fail(answer.problem)
        else take(answer)
      },
      fail: ({ sentence }) => {
        stop()
        fail(sentence)
      },
    })
    worker.current.send(request)
  }
  const elements = (
    <>
      {reading !== null && (
        <p className="import-progress" role="status">
          <progress aria-label={`Reading ${reading}`} /> Reading “{reading}”… <button className="plain underlined" onClick={stop}>Stop</button>
        </p>
      )}
      <Dialog open={report !== null} onClose={() => setReport(null)} aria-labelledby="svg-report">
        <DialogTitle id="svg-report">{report?.title}</DialogTitle>
        <DialogContent><ul className="svg-report">{report?.lines.map((line) => <li key={line}>{line}</li>)}</ul></DialogContent>
        <DialogActions><Button onClick={() => setReport(null)}>Close</Button></DialogActions>
      </Dialog>
    </>
  )
  return { bringIn, report: setReport, elements }
}
