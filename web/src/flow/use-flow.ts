import { useEffect, useMemo, useState } from 'react'
import { orElse, type Id, type Project, type Screen } from '@rheoscope/core/document'
import { flowOf, laidOutFlow, type Flow, type FlowScreen, type FlowSheet } from '@rheoscope/core/flow'
import { compile, surfaceComponent, type Compiled } from '@rheoscope/core/machine'
import { drawList, knownTimesOfShowing, startRun, timesOfShowing } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'

/** The flow of a project as it is shown. */
export interface ShownFlow {
  readonly flow: Flow
  readonly sheet: FlowSheet
  readonly drawnOf: (screen: Id) => DrawList
}

/** So long pictures and times are worked out before what there is of them is shown, in ms: at first, and from then on. */
const [FIRST_MS, FURTHER_MS] = [80, 250]

/** The flow of a project, laid out; null while something in it cannot be put together. A large one comes bit by bit: first how its screens lead to one another, then their pictures and times. */
export function useFlow(project: Project): ShownFlow | null {
  const [pass, setPass] = useState(0)
  const [shown, isWhole] = useMemo((): readonly [ShownFlow | null, boolean] => {
    const patience = new Patience(pass === 0 ? FIRST_MS : FURTHER_MS)
    const shown = orElse(() => shownFlow(project, patience), null)
    return [shown, patience.hasLasted]
  }, [project, pass])
  useEffect(() => {
    if (isWhole) return undefined
    const timer = setTimeout(() => setPass((passes) => passes + 1))
    return () => clearTimeout(timer)
  }, [shown, isWhole])
  return shown
}

/** Lasts until it has been asked too late once. */
class Patience {
  hasLasted = true
  private readonly untilMs: number

  constructor(forMs: number) {
    this.untilMs = performance.now() + forMs
  }

  lasts(): boolean {
    if (performance.now() > this.untilMs) this.hasLasted = false
    return this.hasLasted
  }
}

function shownFlow(project: Project, patience: Patience): ShownFlow {
  const screens = project.screens.map((screen): FlowScreen => {
    const { id, width, height, flowY } = screen
    return { id, width, height, y: flowY, drawn: orElse(() => drawnBegun(project, screen, patience), []) }
  })
  const flow = flowOf(project, (from, action) => {
    const times = knownTimesOfShowing(project, from, action) ?? (patience.lasts() ? timesOfShowing(project, from, action) : null)
    return times && Math.max(...times)
  })
  return { flow, sheet: laidOutFlow(flow, screens), drawnOf: (screen) => screens.find(({ id }) => id === screen)?.drawn ?? [] }
}

const drawn = new WeakMap<Compiled, { readonly tables: Project['tables']; readonly list: DrawList }>()

/** Those that have been drawn, so that they need not be compiled from nothing to find out. */
const wereDrawn = new WeakSet<Screen>()

/** A screen as it begins, drawn once for what it is now; empty while there is no time for it. */
function drawnBegun(project: Project, screen: Screen, patience: Patience): DrawList {
  if (!wereDrawn.has(screen) && !patience.lasts()) return []
  const { id } = screen
  const compiled = compile(project, surfaceComponent(project, { screen: id }))
  const known = drawn.get(compiled)
  if (known?.tables === project.tables) return known.list
  if (!patience.lasts()) return []
  const list = drawList(startRun(project, { screen: id }))
  drawn.set(compiled, { tables: project.tables, list })
  wereDrawn.add(screen)
  return list
}
