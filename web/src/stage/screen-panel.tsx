import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addToScreen, DEVICE_SIZES, instanceFor, keysOf, resizeScreen, rootOf, setNote, startOn, type Part, type Screen } from '@rheoscope/core/document'
import type { Finding } from '@rheoscope/core/check'
import { AsText } from '../bench/text/as-text'
import { PartTree } from '../bench/tree/part-tree'
import { useOfChecks } from '../checks/use-findings'
import { newHolder, newPart } from '../bench/tree/part-kinds'
import { askedToAdd } from '../bench/page/said-edits'
import { useAsking } from '../bench/page/use-asking'
import { useStillBench } from '../bench/page/use-bench'
import { ChoiceField } from '../fields/choice-field'
import { NoteField } from '../fields/note-field'
import { LineMenu, MOST_LISTED, NotListed } from '../fields/line-menu'
import { newId } from '../session/new-id'
import { FurtherSizes } from './further-sizes'
import { LengthFields } from './length-fields'
import { useStage } from './use-stage'

/** The left side of the stage: how large the screen is, and what stands on it. */
export function ScreenPanel({ isFolded }: { readonly isFolded: boolean }) {
  const { project, screen, parts, select, make } = useStage()
  const isStart = project.startScreen === screen.id
  const findingsOf = useFindingsOfPart()
  const { view, select: show } = useStillBench()
  if (view.shownAs === 'text') return <aside className={isFolded ? 'is-folded-away' : 'pane pane-left'} aria-label="The screen as text"><AsText /></aside>
  return (
    <aside className={isFolded ? 'is-folded-away' : 'pane pane-left'} aria-label="Screen and what stands on it">
      <div className="pane-head"><h2 className="caption">Screen</h2>{isStart ? <span className="muted">starts here</span> : <button className="plain underlined" onClick={() => make(startOn(screen.id), 'start here')}>Start here</button>}</div>
      <SizeFields screen={screen} />
      <FurtherSizes />
      <NoteField value={screen.note} onCommit={(note) => make(setNote(['screens', screen.id], note), `note on ${screen.name}`)} />
      <div className="pane-head"><h2 className="caption">On this screen</h2><button className="plain muted" title="The whole screen as text (T)" onClick={() => show({ do: 'show as', as: 'text' })}>as text</button><AddToScreen /></div>
      {screen.parts.length === 1 && <p className="muted hint">Nothing yet. Add an instance of a component and pull it to its place.</p>}
      <button className={parts.length === 0 ? 'plain standing-name is-selected' : 'plain standing-name'} aria-pressed={parts.length === 0} onClick={() => select(null)}>the screen itself</button>
      <PartTree findingsOf={findingsOf} />
    </aside>
  )
}

/** What is to be said of something that stands on the screen: of it in its place, and of what it is an instance of. */
function useFindingsOfPart(): (part: Part) => readonly Finding[] {
  const { screen } = useStage()
  const found = useOfChecks('findings')
  return (part) => [
    ...(found?.screens[screen.id]?.findings ?? []).filter(({ about }) => about.instance?.split('/')[0] === part.id || about.part === part.id || about.parts?.includes(part.id)),
    ...(part.kind === 'instance' ? (found?.components[part.component]?.findings ?? []).filter(({ level }) => level !== 'note') : []),
  ]
}

function SizeFields({ screen }: { readonly screen: Screen }) {
  const { make } = useStage()
  return (
    <>
      <ChoiceField label="device" value={screen.device} choices={keysOf(DEVICE_SIZES)} onChange={(device) => make(resizeScreen(screen, device, DEVICE_SIZES[device]), 'size the screen')} />
      <LengthFields size={screen} onChange={(size) => make(resizeScreen(screen, 'free', size), 'size the screen')} />
    </>
  )
}

function AddToScreen() {
  const { project, screen, make, select, selectParts, arrange } = useStage()
  const bench = useStillBench()
  const ask = useAsking()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => setAnchor(null)
  const add = (part: Part) => {
    close()
    make(addToScreen(screen.id, part), `put ${part.name} on ${screen.name}`)
    select(part.id)
    arrange(true)
  }
  const take = (line: string) => ask(askedToAdd(bench, line), `put something on ${screen.name}`, (parts) => {
    close()
    selectParts(parts)
    arrange(true)
  })
  const at = { x: 24, y: 24 + 16 * (screen.parts.length - 1) }
  return (
    <>
      <Button aria-haspopup="dialog" aria-label="Put something on the screen" onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
      <LineMenu anchor={anchor} onClose={close} label="Put something on the screen" line="New parts in one line" example='text heading "Boarding" at 20,12' onLine={take}>
        {anchor && project.components.slice(0, MOST_LISTED).map(({ id, name }) => <MenuItem key={id} onClick={() => add(instanceFor(project, screen, id, newId(name), at))}>{name}</MenuItem>)}
        <NotListed count={project.components.length - MOST_LISTED} />
        <MenuItem divider disabled />
        {(['text', 'field', 'box', 'container'] as const).map((kind) => <MenuItem key={kind} onClick={() => add(newPart(newId(kind), kind, rootOf(screen), screen, screen.parts))}>a {kind}</MenuItem>)}
        <MenuItem onClick={() => add(newHolder(newId('list'), 'list', rootOf(screen), screen.parts))}>a list of records</MenuItem>
      </LineMenu>
    </>
  )
}
