import { useState } from 'react'
import { Link } from 'react-router'
import { MenuItem } from '@mui/material'
import { certain, componentOf, isPartWithin, parameterProperty, propertyDefinition, renameOnScreen, setOnScreen, setPartOnScreen, startInstanceIn, type Component, type InstancePart, type Literal, type Part, type Value } from '@rheoscope/core/document'
import { itemScope, scopeOf } from '@rheoscope/core/expression'
import { surfaceComponent } from '@rheoscope/core/machine'
import { aligned, ALIGNMENTS, type Alignment } from '@rheoscope/core/scene'
import { CommitField } from '../fields/commit-field'
import { ComponentField } from '../fields/component-field'
import { conditionProblem } from '../fields/condition'
import { ParameterValue } from '../fields/parameter-value'
import { formatValue, parseValue } from '../fields/parse-value'
import { ChoiceField } from '../fields/choice-field'
import { FloatingMenu } from '../theme/floating'
import { atRest, frameOf } from './at-rest'
import { useStage } from './use-stage'

/** What is said about the selected part: where it stands, how it starts, and what it is given. */
export function InstancePanel() {
  const { project, part } = useStage()
  if (!part) return null
  const component = part.kind === 'instance' ? componentOf(project, part.component) : undefined
  return (
    <section aria-label="Selected" key={part.id}>
      <PlaceFields part={part} />
      {part.kind === 'list' && <ListFields part={part} />}
      {part.kind === 'instance' && component && <InstanceFields part={part} component={component} />}
    </section>
  )
}

const PLACE = ['x', 'y', 'rotation', 'opacity', 'pinX', 'pinY'] as const
const SIZED = ['width', 'height'] as const

/** What else there is to say about a part that is drawn on the screen itself, by its kind. */
const DRAWN: Readonly<Partial<Record<Part['kind'], readonly string[]>>> = {
  box: ['fill'], text: ['text', 'fontSize', 'fill', 'cursor'],
  container: ['layout', 'gap', 'scroll', 'fill'], list: ['layout', 'gap'],
}

function PlaceFields({ part }: { readonly part: Part }) {
  const { project, screen, make } = useStage()
  const rename = (name: string) => (name.trim() === '' ? 'Everything on a screen has a name.' : (make(renameOnScreen(screen.id, part.id, name.trim()), `rename ${part.name}`), null))
  const properties = [...PLACE, ...(part.kind === 'instance' ? [] : SIZED), ...(DRAWN[part.kind] ?? [])]
  return (
    <>
      <CommitField label="name" value={part.name} onCommit={rename} />
      <LineUp part={part} />
      <Ties part={part} />
      {properties.map((property) => {
        const definition = certain(propertyDefinition(property))
        const take = (text: string): string | null => {
          const parsed = parseValue(definition, text, scopeOf(project, surfaceComponent(project, { screen: screen.id })), project.tokens)
          if ('problem' in parsed) return parsed.problem
          make(setOnScreen(screen.id, part.id, { [property]: parsed.value }), `set ${definition.label} of ${part.name}`)
          return null
        }
        if (definition.choices) {
          return <ChoiceField key={property} label={definition.label} value={String(part.base[property] ?? definition.initial)} choices={definition.choices} onChange={(chosen) => make(setOnScreen(screen.id, part.id, { [property]: chosen }), `set ${definition.label} of ${part.name}`)} />
        }
        return <CommitField key={property} label={definition.label} isMono value={formatValue(part.base[property] ?? definition.initial, project.tokens)} onCommit={take} />
      })}
    </>
  )
}

/** Puts a part in line with an edge or the middle of what it stands in. */
function LineUp({ part }: { readonly part: Part }) {
  const { project, screen, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const lineUp = (alignment: Alignment) => {
    setAnchor(null)
    const list = atRest(project, screen.id)
    const room = { ...frameOf(list, certain(part.parent)), x: 0, y: 0 }
    const [at] = aligned([frameOf(list, part.id)], room, alignment)
    make(setOnScreen(screen.id, part.id, { x: Math.round(certain(at).x), y: Math.round(certain(at).y) }), `line ${part.name} up`)
  }
  return (
    <>
      <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>align</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {ALIGNMENTS.map((alignment) => <MenuItem key={alignment} onClick={() => lineUp(alignment)}>{alignment}</MenuItem>)}
      </FloatingMenu>
    </>
  )
}

/** What a part stands in, and what ties it to one elsewhere. */
function Ties({ part }: { readonly part: Part }) {
  const { screen, make } = useStage()
  const holders = screen.parts.filter(({ id, kind }) => kind === 'container' && !isPartWithin(screen.parts, id, part.id)).map(({ id, name }) => ({ value: id, label: name }))
  const tie = (key: string) => (make(setPartOnScreen(screen.id, part.id, 'transitionName', key.trim() || null), `tie ${part.name}`), null)
  return (
    <>
      {holders.length > 1 && <ChoiceField label="stands in" value={part.parent ?? ''} choices={holders} onChange={(holder) => make(setPartOnScreen(screen.id, part.id, 'parent', holder), `put ${part.name} elsewhere`)} />}
      <CommitField label="transition name" value={part.transitionName ?? ''} placeholder="none" onCommit={tie} />
    </>
  )
}

function InstanceFields({ part, component }: { readonly part: InstancePart; readonly component: Component }) {
  const { project, screen, make } = useStage()
  const say = (parameter: string, name: string) => (value: Literal) => make(setOnScreen(screen.id, part.id, { [parameterProperty(parameter)]: value }), `give ${part.name} its ${name}`)
  return (
    <>
      <div className="section-head"><h2 className="caption">{component.name}</h2><Link className="underlined" to={`/project/${project.id}/component/${component.id}`}>to the bench</Link></div>
      {component.axes.filter(({ boundTo, states }) => boundTo === null && states.length > 1).map((axis) => (
        <ChoiceField
          key={axis.id} label={`${axis.name} starts`} value={part.start[axis.id] ?? axis.start} choices={axis.states.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(state) => make(startInstanceIn(screen.id, part.id, axis.id, state), `start ${part.name} elsewhere`)}
        />
      ))}
      {component.parameters.map((parameter) => {
        const value = literalOr(part.base[parameterProperty(parameter.id)], parameter.initial)
        if (parameter.type === 'slot') return <ComponentField key={parameter.id} label={parameter.name} value={String(value)} project={project} outside={screen.id} onChange={say(parameter.id, parameter.name)} />
        return <ParameterValue key={parameter.id} parameter={parameter} label={parameter.name} value={value} onChange={say(parameter.id, parameter.name)} />
      })}
    </>
  )
}

/** What a list on the screen repeats, and for which records. */
function ListFields({ part }: { readonly part: Extract<Part, { kind: 'list' }> }) {
  const { project, screen, make } = useStage()
  const table = project.tables.find(({ id }) => id === part.table)
  const scope = { ...scopeOf(project, surfaceComponent(project, { screen: screen.id })), ...itemScope(table) }
  const set = (field: 'component' | 'table' | 'filter') => (to: string) => make(setPartOnScreen(screen.id, part.id, field, to || null), `set the ${field} of ${part.name}`)
  const filter = (text: string): string | null => {
    const expr = text.trim()
    const problem = expr === '' ? null : conditionProblem(expr, scope, 'A filter')
    if (problem === null) set('filter')(expr)
    return problem
  }
  return (
    <>
      <ComponentField label="each as" value={part.component ?? ''} project={project} outside={screen.id} onChange={set('component')} />
      <ChoiceField label="table" value={part.table ?? ''} choices={[{ value: '', label: 'none' }, ...project.tables.map(({ id, name }) => ({ value: id, label: name }))]} onChange={set('table')} />
      <CommitField label="only if" isMono value={part.filter ?? ''} placeholder="every record" names={Object.keys(scope)} isAllExpression onCommit={filter} />
    </>
  )
}

const literalOr = (value: Value | undefined, otherwise: Literal): Literal =>
  value === undefined || (typeof value === 'object' && value !== null && ('expr' in value || 'token' in value)) ? otherwise : value
