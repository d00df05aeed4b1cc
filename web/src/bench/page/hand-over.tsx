import { useMemo, useState } from 'react'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { firstOf, serialise } from '@rheoscope/core/document'
import { pictureFile, webAnimations } from '@rheoscope/core/exchange'
import { writtenComponent, writtenProject } from '@rheoscope/core/written'
import { saveFile } from '../../session/save-file'
import { stillLife } from '../../paint/look-picture'
import { runOfMotion } from '../lanes/scrubbed-motion'
import { useStillBench, type Bench } from './use-bench'

interface Format {
  readonly name: string
  readonly extension: string
  readonly type: string
  readonly text: (bench: Bench) => string
}

/** What can be handed over. Adding a format is adding an entry. */
const FORMATS: readonly Format[] = [
  { name: 'Project file', extension: 'rheo.json', type: 'application/json', text: ({ project }) => serialise(project) },
  { name: 'Component as text', extension: 'rheo', type: 'text/plain', text: ({ project, component }) => writtenComponent(project, component) },
  { name: 'Project as text', extension: 'rheo', type: 'text/plain', text: ({ project }) => writtenProject(project) },
  { name: 'This look as SVG', extension: 'svg', type: 'image/svg+xml', text: ({ project, component, axis, state }) => pictureFile(stillLife(project, component.id, { standing: { [axis.id]: state.id } })) },
  { name: 'This motion as keyframes', extension: 'keyframes.json', type: 'application/json', text: motionText },
]

/** The motion of the selected rule for `Element.animate`, a lane each. */
function motionText({ project, component, axis, state, rule }: Bench): string {
  const instance = rule && runOfMotion(project, component, rule, axis.id, state.id)?.instances.get('')
  return instance ? JSON.stringify(webAnimations(component.parts, instance.lanes), null, 2) : 'Select a cell with an answer first; its motion stands here then.'
}

/** Choose a format, see it, copy it or save it. */
export function HandOver() {
  const [isOpen, setOpen] = useState(false)
  return (
    <>
      <Button onClick={() => setOpen(true)}>Hand over</Button>
      <Dialog open={isOpen} onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-labelledby="hand-over-title">
        {isOpen && <HandOverContent onClose={() => setOpen(false)} />}
      </Dialog>
    </>
  )
}

function HandOverContent({ onClose }: { readonly onClose: () => void }) {
  const bench = useStillBench()
  const [format, setFormat] = useState(firstOf(FORMATS))
  const [isCopied, setCopied] = useState(false)
  const text = useMemo(() => format.text(bench), [format, bench])
  const save = () => saveFile(`${bench.project.name}.${format.extension}`, text, format.type)
  return (
    <>
      <DialogTitle id="hand-over-title">Hand over</DialogTitle>
      <DialogContent>
        <ToggleButtonGroup size="small" exclusive value={format.name} aria-label="Format" onChange={(_event, name: string | null) => { setFormat(FORMATS.find((each) => each.name === name) ?? format); setCopied(false) }}>
          {FORMATS.map(({ name }) => <ToggleButton key={name} value={name}>{name}</ToggleButton>)}
        </ToggleButtonGroup>
        <pre className="hand-over-text mono" tabIndex={0}>{text.length > 20_000 ? `${text.slice(0, 20_000)}\n…` : text}</pre>
      </DialogContent>
      <DialogActions>
        <Button onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}>{isCopied ? 'Copied' : 'Copy'}</Button>
        <Button onClick={save}>Save .{format.extension}</Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </>
  )
}
