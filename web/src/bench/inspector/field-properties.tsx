import { addVariable, batch, freeName, inProject, inside, namesOf, setAt, settablesOf, wordOf, type FieldPart } from '@rheoscope/core/document'
import { namesToWrite, scopeOf } from '@rheoscope/core/expression'
import { ChoiceField } from '../../fields/choice-field'
import { CommitField } from '../../fields/commit-field'
import { conditionProblem } from '../../fields/condition'
import { MsField } from '../../fields/ms-field'
import { newId } from '../../session/new-id'
import { useBench } from '../page/use-bench'

const NEW = '+ variable'

/** What a field writes into, when, and what it takes for valid. */
export function FieldProperties({ part }: { readonly part: FieldPart }) {
  const { project, component, isScreen, make } = useBench()
  const path = inProject('components', component.id, 'parts', part.id)
  const names = settablesOf(project, component).filter(({ type }) => type !== 'yes/no').map(({ name }) => name)
  const gone = part.writes !== null && !names.includes(part.writes) ? [part.writes] : []
  const write = (name: string) => {
    if (name !== NEW) return make(setAt([...path, 'writes'], name === '' ? null : name), `set what ${part.name} writes`)
    const variable = { id: newId('variable'), name: freeName(wordOf(part.name), namesOf([...component.variables, ...component.parameters, ...project.variables]), ''), type: 'text' as const, start: '' }
    make(batch(addVariable(isScreen ? { screen: component.id } : { component: component.id }, variable), setAt([...path, 'writes'], variable.name)), `let ${part.name} write a variable`)
  }
  const accept = (text: string): string | null => {
    const expr = text.trim().replace(/^=\s*/, '')
    if (expr !== '') {
      const problem = conditionProblem(expr, scopeOf(project, component), 'What makes a text valid')
      if (problem !== null) return problem
    }
    make(setAt(inside(path, 'accepts'), expr === '' ? undefined : expr), `set what ${part.name} accepts`)
    return null
  }
  return (
    <details open>
      <summary>Writing</summary>
      <ChoiceField label="writes" value={part.writes ?? ''} choices={[{ value: '', label: 'nothing' }, ...names, ...gone, { value: NEW, label: 'a new variable' }]} onChange={write} />
      <MsField label="pause" ms={part.waitsMs ?? 0} step={50} onChange={(ms) => make(setAt([...path, 'waitsMs'], ms === 0 ? undefined : ms), `set when ${part.name} writes`)} />
      <CommitField label="valid if" isMono value={part.accepts ?? ''} placeholder="its kind fits" isAllExpression names={namesToWrite(scopeOf(project, component))} onCommit={accept} />
    </details>
  )
}
