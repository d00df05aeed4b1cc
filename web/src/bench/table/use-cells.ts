import { emptyCells, firstOf, setCells, type Cell, type Target } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import { rowsOf, triggerTitle } from './rows'
import { useStillBench } from '../page/use-bench'

/** The selected cells of the trigger table and what can be done to all of them at once. */
export interface SelectedCells {
  readonly cells: readonly Cell[]
  readonly set: (target: Target) => void
  readonly empty: () => void
}

export function useCells(): SelectedCells {
  const { project, component, axis, state, view, make } = useStillBench()
  const rows = rowsOf(component, axis, view)
  const cellAt = (row: string, at: string): readonly Cell[] => {
    const found = rows.find(({ key }) => key === row)
    return found ? [{ axis: axis.id, state: at, trigger: found.trigger, part: found.part }] : []
  }
  const cells = view.row === null ? [] : [...cellAt(view.row, state.id), ...view.alsoCells.flatMap((cell) => cellAt(cell.row, cell.state))]
  const what = cells.length === 1 ? `what ${triggerTitle(firstOf(cells).trigger, component.axes)} does in ${state.name}` : `${cells.length} cells`
  return {
    cells,
    set: (target) => cells.length > 0 && make(setCells(project, component, cells, target, newId), `set ${what}`),
    empty: () => make(emptyCells(project, component, cells), `empty ${cells.length === 1 ? 'a cell' : what}`),
  }
}
