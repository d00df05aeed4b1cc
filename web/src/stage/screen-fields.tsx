import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { absentFor, batch, entranceOf, ENTRANCES, freeName, namesOf, setOfScreen, type Entrance, type Project, type Screen, type EntryPoint } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { ParameterValue } from '../fields/parameter-value'
import { parseNumber } from '../fields/parse-value'
import { ChoiceField } from '../fields/choice-field'
import { SurfaceMotionFields } from '../rules/surface-motion-fields'
import { VariableList } from '../rules/variable-list'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { useStage } from './use-stage'

/** What is said about the screen as a whole: what it is, how it comes, what it remembers, and the ways into it. */
export function ScreenFields() {
  const { project, screen, make } = useStage()
  const taken = namesOf([...project.variables, ...screen.variables])
  const setKind = (kind: Screen['kind']) => make(batch(
    setOfScreen(screen.id, 'kind', kind), ...(kind === 'overlay' && screen.overlay === null ? [setOfScreen(screen.id, 'overlay', OVERLAY)] : []),
  ), `make ${screen.name} ${kind === 'overlay' ? 'an overlay' : 'a screen'}`)
  return (
    <section aria-label="The screen">
      <h2 className="caption">{screen.name}</h2>
      <ChoiceField label="shown" value={screen.kind} choices={[{ value: 'screen', label: 'as a screen' }, { value: 'overlay', label: 'over another one' }]} onChange={setKind} />
      {screen.kind === 'overlay' && <OverlayFields screen={screen} />}
      <ChoiceField
        label="enters" value={entranceOf(screen) ?? 'other'} choices={[...ENTRANCES, ...(entranceOf(screen) === null ? ['other' as const] : [])].map((value) => ({ value, label: ENTRANCE_NAMES[value] }))}
        onChange={(entrance) => entrance !== 'other' && make(setOfScreen(screen.id, 'absent', absentFor(screen, entrance)), `say how ${screen.name} comes`)}
      />
      <SurfaceMotionFields project={project} motion={screen.motion} fallback={null} onChange={(motion) => make(setOfScreen(screen.id, 'motion', motion), `time how ${screen.name} comes`)} />
      <WaysIn project={project} screen={screen} />
      <VariableList title="Variables of the screen" owner={{ screen: screen.id }} variables={screen.variables} project={project} taken={taken} make={make} />
      <VariableList title="Shared variables" owner="everyone" variables={project.variables} project={project} taken={taken} make={make} />
    </section>
  )
}

const ENTRANCE_NAMES: Readonly<Record<Entrance | 'other', string>> = { clear: 'fade', right: 'from the right', left: 'from the left', below: 'from below', above: 'from above', 'at once': 'at once', other: 'a look of its own' }

const OVERLAY: NonNullable<Screen['overlay']> = { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true }

function OverlayFields({ screen }: { readonly screen: Screen }) {
  const { make } = useStage()
  const overlay = screen.overlay ?? OVERLAY
  const set = (said: Partial<NonNullable<Screen['overlay']>>) => make(setOfScreen(screen.id, 'overlay', { ...overlay, ...said }), `say how ${screen.name} lies over others`)
  const focusFirst = (part: string) => {
    const { firstFocus: _before, ...others } = overlay
    make(setOfScreen(screen.id, 'overlay', part === '' ? others : { ...others, firstFocus: part }), `say what of ${screen.name} has the focus first`)
  }
  const dim = (text: string): string | null => {
    const share = parseNumber(text.replace('%', ''))
    if ('problem' in share) return share.problem
    if (share.value < 0 || share.value > 100) return 'From 0 % to 100 %.'
    set({ backdropOpacity: share.value / 100 })
    return null
  }
  return (
    <>
      <div className="side-by-side">
        <CommitField label="backdrop opacity" isMono value={`${Math.round(overlay.backdropOpacity * 100)} %`} onCommit={dim} />
        <ChoiceField label="lies" value={overlay.at ?? 'middle'} choices={['middle', 'top', 'bottom', 'left', 'right']} onChange={(at) => set({ at })} />
      </div>
      <ChoiceField label="focus first" value={overlay.firstFocus ?? ''} choices={[{ value: '', label: 'the first that can have it' }, ...screen.parts.slice(1).map(({ id, name }) => ({ value: id, label: name }))]} onChange={focusFirst} />
      <label className="check"><input type="checkbox" checked={overlay.closesOnOutsideTap} onChange={(event) => set({ closesOnOutsideTap: event.target.checked })} /> tap outside closes</label>
      <label className="check"><input type="checkbox" checked={overlay.closesOnEscape} onChange={(event) => set({ closesOnEscape: event.target.checked })} /> Escape closes</label>
    </>
  )
}

/** Named ways into the screen, each with other values of the shared variables. */
function WaysIn({ project, screen }: { readonly project: Project; readonly screen: Screen }) {
  const { make, entryPoint, enterBy } = useStage()
  const ways = screen.entryPoints ?? []
  const set = (to: readonly EntryPoint[], label: string) => make(setOfScreen(screen.id, 'entryPoints', to), label)
  const add = () => set([...ways, { id: newId('way-in'), name: freeName('Entry point', namesOf(ways)), variables: {} }], 'add an entry point')
  const change = (way: EntryPoint) => set(ways.map((each) => (each.id === way.id ? way : each)), `change the entry point ${way.name}`)
  return (
    <>
      <div className="section-head"><h2 className="caption">Entry points</h2><button className="plain underlined" onClick={add}>+ entry point</button></div>
      {ways.length > 0 && <ChoiceField label="run begins" value={entryPoint ?? ''} choices={[{ value: '', label: 'default' }, ...ways.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(id) => enterBy(id || null)} />}
      {ways.map((way) => (
        <article key={way.id} className="rule-card">
          <div className="section-head">
            <CommitField label={`Name of entry point ${way.name}`} hidesLabel value={way.name} onCommit={(name) => (name.trim() === '' ? 'An entry point has a name.' : (change({ ...way, name: name.trim() }), null))} />
            <button className="plain muted" aria-label={`Remove the entry point ${way.name}`} onClick={() => set(ways.filter(({ id }) => id !== way.id), `remove the entry point ${way.name}`)}>×</button>
          </div>
          <WayValues project={project} way={way} onChange={(variables) => change({ ...way, variables })} />
        </article>
      ))}
    </>
  )
}

function WayValues({ project, way, onChange }: { readonly project: Project; readonly way: EntryPoint; readonly onChange: (variables: EntryPoint['variables']) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const said = project.variables.filter(({ name }) => name in way.variables)
  const others = project.variables.filter(({ name }) => !(name in way.variables))
  return (
    <>
      {said.map(({ id, name, type, start, choices }) => (
        <ParameterValue key={id} parameter={{ id, name, type, initial: start, ...(choices ? { choices } : {}) }} label={name} value={way.variables[name] ?? start} onChange={(to) => onChange({ ...way.variables, [name]: to })} />
      ))}
      {others.length > 0 && <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ value</button>}
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {others.map(({ id, name, start }) => <MenuItem key={id} onClick={() => { setAnchor(null); onChange({ ...way.variables, [name]: start }) }}>{name}</MenuItem>)}
      </FloatingMenu>
    </>
  )
}
