import { addIcon, addPart, axisOfProperty, batch, EMPTY_MOTION, freeName, namesOf, setAt, startInstanceIn, turnInto, type Edit, type Id, type Part, type Project, type Said } from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { describable, readParts, readPartsLine, type NamedPart, type SaidPart } from '@rheoscope/core/written'
import { loadIcons } from '../../fields/icons'
import type { Parsed } from '../../fields/parse-value'
import { orProblem, valuesOf, type SaidValues } from '../../fields/said-values'
import { addablesOf, holderFor, type Addable } from '../tree/addables'
import type { Bench } from './use-bench'

/** What a line asks for: an edit, with the icons it needs and the parts that are selected when it is made. */
export interface Asked {
  readonly edit: Edit
  readonly icons: readonly string[]
  readonly parts: readonly Id[]
}

/** What a line of new parts asks for, in the selected container: `container row gap 8; > icon anchor; > text "Call the bridge"`. */
export function askedToAdd(bench: Bench, line: string): Parsed<Asked> {
  return orProblem(() => {
    const made: { readonly part: Part; readonly depth: number }[] = []
    const edits: Edit[] = []
    const icons: string[] = []
    for (const said of readParts(line, possible(bench))) {
      const holder = made.findLast(({ depth }) => depth < said.depth)?.part ?? holderFor(bench)
      const fresh = freshPart(bench, said, holder, [...bench.component.parts, ...made.map((each) => each.part)])
      if ('problem' in fresh) return fresh
      const { bare, values, before } = fresh.value
      const part = withSaid(bench, bare, values)
      edits.push(...before, addPart(bench.component.id, part))
      icons.push(...values.icons)
      made.push({ part, depth: said.depth })
    }
    return { value: { edit: batch(...edits), icons, parts: made.filter(({ depth }) => depth === 0).map(({ part }) => part.id) } }
  })
}

/** What a line asks for that says what the selected parts are to be like, and others by their names: `opacity 0.5; ring state turning; plate as picture 40x56`. */
export function askedOfParts(bench: Bench, line: string): Parsed<Asked> {
  const { project, component, parts } = bench
  return orProblem(() => {
    const named = component.parts.map((part): NamedPart & { readonly part: Part } => ({ ...describable(project, part.kind, 'component' in part ? part.component : null), id: part.id, name: part.name, part }))
    const selected = named.find(({ id }) => id === parts[0]?.id)
    if (!selected) return { problem: 'Select a part first.' }
    const edits: Edit[] = []
    const icons: string[] = []
    const properties: Said[] = []
    for (const said of readPartsLine(line, selected, named, () => possible(bench))) {
      const { part } = said.of
      if ('as' in said) {
        const turned = turnedInto(bench, part, said.as)
        if ('problem' in turned) return turned
        edits.push(turned.value.edit)
        icons.push(...turned.value.icons)
        continue
      }
      const values = valuesOf(said.said, scopeOf(project, component), project, part.kind === 'list' ? part.table : null)
      if ('problem' in values) return values
      icons.push(...values.value.icons)
      for (const { id } of said.of === selected ? parts : [part]) {
        properties.push(...Object.entries(inLooks(bench, values.value)).map(([property, value]) => ({ part: id, property, value })))
        edits.push(...otherEdits(bench, id, values.value))
      }
    }
    return { value: { edit: batch(...edits, ...(properties.length > 0 ? [bench.propertyEdit(properties)] : [])), icons, parts: parts.map(({ id }) => id) } }
  })
}

/** The icons something needs that the project does not have yet. */
export const lackingIcons = (project: Project, { icons }: Asked): readonly string[] =>
  [...new Set(icons)].filter((wanted) => !project.icons.some(({ name }) => name === wanted))

/** An edit with the outlines of icons of the bundled set; a sentence where there is none of a name. */
export async function withIcons(edit: Edit, wanted: readonly string[]): Promise<Parsed<Edit>> {
  const set = await loadIcons()
  const missing = wanted.find((name) => !set.some((icon) => icon.name === name))
  if (missing !== undefined) return { problem: `There is no icon called “${missing}”.` }
  return { value: batch(...set.filter(({ name }) => wanted.includes(name)).map(({ name, d }) => addIcon(name, d)), edit) }
}

const possible = (bench: Bench): readonly Addable[] => addablesOf(bench).filter(({ isInside }) => isInside !== true)

/** What is kept in looks: everything on the bench; on a screen an instance begins in a state and goes on from there. */
const inLooks = ({ isScreen }: Bench, { properties }: SaidValues): SaidValues['properties'] =>
  (isScreen ? Object.fromEntries(Object.entries(properties).filter(([property]) => axisOfProperty(property) === null)) : properties)

/** The state each axis of an instance on a screen begins in, by the axis. */
const startsOf = ({ isScreen }: Bench, { properties }: SaidValues): Readonly<Record<Id, Id>> =>
  Object.fromEntries(Object.entries(isScreen ? properties : {}).flatMap(([property, state]) => {
    const axis = axisOfProperty(property)
    return axis === null ? [] : [[axis, String(state)]]
  }))

/** What is not kept in looks: fields of the part, the motion of a list's items, the states instances on a screen begin in. */
function otherEdits(bench: Bench, part: Id, said: SaidValues): readonly Edit[] {
  const { fields, motion } = said
  const { component } = bench
  const at = ['components', component.id, 'parts', part]
  const list = component.parts.find(({ id }) => id === part)
  const before = (list?.kind === 'list' ? list.motion : undefined) ?? EMPTY_MOTION
  return [
    ...Object.entries(keptFields(fields)).map(([field, to]) => setAt([...at, field], to)),
    ...(Object.keys(motion).length === 0 ? [] : [setAt([...at, 'motion'], { ...before, ...motion })]),
    ...Object.entries(startsOf(bench, said)).map(([axis, state]) => startInstanceIn(component.id, part, axis, state)),
  ]
}

/** Fields of a part as they are kept: what is said to be nothing is left out, but a condition is none. */
function keptFields(fields: SaidValues['fields']): Readonly<Record<string, unknown>> {
  const isNothing = (to: unknown) => to === '' || (Array.isArray(to) && to.length === 0)
  return Object.fromEntries(Object.entries(fields).map(([field, to]) => [field, isNothing(to) ? (field === 'filter' ? null : undefined) : to]))
}

const withoutUndefined = (fields: Readonly<Record<string, unknown>>) => Object.fromEntries(Object.entries(fields).filter(([, to]) => to !== undefined))

/** A new part as it is without what was said of it, what that was, and what has to be there before the part is. */
function freshPart({ project, component }: Bench, { is, name, said }: SaidPart<Addable>, holder: Part, others: readonly Part[]): Parsed<{ readonly bare: Part; readonly values: SaidValues; readonly before: readonly Edit[] }> {
  const { part: made, before } = is.make(holder, others)
  const bare = { ...made, name: name === null ? made.name : freeName(name, namesOf(others)) }
  // What it says of itself may name it.
  const values = valuesOf(said, scopeOf(project, { ...component, parts: [...others, bare] }), project)
  return 'problem' in values ? values : { value: { bare, values: values.value, before: before ? [before] : [] } }
}

/** A part with what was said of it. */
function withSaid(bench: Bench, part: Part, said: SaidValues): Part {
  const { fields, motion } = said
  return {
    ...part, ...withoutUndefined(keptFields(fields)), base: { ...part.base, ...inLooks(bench, said) },
    ...(part.kind === 'instance' ? { start: startsOf(bench, said) } : {}),
    ...(Object.keys(motion).length > 0 ? { motion: { ...EMPTY_MOTION, ...motion } } : {}),
  }
}

/** What makes another kind of thing of a part. One that has no name of its own is called by what it is. */
function turnedInto(bench: Bench, part: Part, said: SaidPart<Addable>): Parsed<Pick<Asked, 'edit' | 'icons'>> {
  const { component } = bench
  const fresh = freshPart(bench, said, part, component.parts.filter(({ id }) => id !== part.id))
  if ('problem' in fresh) return fresh
  const { bare, values, before } = fresh.value
  const keepsName = said.name === null && !new RegExp(`^${part.kind}( \\d+)?$`).test(part.name)
  const turned = turnInto(component, part.id, withSaid(bench, keepsName ? { ...bare, name: part.name } : bare, { ...values, properties: {} }), values.properties)
  if (!turned) return { problem: `${part.name} cannot become ${said.is.word}: ${part.parent === null ? 'it holds everything' : 'it holds other parts, or stands for a component'}.` }
  return { value: { edit: batch(...before, turned), icons: values.icons } }
}
