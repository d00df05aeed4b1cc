import type { LineAbout } from '@rheoscope/core/written'
import type { Bench } from '../page/use-bench'

/** The lines, from 1, of what is selected on the bench: of its parts, their looks in the selected state, that state, the rule of the selected cell. */
export function markedBeside(lines: readonly LineAbout[], { view, axis, state, rule }: Pick<Bench, 'view' | 'axis' | 'state' | 'rule'>): readonly number[] {
  const isOfState = (line: LineAbout) => line.axis === axis.id && line.state === state.id
  return lines.filter((line) => {
    if (line.rule !== null) return line.rule === rule?.id
    if (line.part !== null) return view.parts.includes(line.part) && (line.axis === null || isOfState(line))
    return rule === null && view.parts.length === 0 && isOfState(line)
  }).map(({ line }) => line)
}
