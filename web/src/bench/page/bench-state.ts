import type { Id, MotionPlace } from '@rheoscope/core/document'
import type { Row } from '../table/rows'

/** Where an edit of a property goes: into the selected look, the base look, all looks, the absent look, that of a group or a combination, or one a motion passes through. */
export type Into = 'look' | 'base' | 'all' | 'absent' | { readonly group: Id } | { readonly combination: Id } | { readonly motion: MotionPlace; readonly stage: Id }

/** Whose motion is changed: that of the selected rule alone, of its two states, of the component, or of the whole project. */
export type MotionScope = 'rule' | 'pair' | 'component' | 'project'

/** What a press on the easel does: takes hold of parts, draws a new path, or moves the points of the selected one. */
export type Tool = 'select' | 'draw a path' | 'points'

/** What is selected and open on the bench. Everything else follows from the document. */
export interface BenchState {
  readonly axis: Id
  /** The selected column. */
  readonly state: Id
  /** Further columns selected with it: edits into looks go into theirs too. */
  readonly alsoStates: readonly Id[]
  /** The row of the selected cell, in the selected column; null when no cell is selected. */
  readonly row: string | null
  readonly parts: readonly Id[]
  readonly isEaselOpen: boolean
  readonly into: Into
  readonly motionScope: MotionScope
  /** The lane whose timing is being looked at; null for the motion as a whole. */
  readonly lane: { readonly part: Id; readonly property: string } | null
  /** The instant of the scrubber over the motion lanes; null when it is let go. */
  readonly scrubMs: number | null
  /** The motion plays again and again. */
  readonly isLooping: boolean
  /** The rule whose motion is drawn behind the selected one's; null for none. */
  readonly comparedRule: Id | null
  readonly tool: Tool
  /** The step of the easel's grid, in px; null for none. */
  readonly gridPx: number | null
  /** The state whose look lies under the wipe on the easel; null for none. */
  readonly comparedWith: Id | null
  /** Further cells selected with that one. */
  readonly alsoCells: readonly { readonly state: Id; readonly row: string }[]
  /** Whether rows go by what triggers them or by the part they listen to. */
  readonly rowsBy: 'trigger' | 'part'
  /** Cells that answer nothing are marked. */
  readonly showsGaps: boolean
  /** What stands in the middle: the trigger table, the rules as a map, or the component as text. */
  readonly shownAs: ShownAs
  /** The line that is open to be written, as it begins; null while none is. */
  readonly line: string | null
  /** Rows without rules as yet, by axis. */
  readonly addedRows: readonly { readonly axis: Id; readonly row: Row }[]
}

/** What can stand in the middle of the bench. */
export type ShownAs = 'table' | 'map' | 'text'

export type BenchAction =
  /** Selects what a bench has selected, and opens what it has open; everything else stays. */
  | { readonly do: 'go to'; readonly view: BenchState }
  | { readonly do: 'select axis'; readonly axis: Id; readonly state: Id }
  | { readonly do: 'select state'; readonly state: Id }
  | { readonly do: 'add state to selection'; readonly state: Id }
  | { readonly do: 'select cell'; readonly state: Id; readonly row: string }
  | { readonly do: 'add cell to selection'; readonly state: Id; readonly row: string }
  /** Selects all cells of the selected axis between the selected one and that one. */
  | { readonly do: 'select cells to'; readonly state: Id; readonly row: string; readonly states: readonly Id[]; readonly rows: readonly string[] }
  | { readonly do: 'sort rows'; readonly by: 'trigger' | 'part' }
  | { readonly do: 'show gaps'; readonly shows: boolean }
  | { readonly do: 'show as'; readonly as: ShownAs }
  | { readonly do: 'select parts'; readonly parts: readonly Id[] }
  | { readonly do: 'select lane'; readonly lane: BenchState['lane'] }
  | { readonly do: 'open easel'; readonly state: Id }
  | { readonly do: 'close easel' }
  | { readonly do: 'edit into'; readonly into: Into }
  | { readonly do: 'time'; readonly scope: MotionScope }
  | { readonly do: 'scrub'; readonly ms: number | null }
  | { readonly do: 'loop'; readonly isLooping: boolean }
  | { readonly do: 'compare motions'; readonly rule: Id | null }
  | { readonly do: 'use tool'; readonly tool: Tool }
  | { readonly do: 'set the grid'; readonly px: number | null }
  | { readonly do: 'compare with'; readonly state: Id | null }
  | { readonly do: 'write a line'; readonly line: string | null }
  | { readonly do: 'add row'; readonly axis: Id; readonly row: Row }

/** The cells of the rectangle from the selected cell to another one, without the selected one; the opposite corner comes last. */
function between(from: BenchState, { state, row, states, rows }: Extract<BenchAction, { do: 'select cells to' }>): BenchState['alsoCells'] {
  const span = <T>(all: readonly T[], a: T, b: T) => {
    const [first = 0, last = 0] = [all.indexOf(a), all.indexOf(b)].toSorted((x, y) => x - y)
    return all.slice(first, last + 1)
  }
  if (from.row === null || !states.includes(from.state) || !rows.includes(from.row)) return []
  const cells = span(rows, from.row, row).flatMap((each) => span(states, from.state, state).map((column) => ({ row: each, state: column })))
  const isAt = (a: { row: string; state: Id }, b: { row: string | null; state: Id }) => a.row === b.row && a.state === b.state
  const corner = { row, state }
  return [...cells.filter((cell) => !isAt(cell, from) && !isAt(cell, corner)), ...(isAt(corner, from) ? [] : [corner])]
}

/** The combination whose look edits go into; null when they go elsewhere. */
export const combinationOf = (into: Into): Id | null => (typeof into === 'object' && 'combination' in into ? into.combination : null)

/** The group of the selected axis whose look edits go into; null when they go elsewhere. */
export const groupOf = (into: Into): Id | null => (typeof into === 'object' && 'group' in into ? into.group : null)

/** The look on the way that edits go into; null when they go elsewhere. */
export const stageOf = (into: Into): Extract<Into, { stage: Id }> | null => (typeof into === 'object' && 'stage' in into ? into : null)

export function benchReducer(state: BenchState, action: BenchAction): BenchState {
  switch (action.do) {
    case 'go to': {
      const { axis, state: column, row, parts, isEaselOpen, shownAs, into } = action.view
      return { ...state, axis, state: column, row, parts, isEaselOpen, shownAs, into, alsoStates: [], alsoCells: [], lane: null, scrubMs: null, isLooping: false, comparedWith: null, tool: 'select' }
    }
    case 'select axis':
      return { ...state, axis: action.axis, state: action.state, alsoStates: [], alsoCells: [], row: null, lane: null, scrubMs: null, isLooping: false, into: groupOf(state.into) === null ? state.into : 'look' }
    case 'select state':
      return { ...state, state: action.state, alsoStates: [], lane: null, scrubMs: null }
    case 'add state to selection': {
      if (action.state === state.state) return state
      const others = state.alsoStates.filter((id) => id !== action.state)
      return { ...state, alsoStates: others.length < state.alsoStates.length ? others : [...others, action.state] }
    }
    case 'select cell':
      return { ...state, state: action.state, alsoStates: [], alsoCells: [], row: action.row, lane: null, scrubMs: null, isLooping: false, motionScope: 'rule', into: stageOf(state.into) ? 'look' : state.into }
    case 'add cell to selection': {
      if (state.row === null || (action.row === state.row && action.state === state.state)) return state
      const others = state.alsoCells.filter((cell) => cell.row !== action.row || cell.state !== action.state)
      return { ...state, alsoCells: others.length < state.alsoCells.length ? others : [...others, { row: action.row, state: action.state }] }
    }
    case 'select cells to':
      return { ...state, alsoCells: between(state, action) }
    case 'sort rows':
      return { ...state, rowsBy: action.by }
    case 'show gaps':
      return { ...state, showsGaps: action.shows }
    case 'show as':
      return { ...state, shownAs: action.as, isEaselOpen: false }
    case 'select parts':
      return { ...state, parts: action.parts, tool: state.tool === 'points' && action.parts[0] !== state.parts[0] ? 'select' : state.tool }
    case 'select lane':
      return { ...state, lane: action.lane }
    case 'open easel':
      return { ...state, state: action.state, alsoStates: [], isEaselOpen: true, shownAs: 'table', lane: null, scrubMs: null, comparedWith: null }
    case 'close easel':
      return { ...state, isEaselOpen: false, tool: 'select', comparedWith: null }
    case 'use tool':
      return { ...state, tool: action.tool }
    case 'set the grid':
      return { ...state, gridPx: action.px }
    case 'compare with':
      return { ...state, comparedWith: action.state }
    case 'edit into':
      return { ...state, into: action.into }
    case 'time':
      return { ...state, motionScope: action.scope }
    case 'scrub':
      return { ...state, scrubMs: action.ms, isLooping: false }
    case 'loop':
      return { ...state, isLooping: action.isLooping, scrubMs: null }
    case 'compare motions':
      return { ...state, comparedRule: action.rule }
    case 'write a line':
      return { ...state, line: action.line }
    case 'add row':
      return { ...state, addedRows: [...state.addedRows.filter(({ axis, row }) => axis !== action.axis || row.key !== action.row.key), { axis: action.axis, row: action.row }] }
  }
}
