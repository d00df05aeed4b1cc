import { MenuItem } from '@mui/material'
import { ruleClipOf, triggerRow, type Target } from '@rheoscope/core/document'
import { answersFor } from '@rheoscope/core/reading'
import { StateMark } from '../../theme/state-mark'
import { FloatingMenu } from '../../theme/floating'
import { outcomesOf, outcomeText } from './outcomes'
import { useStillBench } from '../page/use-bench'
import { useCells } from './use-cells'

/** What the selected cells could answer, the likely answers first, and what else there is to do with them. */
export function CellMenu({ anchor, onClose }: { readonly anchor: HTMLElement | null; readonly onClose: () => void }) {
  const { component, axis, view } = useStillBench()
  const { cells, set, empty } = useCells()
  const [cell] = cells
  const answers = cell ? answersFor(component, cell) : []
  const act = (does: () => void) => () => {
    onClose()
    does()
  }
  const copyRow = () => {
    const rules = component.rules.filter((rule) => rule.axis === axis.id && triggerRow(rule.trigger, rule.part) === view.row)
    void navigator.clipboard.writeText(JSON.stringify(ruleClipOf(component, rules)))
  }
  return (
    <FloatingMenu anchor={anchor} onClose={onClose}>
      {answers.map(({ target, because }) => (
        <MenuItem key={JSON.stringify(target)} onClick={act(() => set(target))}>
          <TargetName target={target} /> {because && <span className="muted answer-because">{because}</span>}
        </MenuItem>
      ))}
      <MenuItem divider disabled />
      <MenuItem onClick={act(empty)}>Clear cell</MenuItem>
      <MenuItem onClick={act(copyRow)}>Copy the whole row</MenuItem>
    </FloatingMenu>
  )
}

function TargetName({ target }: { readonly target: Target }) {
  const { axis } = useStillBench()
  const state = target.go === 'state' ? axis.states.find(({ id }) => id === target.state) : undefined
  if (state) return <span className="answer-state"><StateMark hue={state.hue} size={11} /> {state.name}</span>
  if (target.go === 'one of') return <span className="answer-state">{outcomesOf(target, axis.states).map(outcomeText).join(' or ')}</span>
  return <span className="answer-state">{target.go === 'ignored' ? 'ignored' : target.go}</span>
}
