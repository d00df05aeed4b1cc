import { MAIN } from '../../frame/use-focus-kept'
import { AxisGrid } from './axis-grid'
import { AxisScope } from './axis-scope'
import { Easel } from '../easel/easel'
import { RuleMap } from '../../map/rule-map'
import { useStillBench } from '../page/use-bench'
import { AsText } from '../text/as-text'
import './grid.css'

/** The trigger table: a grid for each axis, side by side, or the map of the selected one; the easel under their looks while it is open. */
export function ResponseGrid() {
  const { component, view } = useStillBench()
  if (view.shownAs === 'text') return <main className="grid-pane" id={MAIN} tabIndex={-1} aria-label="The component as text"><AsText /></main>
  if (view.shownAs === 'map') return <main className="grid-pane" id={MAIN} tabIndex={-1} aria-label="Map of the rules"><div className="grid-scroll"><RuleMap /></div></main>
  return (
    <main className="grid-pane" id={MAIN} tabIndex={-1} aria-label="Trigger table">
      <div className="grid-scroll">
        <div className="axis-grids">
          {component.axes.map((axis) => (
            <AxisScope key={axis.id} axis={axis}>
              <AxisGrid />
            </AxisScope>
          ))}
        </div>
        {view.isEaselOpen && <Easel />}
      </div>
    </main>
  )
}
