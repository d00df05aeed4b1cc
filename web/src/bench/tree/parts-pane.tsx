import { AddPart } from './add-part'
import { useStillBench } from '../page/use-bench'
import { Parameters } from '../inspector/parameters'
import { PartProperties } from '../inspector/part-properties'
import { PartTree } from './part-tree'
import { useFindingsOf } from '../../checks/use-findings'
import { Tables } from '../../project/tables'
import { SharedVariables, Variables } from '../../project/variables'
import { Tokens } from '../../project/tokens'

/** The left side of the bench: the tree of parts, the parameters, and what the selected part is like. */
export function PartsPane({ isFolded }: { readonly isFolded: boolean }) {
  const { component } = useStillBench()
  const findings = useFindingsOf(component.id)
  return (
    <aside className={isFolded ? 'is-folded-away' : 'pane pane-left'} aria-label="Parts and properties">
      <div className="pane-head">
        <h2 className="caption">Parts</h2>
        <AddPart />
      </div>
      <PartTree findingsOf={(part) => findings.filter(({ about }) => about.part === part.id || about.parts?.includes(part.id) === true)} />
      <Parameters />
      <Variables />
      <PartProperties />
      <SharedVariables component={component} />
      <Tokens />
      <Tables />
    </aside>
  )
}
