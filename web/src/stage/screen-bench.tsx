import { useMemo, useReducer, type ReactNode } from 'react'
import { batch, firstOf, firstStateOf, setProperties, type Component, type Edit, type Id, type Project, type Said, type Screen } from '@rheoscope/core/document'
import { surfaceComponent } from '@rheoscope/core/machine'
import { benchAt } from '../bench/page/bench-address'
import { benchReducer, type BenchAction } from '../bench/page/bench-state'
import { BenchContext, StillBenchContext, type Bench } from '../bench/page/use-bench'
import { useOfSession } from '../session/use-session'
import { atRest, frameOf } from './at-rest'
import { useStage } from './use-stage'

/**
 * The screen as the component it runs as: whatever arranges parts and says what they are like on the bench does so here.
 * What it edits of that component is edited of the screen.
 */
export function ScreenBench({ children }: { readonly children: ReactNode }) {
  const { shown, project, screen, parts, selectParts, session, player, make } = useStage()
  const document = useOfSession('document')
  const component = useMemo(() => surfaceComponent(shown, { screen: screen.id }), [shown, screen.id])
  const [view, dispatch] = useReducer(benchReducer, null, () => ({ ...benchAt(component, {}), into: 'base' as const, isEaselOpen: true }))
  const live = useMemo((): Bench => {
    const axis = firstOf(component.axes)
    const state = firstStateOf(axis)
    const stored = surfaceOr(document, screen, component)
    const selected = parts.flatMap((id) => component.parts.find((each) => each.id === id) ?? [])
    return {
      project: withSurface(shown, component), component, axis, state, editedStates: [state], rule: null,
      stored: { project: withSurface(document, stored), component: stored, rule: null },
      parts: selected, view: { ...view, parts: selected.map(({ id }) => id) },
      select: (action: BenchAction) => (action.do === 'select parts' ? selectParts(action.parts) : dispatch(action)),
      session, player, isScreen: true,
      make: (edit, label) => edit && make(ofScreen(edit, screen.id), label),
      preview: (edit) => session.preview(edit && ofScreen(edit, screen.id)),
      place: { look: 'base' }, shown: { standing: {}, isAbsent: false, over: null },
      ownValue: () => undefined,
      propertyEdit: (said) => setProperties(stored, { look: 'base' }, shown === project ? said : asDrawn(said, shown, project, screen.id)),
    }
  }, [shown, project, document, component, screen, parts, selectParts, session, player, make, view])
  return (
    <StillBenchContext.Provider value={live}>
      <BenchContext.Provider value={live}>{children}</BenchContext.Provider>
    </StillBenchContext.Provider>
  )
}

/** The screen as it is stored, as a component; as it is shown while it is stored no more. */
const surfaceOr = (project: Project, { id }: Screen, otherwise: Component): Component =>
  project.screens.some((each) => each.id === id) ? surfaceComponent(project, { screen: id }) : otherwise

const known = new WeakMap<Component, { readonly of: Project; readonly with: Project }>()

/** The project with a screen among its components, so that it can be drawn as one. */
function withSurface(project: Project, component: Component): Project {
  const before = known.get(component)
  if (before?.of === project) return before.with
  const made = { ...project, components: [...project.components, component] }
  known.set(component, { of: project, with: made })
  return made
}

/** An edit of the component a screen runs as, as one of the screen. */
export function ofScreen(edit: Edit, screen: Id): Edit {
  if (edit.edit === 'batch') return batch(...edit.edits.map((each) => ofScreen(each, screen)))
  const [list, id, ...rest] = edit.path
  return list === 'components' && id === screen ? { ...edit, path: ['screens', id, ...rest] } : edit
}

/** What is said of places at the size that is shown, as it comes to be at the size the screen is drawn at: it moves and grows by as much there. */
function asDrawn(said: readonly Said[], shown: Project, drawn: Project, screen: Id): readonly Said[] {
  const [here, there] = [atRest(shown, screen), atRest(drawn, screen)]
  return said.map((each) => {
    const side = (['x', 'y', 'width', 'height'] as const).find((name) => name === each.property)
    return side === undefined || typeof each.value !== 'number' ? each : { ...each, value: Math.round(frameOf(there, each.part)[side] + each.value - frameOf(here, each.part)[side]) }
  })
}
