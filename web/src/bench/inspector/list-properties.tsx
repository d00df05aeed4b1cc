import { useMemo } from 'react'
import { EMPTY_MOTION, inProject, motionAt, parameterDefinition, setAt, setOfMotion, setProperty, takeBackFromBase, type Motion, type MotionSetting, type Part, type Value } from '@rheoscope/core/document'
import { itemScope, namesToWrite, scopeOf } from '@rheoscope/core/expression'
import { easingProblem, resolveTiming } from '@rheoscope/core/motion'
import { orderText } from '@rheoscope/core/written'
import { CommitField } from '../../fields/commit-field'
import { ComponentField } from '../../fields/component-field'
import { conditionProblem } from '../../fields/condition'
import { countOf, orderOr } from '../../fields/said-values'
import { formatValue, parseValue } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'
import { contextAt } from '../lanes/use-motion'
import { StaggerFields } from './motion-fields'
import { MsField } from '../../fields/ms-field'
import { useBench } from '../page/use-bench'

/** What a list shows: which records of which table, each as an instance of which component, with what for its parameters. */
export function ListProperties({ part }: { readonly part: Extract<Part, { kind: 'list' }> }) {
  const { project, component, make } = useBench()
  const table = project.tables.find(({ id }) => id === part.table)
  const inner = project.components.find(({ id }) => id === part.component)
  const scope = useMemo(() => ({ ...scopeOf(project, component), ...itemScope(table) }), [project, component, table])
  const at = inProject('components', component.id, 'parts', part.id)
  const set = (field: 'component' | 'table' | 'filter', to: string | null) => make(setAt([...at, field], to), `set the ${field} of ${part.name}`)
  const setOrder = (text: string): string | null => {
    const read = orderOr(text, table, scope)
    if ('problem' in read) return read.problem
    make(setAt([...at, 'order'], read.value.length === 0 ? undefined : read.value), `set the order of ${part.name}`)
    return null
  }
  const setMost = (text: string): string | null => {
    const read = text.trim() === '' ? { value: undefined } : countOf(text)
    if ('problem' in read) return read.problem
    make(setAt([...at, 'most'], read.value), `set how many items ${part.name} has`)
    return null
  }
  const setFilter = (text: string): string | null => {
    const expr = text.trim().replace(/^=\s*/, '')
    if (expr === '') {
      set('filter', null)
      return null
    }
    return conditionProblem(expr, scope, 'A filter') ?? (set('filter', expr), null)
  }
  return (
    <details open>
      <summary>Items</summary>
      <ComponentField label="each as" value={part.component ?? ''} project={project} outside={component.id} onChange={(id) => set('component', id === '' ? null : id)} />
      <ChoiceField label="table" value={part.table ?? ''} choices={[{ value: '', label: 'none' }, ...project.tables.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(id) => set('table', id === '' ? null : id)} />
      <CommitField label="only if" isMono value={part.filter ?? ''} placeholder="every record" names={namesToWrite(scope)} isAllExpression onCommit={setFilter} />
      <CommitField label="order" isMono value={orderText(part.order ?? [])} placeholder="as the records are" names={namesToWrite(scope)} isAllExpression onCommit={setOrder} />
      <CommitField label="at most" isMono value={part.most === undefined ? '' : String(part.most)} placeholder="all" onCommit={setMost} />
      {inner?.parameters.filter(({ type }) => type !== 'slot').map((parameter) => {
        const definition = parameterDefinition(parameter)
        const said = part.base[definition.name]
        const isColumn = table?.columns.some(({ name }) => name === parameter.name) === true
        const take = (text: string): string | null => {
          if (text.trim() === '') {
            if (said !== undefined) make(takeBackFromBase(component.id, part.id, definition.name), `take back ${parameter.name}`)
            return null
          }
          const parsed = parseValue(definition, text, scope, project.tokens)
          if ('problem' in parsed) return parsed.problem
          make(setProperty(component, { look: 'base' }, part.id, definition.name, typed(parameter.type, parsed.value)), `set ${parameter.name} of the items`)
          return null
        }
        return <CommitField key={parameter.id} label={parameter.name} isMono value={formatValue(said, project.tokens)} placeholder={isColumn ? 'the column of that name' : formatValue(parameter.initial)} names={namesToWrite(scope)} onCommit={take} />
      })}
      <ListMotion part={part} />
    </details>
  )
}

/** How items come and go, and how the others make room. */
function ListMotion({ part }: { readonly part: Extract<Part, { kind: 'list' }> }) {
  const bench = useBench()
  const { project, component, make } = bench
  const context = contextAt(bench, { of: 'list', part: part.id })
  const motion = motionAt(project, component, context.place)
  const { durationMs, easing } = resolveTiming([motion ?? EMPTY_MOTION, project.motion], project.tokens, part.id, 'y')
  const set = <K extends MotionSetting>(field: K, to: Motion[K] | undefined) => make(setOfMotion(context, field, to), `set how items of ${part.name} move`)
  return (
    <>
      <MsField label="items take" ms={durationMs} step={10} onChange={(ms) => set('durationMs', ms)} />
      <CommitField label="easing" isMono value={easing} list="easings" onCommit={(text) => easingProblem(text) ?? (set('easing', text.trim()), null)} />
      <StaggerFields stagger={motion?.stagger} onChange={(stagger) => set('stagger', stagger)} />
    </>
  )
}

const typed = (type: string, value: Value): Value => (type === 'yes/no' && typeof value === 'string' ? value === 'yes' : value)
