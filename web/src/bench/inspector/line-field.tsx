import type { Part, Value } from '@rheoscope/core/document'
import type { Scope } from '@rheoscope/core/expression'
import { describable } from '@rheoscope/core/written'
import { CommitField } from '../../fields/commit-field'
import { valuesInLine } from '../../fields/said-values'
import { useBench } from '../page/use-bench'

/** Where the selected part stands and how large it is, in one line; whatever else it is like can be said there as well, of all selected parts at once. */
export function LineField({ part, scope }: { readonly part: Part; readonly scope: Scope }) {
  const { project, parts, ownValue, make, propertyEdit } = useBench()
  const take = (line: string): string | null => {
    const read = valuesInLine(line, describable(project, part.kind, 'component' in part ? part.component : null), scope, project.tokens)
    if ('problem' in read) return read.problem
    const said = parts.flatMap(({ id }) => Object.entries(read.value).map(([property, value]) => ({ part: id, property, value })))
    if (said.length > 0) make(propertyEdit(said), parts.length > 1 ? `set ${parts.length} parts` : `set ${part.name}`)
    return null
  }
  const shown = (property: string): Value | undefined => ownValue(part.id, property) ?? part.base[property]
  return (
    <div className="property-line" title="Size and place, and whatever else: 208x42 at 0,0 fill #24506f radius 6 not visible">
      <CommitField label="In one line" hidesLabel isMono isOrder value={placeText(shown)} placeholder="208x42 at 0,0 fill #24506f" onCommit={take} />
    </div>
  )
}

/** `208x42 at 0,0`, of what is a number and decided by nothing else. */
function placeText(shown: (property: string) => Value | undefined): string {
  const numbers = (...names: readonly string[]) => names.map(shown).map((value) => (typeof value === 'number' ? Math.round(value * 100) / 100 : null))
  const [width, height, x, y] = numbers('width', 'height', 'x', 'y')
  const isOwnSize = [shown('widthFrom'), shown('heightFrom')].every((from) => from === undefined || from === 'fixed')
  return [...(isOwnSize && width != null && height != null ? [`${width}x${height}`] : []), ...(x != null && y != null ? [`at ${x},${y}`] : [])].join(' ')
}
