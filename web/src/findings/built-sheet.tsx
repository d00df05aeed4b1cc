import { useMemo, useState } from 'react'
import { Button } from '@mui/material'
import { Link } from 'react-router'
import { conformance, readBuildLog, type Conformance } from '@rheoscope/core/exchange'
import { addressOfHandover, addressOfPlace } from '../frame/addresses'
import { MAIN } from '../frame/use-focus-kept'
import { orProblem } from '../fields/said-values'
import { useFileChoice } from '../fields/use-file-choice'
import { useOfSession } from '../session/use-session'

interface Log {
  readonly name: string
  readonly text: string
}

/** What was built otherwise than it is designed, by logs of probes; each is compared with the design as it is now. */
export function BuiltSheet() {
  const { id, components: [first] } = useOfSession('document')
  const [logs, setLogs] = useState<readonly Log[]>([])
  const open = (files: readonly File[]) => {
    void Promise.all(files.map(async (file): Promise<Log> => ({ name: file.name, text: await file.text() }))).then((read) => setLogs((before) => [...before.filter(({ name }) => !read.some((each) => each.name === name)), ...read]))
  }
  const { chooseFile, fileField } = useFileChoice({ label: 'Build log', accept: '.json,application/json', multiple: true, onFiles: open })
  return (
    <main id={MAIN} tabIndex={-1} className="built-sheet" onDragOver={(event) => event.preventDefault()} onDrop={(event) => { event.preventDefault(); open([...event.dataTransfer.files]) }}>
      <div className="pane-head">
        <h2 className="caption">Built otherwise</h2>
        <Button onClick={chooseFile}>Open a build log…</Button>
      </div>
      {fileField}
      <p className="muted hint">
        <Link className="underlined" to={`${addressOfHandover(id, first ? { of: 'component', id: first.id } : { of: 'project' })}&form=probe`}>Hand over, Probe</Link> makes a script for the page in which a component was built. It writes down the states it comes into, what moves and how, and what its parts are like at rest. Open what it saves here, or drop it.
      </p>
      {logs.map((log) => <Compared key={log.name} log={log} onClose={() => setLogs(logs.filter((each) => each !== log))} />)}
    </main>
  )
}

function Compared({ log, onClose }: { readonly log: Log; readonly onClose: () => void }) {
  const project = useOfSession('document')
  const found = useMemo(() => orProblem(() => ({ value: conformance(project, readBuildLog(log.text)) })), [project, log])
  return (
    <section aria-label={log.name} className="built-log">
      <div className="pane-head">
        <h3 className="caption">{log.name}</h3>
        <button className="plain muted" aria-label={`Close ${log.name}`} onClick={onClose}>×</button>
      </div>
      {'value' in found ? <Deviations found={found.value} /> : <p role="alert">{found.problem}</p>}
    </section>
  )
}

function Deviations({ found: { component, deviations, compared, unseen } }: { readonly found: Conformance }) {
  const project = useOfSession('document')
  const of = project.components.find(({ name }) => name === component)
  return (
    <>
      <p role="status">
        {of ? <Link className="underlined" to={addressOfPlace(project.id, { kind: 'component', id: of.id })}>{component}</Link> : component}: {deviations.length === 0 ? 'built as designed' : `${deviations.length} built otherwise`}, of {compared.looks.toLocaleString('en')} values at rest and {compared.motions.toLocaleString('en')} motions.
      </p>
      <ul className="deviations">{deviations.map(({ kind, sentence }) => <li key={sentence}><span className="deviation-kind">{kind}</span> {sentence}</li>)}</ul>
      {unseen.length > 0 && <p className="muted">Not in the log: {unseen.join('; ')}.</p>}
    </>
  )
}
