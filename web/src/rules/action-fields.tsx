import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { addAction, batch, certain, EMPTY_MOTION, firstOf, isDecidedOutside, removeAction, setAction, setRuleField, settablesOf, tablesShownBy, type Action, type Motion, type Rule } from '@rheoscope/core/document'
import { readActions } from '@rheoscope/core/written'
import { fromToken } from '@rheoscope/core/motion'
import { CommitField } from '../fields/commit-field'
import { ChoiceField } from '../fields/choice-field'
import { LineMenu } from '../fields/line-menu'
import { orProblem } from '../fields/said-values'
import { newId } from '../session/new-id'
import { MsField } from '../fields/ms-field'
import { ExpressionField } from './expression-field'
import { cellsFor, RecordFields } from './record-fields'
import { startText } from './start-text'
import { SurfaceMotionFields } from './surface-motion-fields'
import { useRuleHome } from './rule-home'
import './rules.css'

/** What a rule does besides going somewhere, one thing after another. */
export function ActionFields({ rule }: { readonly rule: Rule }) {
  const { project, component, owner, part, make } = useRuleHome()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const variables = settablesOf(project, component)
  const [table] = project.tables
  const isItem = tablesShownBy(project, component.id).length > 0
  const instances = component.parts.filter((part) => part.kind === 'instance')
  const pulsed = part?.parent != null ? part : component.parts[1]
  const focused = component.parts.find(({ base }) => base.focusable === true) ?? component.parts[1]
  const [screen, overlay] = (['screen', 'overlay'] as const).map((kind) => project.screens.find((each) => each.kind === kind && each.id !== component.id))
  const add = (action: Action) => {
    setAnchor(null)
    make(addAction(owner, rule.id, action), 'add an action')
  }
  const addDrive = () => {
    const [part] = instances
    const axis = part && project.components.find(({ id }) => id === part.component)?.axes[0]
    if (axis) add({ id: newId('drive'), do: 'drive', instance: part.id, axis: axis.id, state: axis.start })
  }
  const take = (line: string): string | null => {
    const read = orProblem(() => ({ value: readActions(line, { project, component }) }))
    if ('problem' in read) return read.problem
    setAnchor(null)
    make(batch(...read.value.map((action) => addAction(owner, rule.id, { ...action, id: newId(action.do) }))), 'add actions')
    return null
  }
  return (
    <div className="actions">
      {rule.actions.map((action, index) => <ActionRow key={action.id} rule={rule} action={action} isFirst={index === 0} />)}
      {rule.actions.some(({ awaited }, index) => awaited && index + 1 < rule.actions.length) && (
        <CheckField label="those that wait go on also after leaving" value={rule.alsoAfterLeaving === true} onChange={(goesOn) => make(setRuleField(owner, rule.id, 'alsoAfterLeaving', goesOn), 'set whether actions go on after leaving')} />
      )}
      <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ action</button>
      <LineMenu anchor={anchor} onClose={() => setAnchor(null)} label="Add an action" line="New actions in one line" example="set tries to tries + 1; send chosen" onLine={take}>
        <MenuItem disabled={variables.length === 0} onClick={() => add({ id: newId('set'), do: 'set', variable: firstOf(variables).name, to: startText(firstOf(variables).type) })}>set a variable{variables.length === 0 && <span className="muted"> there is none yet</span>}</MenuItem>
        <MenuItem onClick={() => add({ id: newId('send'), do: 'send', message: 'chosen', payload: null, recipient: 'holder' })}>send a message</MenuItem>
        <MenuItem disabled={instances.length === 0} onClick={addDrive}>put an instance inside into a state</MenuItem>
        {screen && <MenuItem onClick={() => add({ id: newId('go to screen'), do: 'go to screen', screen: screen.id, motion: null })}>go to a screen</MenuItem>}
        {overlay && <MenuItem onClick={() => add({ id: newId('open overlay'), do: 'open overlay', screen: overlay.id, motion: null })}>open an overlay</MenuItem>}
        {(overlay ?? project.screens.find(({ kind }) => kind === 'overlay')) && <MenuItem onClick={() => add({ id: newId('close overlay'), do: 'close overlay', screen: certain((project.screens.find(({ id, kind }) => id === component.id && kind === 'overlay') ?? overlay)).id, motion: null })}>close an overlay</MenuItem>}
        {table && <MenuItem onClick={() => add({ id: newId('add record'), do: 'add record', table: table.id, cells: cellsFor(project, component, table) })}>add a record</MenuItem>}
        {table?.columns[0] && <MenuItem onClick={() => add({ id: newId('set records'), do: 'set records', table: table.id, column: firstOf(table.columns).id, to: startText(firstOf(table.columns).type), where: null })}>set a column of records</MenuItem>}
        {table && <MenuItem onClick={() => add({ id: newId('remove records'), do: 'remove records', table: isItem ? null : table.id, where: null })}>remove records</MenuItem>}
        {table && <MenuItem onClick={() => add({ id: newId('move records'), do: 'move records', table: isItem ? null : table.id, where: null, to: 'first' })}>move records</MenuItem>}
        {table && <MenuItem onClick={() => add({ id: newId('restore table'), do: 'restore table', table: table.id })}>restore a table</MenuItem>}
        {focused && <MenuItem onClick={() => add({ id: newId('focus'), do: 'focus', part: focused.id })}>move the focus to {focused.name}</MenuItem>}
        {pulsed && <MenuItem onClick={() => add({ id: newId('pulse'), do: 'pulse', part: pulsed.id, motion: pulseOf(pulsed.id, newId('stage')) })}>pulse {pulsed.name}</MenuItem>}
      </LineMenu>
    </div>
  )
}

/** A pulse to begin with: a little larger and back. */
const pulseOf = (part: string, stage: string): Motion => ({
  ...EMPTY_MOTION, durationMs: 240, easing: 'ease-in-out',
  keyframes: [{ id: stage, share: 1, easing: 'ease-in-out', matchVelocity: false, look: { [part]: { scaleX: 1.08, scaleY: 1.08 } } }],
})

function ActionRow({ rule, action, isFirst }: { readonly rule: Rule; readonly action: Action; readonly isFirst: boolean }) {
  const { owner, make } = useRuleHome()
  const set = (to: Action) => make(setAction(owner, rule.id, to), 'set an action')
  return (
    <fieldset className="action">
      <legend className="visually-hidden">Action: {action.do}</legend>
      <ActionKind rule={rule} action={action} onChange={set} />
      <div className="action-order">
        {!isFirst && <CheckField label="together with the one before" value={action.together === true} onChange={(together) => set({ ...action, together })} />}
        {takesTime(action) && <CheckField label="the next one waits for its end" value={action.awaited === true} onChange={(awaited) => set({ ...action, awaited })} />}
      </div>
      <button className="plain muted underlined" onClick={() => make(removeAction(owner, rule.id, action.id), 'remove an action')}>Remove the action</button>
    </fieldset>
  )
}

/** Whether an action has an end that others can wait for. */
const takesTime = ({ do: what }: Action): boolean => what === 'drive' || what === 'pulse' || what === 'go to screen' || what === 'open overlay' || what === 'close overlay'

function ActionKind({ rule, action, onChange }: { readonly rule: Rule; readonly action: Action; readonly onChange: (to: Action) => void }) {
  const { project, component } = useRuleHome()
  switch (action.do) {
    case 'set': {
      const names = settablesOf(project, component).map(({ name }) => name)
      return (
        <>
          <ChoiceField label="set" value={action.variable} choices={names} onChange={(variable) => onChange({ ...action, variable })} />
          <ExpressionField label="to" value={action.to} onChange={(to) => onChange({ ...action, to })} />
        </>
      )
    }
    case 'send': {
      const inside = component.parts.filter(({ kind }) => kind === 'instance').map(({ id, name }) => ({ value: id, label: name }))
      const recipients = [...['holder', 'siblings', 'everyone'].map((value) => ({ value, label: value })), ...inside]
      const setRecipient = (value: string) => onChange({ ...action, recipient: value === 'holder' || value === 'siblings' || value === 'everyone' ? value : { instance: value } })
      return (
        <>
          <CommitField label="send" value={action.message} onCommit={(message) => (message.trim() === '' ? 'A message has a name.' : (onChange({ ...action, message: message.trim() }), null))} />
          <ExpressionField label="with" value={action.payload ?? ''} isOptional onChange={(payload) => onChange({ ...action, payload: payload || null })} />
          <ChoiceField label="to" value={typeof action.recipient === 'object' ? action.recipient.instance : action.recipient} choices={recipients} onChange={setRecipient} />
        </>
      )
    }
    case 'drive': {
      const part = component.parts.find(({ id }) => id === action.instance)
      const inner = project.components.find(({ id }) => part?.kind === 'instance' && id === part.component)
      const states = inner?.axes.filter((axis) => !isDecidedOutside(axis)).flatMap((axis) => axis.states.map((state) => ({ value: `${axis.id} ${state.id}`, label: inner.axes.length > 1 ? `${axis.name}: ${state.name}` : state.name }))) ?? []
      const choose = (value: string) => {
        const [axis, state] = value.split(' ')
        onChange({ ...action, axis: certain(axis), state: certain(state) })
      }
      return <ChoiceField label={part?.name ?? 'gone'} value={`${action.axis} ${action.state}`} choices={states} onChange={choose} />
    }
    case 'add record':
    case 'set records':
    case 'remove records':
    case 'move records':
    case 'restore table':
      return <RecordFields action={action} onChange={onChange} />
    case 'focus':
      return <ChoiceField label="focus" value={action.part} choices={component.parts.map(({ id, name }) => ({ value: id, label: name }))} onChange={(part) => onChange({ ...action, part })} />
    case 'pulse':
      return <PulseFields rule={rule} action={action} onChange={onChange} />
    case 'go to screen':
    case 'open overlay':
    case 'close overlay':
      return <SurfaceFields action={action} onChange={onChange} />
  }
}

type ToSurface = Extract<Action, { screen: string }>

/** Which screen or overlay comes or goes, and how. */
function SurfaceFields({ action, onChange }: { readonly action: ToSurface; readonly onChange: (to: Action) => void }) {
  const { project } = useRuleHome()
  const kind = action.do === 'go to screen' ? 'screen' : 'overlay'
  const screens = project.screens.filter((screen) => screen.kind === kind).map(({ id, name }) => ({ value: id, label: name }))
  return (
    <>
      <ChoiceField label={action.do} value={action.screen} choices={screens} onChange={(screen) => onChange({ ...action, screen })} />
      <SurfaceMotionFields project={project} motion={action.motion} fallback={project.screens.find(({ id }) => id === action.screen)?.motion ?? null} onChange={(motion) => onChange({ ...action, motion })} />
    </>
  )
}

type Pulse = Extract<Action, { do: 'pulse' }>

/** Which part goes through which look and back, and how long that takes. */
function PulseFields({ rule, action, onChange }: { readonly rule: Rule; readonly action: Pulse; readonly onChange: (to: Action) => void }) {
  const { project, component, pulseLook } = useRuleHome()
  const [stage] = action.motion.keyframes
  const isOpen = stage !== undefined && pulseLook?.isOpen(stage.id) === true
  const durationMs = fromToken<number>(action.motion.durationMs ?? 200, project.tokens)
  const setPart = (part: string) =>
    onChange({ ...action, part, motion: { ...action.motion, keyframes: action.motion.keyframes.map((each) => ({ ...each, look: { [part]: each.look[action.part] ?? {} } })) } })
  return (
    <>
      <ChoiceField label="pulse" value={action.part} choices={component.parts.slice(1).map(({ id, name }) => ({ value: id, label: name }))} onChange={setPart} />
      <MsField label="duration" ms={durationMs} step={10} onChange={(ms) => onChange({ ...action, motion: { ...action.motion, durationMs: ms } })} />
      {stage && pulseLook && (
        <button className={isOpen ? 'plain stage-look is-open' : 'plain stage-look'} aria-pressed={isOpen} onClick={() => pulseLook.open(rule.id, action.id, stage.id, !isOpen)}>
          {isOpen ? 'edits go into its look' : 'edit the look it goes through'}
        </button>
      )}
    </>
  )
}

function CheckField({ label, value, onChange }: { readonly label: string; readonly value: boolean; readonly onChange: (to: boolean) => void }) {
  return (
    <label className="check">
      <input type="checkbox" checked={value} onChange={(event) => onChange(event.target.checked)} /> {label}
    </label>
  )
}
