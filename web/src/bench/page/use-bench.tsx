import { createContext, useContext, useEffect, useMemo, useReducer, useState, type Dispatch, type ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { batch, certain, firstOf, firstStateOf, lookAt, ruleInCell, setProperties, setPropertyEverywhere, type Axis, type Component, type Edit, type Id, type LookPlace, type OwnLookPlace, type Part, type Project, type Rule, type Said, type State, type Value } from '@rheoscope/core/document'
import { destination } from '../lanes/timing-text'
import { useCheckedFirst } from '../../checks/use-findings'
import type { Still } from '@rheoscope/core/run'
import type { Player } from '../../playing/player'
import { usePlayer } from '../../playing/use-player'
import type { ProjectSession } from '../../session/project-session'
import { useSession, useSessionState } from '../../session/use-session'
import { useAddress } from '../../frame/use-address'
import { keepRows } from '../table/kept-rows'
import { BENCH_NAMES, benchAt, selectionOn } from './bench-address'
import { benchReducer, combinationOf, groupOf, stageOf, type BenchAction, type BenchState } from './bench-state'

/** The bench as its parts see it: the document, what is selected in it, and how to change either. */
export interface Bench {
  readonly project: Project
  readonly component: Component
  readonly axis: Axis
  /** The state of the selected column. */
  readonly state: State
  /** The rule in the selected cell, if there is one. */
  readonly rule: Rule | null
  /** The component and the rule as they are stored, while a preview shows something else: what edits are made of. */
  readonly stored: { readonly project: Project; readonly component: Component; readonly rule: Rule | null }
  readonly parts: readonly Part[]
  /** The states whose looks are edited: that of the selected column and those selected with it. */
  readonly editedStates: readonly State[]
  readonly view: BenchState
  readonly select: Dispatch<BenchAction>
  readonly session: ProjectSession
  readonly player: Player | null
  readonly make: (edit: Edit | null, label: string) => void
  /** Shows what would become of an edit, until the next one is made or nothing is shown. */
  readonly preview: (edit: Edit | null) => void
  /** It is a screen that is arranged, as the component it runs as: it has one look and no rules of axes. */
  readonly isScreen: boolean
  /** The place in the document that edits of the selected look go to. */
  readonly place: LookPlace
  /** The look on the easel. */
  readonly shown: Still
  /** What the look that is edited says of a property by itself; undefined where it says nothing. */
  readonly ownValue: (part: Id, property: string) => Value | undefined
  /** The edit that says properties of parts where edits go now. */
  readonly propertyEdit: (said: readonly Said[]) => Edit
}

export const BenchContext = createContext<Bench | null>(null)
export const StillBenchContext = createContext<Bench | null>(null)

export function BenchProvider({ component: id, children }: { readonly component: Id; readonly children: ReactNode }) {
  const session = useSession()
  const { project, document } = useSessionState()
  const stored = document.components.find((each) => each.id === id)
  const component = project.components.find((each) => each.id === id) ?? certain(stored)
  const [search] = useSearchParams()
  const [usual] = useState(() => benchAt(component, {}))
  const [view, select] = useReducer(benchReducer, null, () => benchAt(component, Object.fromEntries(search)))
  useAddress(BENCH_NAMES, selectionOn(view, usual), (selection) => select({ do: 'go to', view: benchAt(component, selection) }))
  useEffect(() => keepRows(id, view.addedRows), [id, view.addedRows])
  const player = usePlayer(project, { component: id })
  useCheckedFirst(id)
  const whole = { session, view, select, player }
  const still = useBenchOf(document, stored ?? component, { project: document, component: stored ?? component }, whole)
  const live = useBenchOf(project, component, { project: document, component: stored ?? component }, whole)
  return (
    <StillBenchContext.Provider value={still}>
      <BenchContext.Provider value={project === document ? still : live}>
        {children}
      </BenchContext.Provider>
    </StillBenchContext.Provider>
  )
}

/** The bench as it is shown, with whatever is being previewed: for what has to follow a pull. */
export const useBench = (): Bench => useContextOf(BenchContext)

/** The bench as it is stored, which does not change while something is being pulled: for everything else. */
export const useStillBench = (): Bench => useContextOf(StillBenchContext)

function useContextOf(context: typeof BenchContext): Bench {
  const bench = useContext(context)
  if (!bench) throw new Error('There is no bench here.')
  return bench
}

function useBenchOf(project: Project, component: Component, stored: Pick<Bench['stored'], 'project' | 'component'>, { session, view, select, player }: Pick<Bench, 'session' | 'view' | 'select' | 'player'>): Bench {
  const axis = component.axes.find((each) => each.id === view.axis) ?? firstOf(component.axes)
  const state = axis.states.find((each) => each.id === view.state) ?? firstStateOf(axis)
  const combined = combinationOf(view.into)
  const combination = component.combinations.find(({ id }) => id === combined)
  const stage = stageOf(view.into)
  const group = axis.groups?.find(({ id }) => id === groupOf(view.into))
  const shown = useMemo((): Still => shownLook(component, axis, state, view), [component, axis, state, view])
  const { project: storedProject, component: storedComponent } = stored

  return useMemo((): Bench => {
    const editedStates = [state, ...axis.states.filter(({ id }) => id !== state.id && view.alsoStates.includes(id))]
    const edited: readonly OwnLookPlace[] =
      view.into === 'absent' ? [{ look: 'absent' }]
        : stage ? [{ look: 'stage', ...stage }]
        : group ? [{ look: 'group', axis: axis.id, group: group.id }]
        : combination ? [{ look: 'combination', id: combination.id }]
          : editedStates.map(({ id }) => ({ look: 'state', axis: axis.id, state: id }))
    const place: LookPlace = view.into === 'base' || view.into === 'all' ? { look: 'base' } : firstOf(edited)
    const ruleOf = (of: Component) => (view.row === null ? null : (ruleInCell(of, axis.id, state.id, view.row) ?? null))
    return {
      project, component, axis, state, editedStates, view, select, session, player, place, shown,
      ownValue: (part, property) => (place.look === 'base' ? undefined : lookAt(component, place)[part]?.[property]),
      rule: ruleOf(component),
      stored: { project: storedProject, component: storedComponent, rule: ruleOf(storedComponent) },
      parts: view.parts.flatMap((part) => component.parts.find((each) => each.id === part) ?? []),
      make: (edit, label) => edit && session.dispatch(edit, label),
      preview: (edit) => session.preview(edit),
      isScreen: false,
      propertyEdit: (said) =>
        view.into === 'all'
          ? batch(...said.map(({ part, property, value }) => setPropertyEverywhere(storedComponent, part, property, value)))
          : view.into === 'base'
            ? setProperties(storedComponent, place, said)
            : batch(...edited.map((each) => setProperties(storedComponent, each, said))),
    }
  }, [project, component, storedProject, storedComponent, axis, state, view, combination, group, stage, shown, session, player, select])
}

/** What the easel shows: the state selected, those of a combination, or where a rule leads with a stage of its motion over it. */
function shownLook(component: Component, axis: Axis, state: State, { into }: BenchState): Still {
  const stage = stageOf(into)
  if (stage) {
    const of = 'rule' in stage.motion ? stage.motion.rule : null
    const rule = component.rules.find(({ id }) => id === of)
    const target = (rule && destination(component, rule)) ?? state.id
    return { standing: { [axis.id]: target }, isAbsent: false, over: lookAt(component, { look: 'stage', ...stage }) }
  }
  const combined = combinationOf(into)
  const combination = component.combinations.find(({ id }) => id === combined)
  return { standing: combination?.states ?? { [axis.id]: state.id }, isAbsent: into === 'absent', over: null }
}
