import { PART_KINDS, type Chance, type Project } from '@rheoscope/core/document'
import type { RunOptions } from '@rheoscope/core/run'
import { readWritten } from '@rheoscope/core/written'
import type { ScenarioText } from './scenario-lines'

/** A line with those that stand further in below it. */
type Block = readonly [string, ...string[]]

const further = (line: string) => `  ${line}`

function blocksOf(lines: readonly string[]): readonly Block[] {
  const blocks: [string, ...string[]][] = []
  for (const line of lines) {
    const last = blocks.at(-1)
    if (last && line.startsWith(' ')) last.push(line)
    else blocks.push([line])
  }
  return blocks
}

const begins = (block: Block, ...words: readonly string[]): boolean => words.includes(/^\w+/.exec(block[0])?.[0] ?? '')

const FRAME = 'container frame'

/** A component in a frame of 200 × 100 where it has no other, with one state where it has none. */
function component(name: string, said: readonly Block[]): readonly string[] {
  const parts = said.filter((block) => begins(block, ...PART_KINDS))
  const isFramed = parts.some(([first]) => first.startsWith(FRAME))
  const framed = isFramed ? parts.flat() : [`${FRAME} 200x100`, ...parts.flat().map(further)]
  const states = said.some((block) => begins(block, 'states')) ? [] : ['states axis: rest']
  return [`component ${name}`, ...[...framed, ...states, ...said.filter((block) => !parts.includes(block)).flat()].map(further)]
}

/** The project an example describes, in its written form: what stands at the edge is about one component. Throws for what cannot be read. */
export function projectOf({ given }: ScenarioText): { readonly project: Project; readonly surface: string; readonly options: RunOptions } {
  const blocks = blocksOf(given)
  const [tables, components, settings] = [['shared', 'table'], ['component'], ['chance', 'reduced']].map((words) => blocks.filter((block) => begins(block, ...words)))
  const own = blocks.filter((block) => ![tables, components, settings].some((known) => known?.includes(block)))
  const named = components!.map(([head, ...inside]) => component(head.slice('component '.length), blocksOf(inside.map((line) => line.slice(2)))))
  const lines = ['project "Scenario"', '  motion: 0 ms linear', ...tables!.flat(), ...named.flat(), ...(own.length > 0 ? component('thing', own) : [])]
  const { project, problems } = readWritten(lines.join('\n'))
  if (problems.length > 0) throw new Error(problems.map(({ line, sentence }) => `${lines[line - 1]}: ${sentence}`).join('\n'))
  const drawn = settings!.find((block) => begins(block, 'chance'))?.[0].split(' ').slice(1).map(Number)
  const chance: Chance | undefined = drawn && { seed: 1, drawn }
  return { project, surface: project.components.at(-1)!.id, options: { isMotionReduced: settings!.some((block) => begins(block, 'reduced')), ...(chance ? { chance } : {}) } }
}
