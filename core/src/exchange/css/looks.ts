import { asPaint, certain, groupsAround, isGradient, isToken, propertyDefinition, sameValue, theOne, type Axis, type Component, type Literal, type Part, type Project, type PropertyValues, type State } from '../../document'
import { startRun } from '../../run'
import type { Cycle, Instance, Values } from '../../machine'
import { declarations, drawnBy, outlineText, shownBy, UNSAID, type Drawn } from './shown-by'
import type { CssNames } from './names'

type Declared = Readonly<Record<string, string>>

/** A rule of a style sheet. */
export interface CssRule {
  readonly selector: string
  readonly declared: Declared
}

/** With more combinations of states than this, what several axes make of a part together is not looked at. */
const MOST_STANDINGS = 512

/** States of some axes; the others are at their start. */
export type Standing = readonly (readonly [Axis, State])[]

/** The looks of a component as rules of a style sheet: one for each part in each state, and for states of several axes together where those make something else of it. */
export class CssLooks {
  readonly drawn: ReadonlyMap<Part, Drawn>

  private readonly known = new Map<string, Instance>()

  constructor(private readonly project: Project, readonly component: Component, private readonly names: CssNames) {
    this.drawn = new Map(component.parts.map((part, index) => [part, this.drawnIn(part, index, [[], ...this.away()])]))
  }

  rules(): readonly CssRule[] {
    return [...this.component.parts.map((part, index) => this.rule(part, [], worthSaying(this.declared(part, index, [])))), ...this.further(this.standings() ?? this.away())]
  }

  /** What of the looks no style sheet says, a sentence each. */
  left(): readonly string[] {
    return [...(this.standings() ? [] : [`What several axes make of “${this.component.name}” together: it has more than ${MOST_STANDINGS} combinations of states.`]), ...this.unsaid(this.away())]
  }

  /** What the parts are to be like in some states, the other axes being at their start. */
  valuesIn(standing: Standing): readonly Values[] {
    return this.restingIn(standing).targets.values
  }

  /** The continuous motions of a state, the other axes being at their start. */
  cyclesIn(axis: Axis, state: State): readonly Cycle[] {
    return this.restingIn(state.id === axis.start ? [] : [[axis, state]]).cycles.filter((cycle) => this.component.axes[cycle.axis] === axis)
  }

  private restingIn(standing: Standing): Instance {
    const key = standing.map(([axis, { id }]) => `${axis.id} ${id}`).join(' ')
    const known = this.known.get(key) ?? certain(startRun(this.project, { component: this.component.id }, { states: Object.fromEntries(standing.map(([axis, state]) => [axis.id, state.id])) }).instances.get(''))
    this.known.set(key, known)
    return known
  }

  /** Each state but those at the start, by itself. */
  private away(): readonly Standing[] {
    return this.component.axes.flatMap((axis) => axis.states.filter(({ id }) => id !== axis.start).map((state): Standing => [[axis, state]]))
  }

  /** All combinations of states but the start, those of fewer axes first; null when they are too many. */
  private standings(): readonly Standing[] | null {
    let all: readonly Standing[] = [[]]
    for (const axis of this.component.axes) {
      all = all.flatMap((standing) => axis.states.map((state): Standing => (state.id === axis.start ? standing : [...standing, [axis, state]])))
      if (all.length > MOST_STANDINGS) return null
    }
    return all.filter(({ length }) => length > 0).toSorted((a, b) => a.length - b.length)
  }

  /** What a part has in some states otherwise than the rules before say. */
  private further(standings: readonly Standing[]): readonly CssRule[] {
    const { parts } = this.component
    const before = new Map<Part, { readonly standing: Standing; readonly declared: Declared }[]>(parts.map((part, index) => [part, [{ standing: [], declared: this.declared(part, index, []) }]]))
    return standings.flatMap((standing) => parts.flatMap((part, index): readonly CssRule[] => {
      const said = certain(before.get(part))
      const holds = (earlier: Standing) => earlier.every(([axis, state]) => standing.some(([on, at]) => on === axis && at === state))
      const shown: Declared = Object.assign({}, ...said.filter((each) => holds(each.standing)).map(({ declared }) => declared))
      const other = Object.fromEntries(Object.entries(this.declared(part, index, standing)).filter(([css, text]) => shown[css] !== text))
      if (Object.keys(other).length === 0) return []
      said.push({ standing, declared: other })
      return [this.rule(part, standing, other)]
    }))
  }

  private rule(part: Part, standing: Standing, declared: Declared): CssRule {
    return { selector: this.names.selector(this.component, part, standing), declared }
  }

  private declared(part: Part, index: number, standing: Standing): Declared {
    const values = certain(this.valuesIn(standing)[index])
    const drawn = this.drawn.get(part) ?? drawnBy(part.kind, values)
    const outline = drawn === 'outline' ? outlineText(part.kind, values) : null
    return { ...this.withTokens(part, standing, declarations(part.kind, values, drawn)), ...(outline === null ? {} : { '--outline': outline === '' ? 'none' : `path("${outline}")` }) }
  }

  /** Colours that are said by a token, by its custom property. */
  private withTokens(part: Part, standing: Standing, declared: Declared): Declared {
    const at = (axis: Axis): State => standing.find(([on]) => on === axis)?.[1] ?? theOne(axis.states, ({ id }) => id === axis.start)
    const looks = this.component.axes.flatMap((axis) => [...groupsAround(axis, at(axis).id).map(({ look }) => look), at(axis).look])
    const said: PropertyValues = Object.assign({}, part.base, ...looks.map((look) => look[part.id]))
    const drawn = certain(this.drawn.get(part))
    const tokens = Object.entries(said).flatMap(([property, value]) => {
      const token = isToken(value) ? this.project.tokens.find(({ id }) => id === value.token) : undefined
      if (token?.type !== 'colour') return []
      return shownBy(drawn, property, token.value).flatMap(({ css, text }) => (declared[css] === text(token.value) ? [[css, `var(${this.names.token(token)})`] as const] : []))
    })
    return { ...declared, ...Object.fromEntries(tokens) }
  }

  /** An ellipse that is an arc in one state is drawn as an outline in all. */
  private drawnIn(part: Part, index: number, standings: readonly Standing[]): Drawn {
    const drawn = standings.map((standing) => drawnBy(part.kind, certain(this.valuesIn(standing)[index])))
    return drawn.find((each) => each === 'outline') ?? certain(drawn[0])
  }

  /** What differs from state to state and no style sheet can say. */
  private unsaid(away: readonly Standing[]): readonly string[] {
    const start = this.valuesIn([])
    return away.flatMap((standing) => this.component.parts.flatMap((part, index) => {
      const [was, is] = [certain(start[index]), certain(this.valuesIn(standing)[index])]
      const differing = Object.keys(is).filter((property) => !sameValue(was[property], is[property]) && !isSaid(certain(this.drawn.get(part)), property, is[property] ?? null))
      return differing.map((property) => `${propertyDefinition(property)?.label ?? property} of “${part.name}” in “${standing.map(([, { name }]) => name).join(' ')}”: a style sheet does not say it.`)
    }))
  }
}

const worthSaying = (declared: Declared): Declared => Object.fromEntries(Object.entries(declared).filter(([name, text]) => UNSAID[name] !== text))

/** What becomes of layout once it has put everything in its place. */
const LAID_OUT: ReadonlySet<string> = new Set(['layout', 'gap', 'paddingTop', 'paddingRight', 'paddingBottom', 'paddingLeft', 'align', 'justify', 'wrap', 'widthFrom', 'heightFrom', 'grow', 'inLayout', 'pinX', 'pinY'])

/** What is said by the outline of a part. */
const OUTLINES: ReadonlySet<string> = new Set(['d', 'icon', 'arcStart', 'arcSweep', 'innerRadius'])

const isSaid = (drawn: Drawn, property: string, value: Literal): boolean =>
  LAID_OUT.has(property) || (drawn === 'outline' && OUTLINES.has(property)) || (property === 'fill' && isGradient(asPaint(value))) || shownBy(drawn, property, value).length > 0
