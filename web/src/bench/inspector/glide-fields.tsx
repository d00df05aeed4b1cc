import { EMPTY_MOTION, inProject, propertyDefinition, removeFrom, setAt, type Glide, type Part, type ReducedForm } from '@rheoscope/core/document'
import { easingProblem, resolveTiming } from '@rheoscope/core/motion'
import { readGlide, readGlideTiming } from '@rheoscope/core/written'
import { ChoiceField } from '../../fields/choice-field'
import { CommitField } from '../../fields/commit-field'
import { orProblem } from '../../fields/said-values'
import { newId } from '../../session/new-id'
import { useBench } from '../page/use-bench'

/** Which properties of a part travel to another value whatever makes it other, and how. */
export function GlideFields({ part }: { readonly part: Part }) {
  const { component, make } = useBench()
  const { glides = [] } = part
  const add = (line: string): string | null => {
    const read = orProblem(() => ({ value: readGlide(line, part, easingProblem) }))
    if ('problem' in read) return read.problem
    const glide: Glide = { id: newId('glide'), ...read.value }
    const others = glides.filter(({ property }) => property !== glide.property)
    make(setAt(inProject('components', component.id, 'parts', part.id, 'glides'), [...others, glide]), `let ${part.name} glide`)
    return null
  }
  return (
    <details role="group" aria-label="Glides" open={glides.length > 0}>
      <summary>Glides</summary>
      {glides.map((glide) => <GlideRow key={glide.id} part={part} glide={glide} />)}
      <CommitField label="+ glide" isMono isOrder value="" placeholder="width 240" onCommit={add} />
    </details>
  )
}

function GlideRow({ part, glide }: { readonly part: Part; readonly glide: Glide }) {
  const { project, component, make } = useBench()
  const path = inProject('components', component.id, 'parts', part.id, 'glides')
  const label = propertyDefinition(glide.property)?.label ?? glide.property
  const set = (to: Glide) => make(setAt([...path, glide.id], to), `set how ${label} of ${part.name} glides`)
  const { durationMs, easing } = resolveTiming([{ ...EMPTY_MOTION, ...glide }, project.motion], project.tokens, part.id, glide.property)
  const take = (text: string): string | null => {
    const read = orProblem(() => ({ value: readGlideTiming(text, easingProblem) }))
    if ('problem' in read) return read.problem
    const { durationMs: _ms, easing: _ease, ...others } = glide
    set({ ...others, ...read.value })
    return null
  }
  return (
    <>
      <CommitField label={label} isMono value={`${durationMs} ms ${easing}`} onCommit={take} />
      <ChoiceField label="reduced motion" value={glide.reducedMotion ?? 'skip movement'} choices={REDUCED} onChange={(reducedMotion) => set({ ...glide, reducedMotion })} />
      <label className="check">
        <input type="checkbox" checked={glide.velocity === 'keep'} onChange={(event) => set({ ...glide, velocity: event.target.checked ? 'keep' : 'reset' })} /> carries the speed it has
      </label>
      <button className="plain muted underlined" onClick={() => make(removeFrom(path, glide.id), `let ${label} of ${part.name} not glide`)}>Remove the glide</button>
    </>
  )
}

const REDUCED: readonly ReducedForm[] = ['skip movement', 'skip all', 'as is']
