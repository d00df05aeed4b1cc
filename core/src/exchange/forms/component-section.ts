import { budgetsBetween } from '../../check'
import { certain, firstOf, isExpression, orElse, propertyDefinition, stateOf, type Axis, type Component, type Id, type Look, type Loop, type Parameter, type Project, type Variable } from '../../document'
import { isMovement, parseEasing } from '../../motion'
import { stillLife } from '../../run'
import { escaped } from '../../scene'
import { loopWords, lookWords } from '../../written'
import { motionSheets, responseSheets, valueWords, type MotionSheet } from './component-sheets'
import { looksOf } from './kept-forms'
import { notesOf, partsTable, picture, promised, section, table, type Heading } from './printed'
import { stateMap } from './state-map'

/** A component with all that is needed to build it. */
export function componentSection(project: Project, component: Component, heading: Heading): string {
  const { id, name, note, axes } = component
  const looks = looksOf(component).map(({ name: look, standing }) => `<figure>${picture(stillLife(project, component.id, { standing }), `${name}, ${look}`)}<figcaption>${escaped(look)}</figcaption></figure>`)
  const ofAxis = ({ name: axis }: Axis) => (axes.length === 1 ? '' : ` of ${escaped(axis)}`)
  return section({ id, name, note, heading }, [
    `<div class="looks">${looks.join('')}</div>`,
    titled('Parameters and variables', ['name', 'what', 'at first', 'note'], valuesOf(component)),
    '<h3>Parts</h3>', partsTable(project, component),
    titled('States', ['of', 'states', 'begins in', 'decided by', 'note'], axes.flatMap(statesOf)),
    titled('What each state changes', ['in', 'what it says'], changesOf(project, component)),
    titled('What goes on', ['in', 'a round', 'what it does', 'with reduced motion'], loopsOf(project, component)),
    ...responseSheets(project, component).map(({ axis, rows }) => `<h3>Answers${ofAxis(axis)}</h3>${table(['when', ...axis.states.map((state) => state.name)], rows.map(({ trigger, cells }) => [trigger, ...cells.map((cell) => (cell === '' ? '·' : cell))]))}${stateMap(project, component, axis)}`),
    ...notesOf(project, component), '<h3>Motions</h3>', ...motionSheets(project, component).filter(({ moves }) => moves.length > 0).map((sheet) => motionSection(sheet)),
    titled('How long it takes', ['from', 'to', 'over', 'at least', 'at most', 'made of'], budgetsOf(project, component)),
    keyboard(component), promised(project, { component: id }),
  ])
}

/** A table below its title, without the columns that say nothing; nothing where there are no rows. */
function titled(title: string, heads: readonly string[], rows: readonly (readonly string[])[]): string {
  if (rows.length === 0) return ''
  const says = heads.map((_head, column) => rows.some((row) => row[column] !== ''))
  const saying = (row: readonly string[]) => row.filter((_cell, column) => says[column])
  return `<h3>${title}</h3>${table(saying(heads), rows.map(saying))}`
}

const valuesOf = ({ parameters, variables }: Component): readonly (readonly string[])[] => [
  ...parameters.map((each) => [each.name, `parameter, ${kindOf(each)}`, valueWords(each.initial), each.note ?? '']),
  ...variables.map((each) => [each.name, `variable, ${kindOf(each)}`, valueWords(each.start), each.note ?? '']),
]

/** What kind of value something has, and which of them. */
function kindOf({ type, choices, min, max, step }: Parameter | Variable): string {
  const bounds = [...(min === undefined ? [] : [`from ${min}`]), ...(max === undefined ? [] : [`to ${max}`]), ...(step === undefined ? [] : [`by ${step}`])]
  return `${type}${choices === undefined ? '' : ` of ${choices.join(', ')}`}${bounds.map((bound) => ` ${bound}`).join('')}`
}

function statesOf({ name, note = '', states, start, boundTo, groups = [] }: Axis): readonly (readonly string[])[] {
  const named = (ids: readonly string[]) => states.filter(({ id }) => ids.includes(id)).map((state) => state.name).join(', ')
  const decided = boundTo === null ? '' : 'parameter' in boundTo ? `parameter ${boundTo.parameter}` : `variable ${boundTo.variable}`
  return [
    [name, states.map((state) => `${state.name}${state.final ? ' (final)' : ''}`).join(', '), named([start]), decided, note],
    ...groups.map((group) => [`${name}, ${group.name}`, named(group.states), '', '', '']),
  ]
}

/** What each look says that is laid over the parts, with the notes of states: of groups, states, states of several axes together, and of what is not there yet. */
function changesOf(project: Project, component: Component): readonly (readonly string[])[] {
  const { axes, combinations, absent } = component
  const lookOf = (title: string, look: Look, note?: string) => [...(note === undefined ? [] : [[title, note]]), ...lookWords({ project, owner: component }, look).map((words) => [title, words])]
  return [
    ...axes.flatMap((axis) => [
      ...(axis.groups ?? []).flatMap(({ name, look }) => lookOf(name, look)),
      ...axis.states.flatMap(({ name, look, note }) => lookOf(name, look, note)),
    ]),
    ...combinations.flatMap(({ states, look }) => lookOf(axes.filter(({ id }) => id in states).map((axis) => stateName(axis, states[axis.id] ?? '')).join(' and '), look)),
    ...lookOf('not there yet, or no more', absent),
  ]
}

const stateName = (axis: Axis, id: Id): string => certain(stateOf(axis, id)).name

function loopsOf(project: Project, component: Component): readonly (readonly string[])[] {
  return component.axes.flatMap(({ states }) => states.flatMap(({ name, loop }) => {
    if (!loop) return []
    const { timing, does } = loopWords({ project, owner: component }, loop)
    return [[name, timing, does.join('; '), withReducedMotion(loop)]]
  }))
}

/** What is left of what goes on for people who would rather have things not move. */
function withReducedMotion({ to }: Loop): string {
  const properties = [...new Set(Object.values(to).flatMap((said) => Object.keys(said)))].flatMap((name) => propertyDefinition(name) ?? [])
  const left = properties.filter((property) => !isMovement(property))
  if (left.length === properties.length) return 'the same'
  return left.length === 0 ? 'nothing' : `${left.map(({ label }) => label).join(', ')} only`
}

function motionSection({ trigger, from, to, lengthMs, moves }: MotionSheet): string {
  const rows = moves.map((move) => [move.part, move.property, valueWords(move.from), valueWords(move.to), `${move.delayMs} ms`, `${move.durationMs} ms`, move.easing, move.isCut ? 'at once' : 'the same'])
  return `<section class="motion"><h4>${escaped(`${from.name} → ${to?.name ?? 'wherever it leads'}`)} <small>${escaped(trigger)}, ${Math.round(lengthMs)} ms</small></h4>${score(moves, lengthMs)}${table(['part', 'property', 'from', 'to', 'delay', 'duration', 'easing', 'with reduced motion'], rows)}</section>`
}

/** The lanes of a motion under one another, each with its curve, over time. */
function score(moves: MotionSheet['moves'], lengthMs: number): string {
  if (lengthMs === 0) return ''
  const [width, height] = [560, 22]
  const at = (ms: number) => Math.round((ms / lengthMs) * width * 100) / 100
  const lanes = moves.map((move, index) => {
    const { ease } = parseEasing(move.easing)
    const points = Array.from({ length: 41 }, (_each, step) => `${at(move.delayMs + (move.durationMs * step) / 40)},${Math.round((index * height + height - 4 - ease(step / 40) * (height - 8)) * 100) / 100}`)
    return `<polyline points="${points.join(' ')}"/>`
  })
  return `<svg class="score" role="img" aria-label="The curves of ${moves.length} lanes over ${Math.round(lengthMs)} ms" width="${width}" height="${moves.length * height}" viewBox="0 0 ${width} ${moves.length * height}">${lanes.join('')}</svg>`
}

/** The quickest way from where each axis begins to every other state. */
function budgetsOf(project: Project, component: Component): readonly (readonly string[])[] {
  return component.axes.flatMap((axis) => {
    const nameOf = (id: Id) => stateName(axis, id)
    return axis.states.filter(({ id }) => id !== axis.start).flatMap(({ id }) => {
      const budgets = orElse(() => budgetsBetween(project, component, { axis: axis.id, from: axis.start, to: id }), [])
      if (budgets.length === 0) return []
      const { states, leastMs, mostMs, pieces } = firstOf(budgets)
      return [[nameOf(axis.start), nameOf(id), states.map(nameOf).join(' → '), `${leastMs} ms`, `${mostMs} ms`, pieces.map(({ what, ms }) => `${what} ${ms} ms`).join(', ')]]
    })
  })
}

/** What of a component answers to the keyboard, and what is told to who does not see it. */
function keyboard({ parts, rules }: Component): string {
  const told = parts.flatMap(({ name, base }) => { const { role, accessibleName } = base; return role === undefined || role === 'none' ? [] : [[name, String(role), accessibleName === undefined ? 'what it says' : isExpression(accessibleName) ? `= ${accessibleName.expr}` : String(accessibleName), base.focusable === true ? 'Tab stops here' : '']] })
  const keys = [...new Set(rules.flatMap(({ trigger }) => ('key' in trigger ? [trigger.key ?? 'any key'] : [])))]
  return [...(told.length === 0 ? [] : ['<h3>Keyboard and screen reader</h3>', table(['part', 'role (WAI-ARIA 1.2)', 'name', 'focus'], told)]), ...(keys.length === 0 ? [] : [`<p>Keys it answers: ${escaped(keys.map((key) => (key === ' ' ? 'Space' : key)).join(', '))}.</p>`])].join('')
}
