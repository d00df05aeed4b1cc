import { AddPart } from './add-part'
import { useStillBench } from '../page/use-bench'
import { Parameters } from '../inspector/parameters'
import { PartProperties } from '../inspector/part-properties'
import { PartTree } from './part-tree'
import { Tables } from '../../project/tables'
import { SharedVariables, Variables } from '../../project/variables'
import { Tokens } from '../../project/tokens'

/** The left side of the bench: the tree of parts, the parameters, and what the selected part is like. */
export function PartsPane() {
  return (
    <aside className="pane pane-left" aria-label="Parts and properties">
      <div className="pane-head">
        <h2 className="caption">Parts</h2>
        <AddPart />
      </div>
      <PartTree />
      <Parameters />
      <Variables />
      <PartProperties />
      <SharedVariables component={useStillBench().component} />
      <Tokens />
      <Tables />
    </aside>
  )
}
