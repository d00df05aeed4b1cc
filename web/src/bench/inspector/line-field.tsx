import type { Part, Value } from '@rheoscope/core/document'
import { CommitField } from '../../fields/commit-field'
import { askedOfParts } from '../page/said-edits'
import { useAsking } from '../page/use-asking'
import { useBench, useStillBench } from '../page/use-bench'

/** Where the selected part stands and how large it is, in one line; whatever else it is like can be said there as well, of all selected parts at once and of others by their names. */
export function LineField({ part }: { readonly part: Part }) {
  const { parts, ownValue } = useBench()
  const still = useStillBench()
  const ask = useAsking()
  const take = (line: string) => ask(askedOfParts(still, line), parts.length > 1 ? `set ${parts.length} parts` : `set ${part.name}`)
  const shown = (property: string): Value | undefined => ownValue(part.id, property) ?? part.base[property]
  return (
    <div className="property-line" title="Size and place, and whatever else: 208x42 at 0,0 fill #24506f radius 6 not visible. Others by name behind a semicolon: ring opacity 0. Another kind behind “as”: as picture">
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
