import { afterAll, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Project } from '@rheoscope/core/document'
import { compile, keptAt, surfaceComponent, type Surface } from '@rheoscope/core/machine'
import type { Run } from '@rheoscope/core/run'
import { enact, explore, isFleeting, Network, thingsOn, MODALITIES, wayTo, type Node, type SymbolicPlace, type Thing, type Modality } from '../../../src/check/explore'
import { differentGroups, surfaces } from './demo-groups'
import { machines, projectWith } from './random-machine'
import { told, toldOf } from './told'

const MACHINES = Number(process.env.RHEOSCOPE_MACHINES ?? 500)

/** So many first ways of one exploration are gone by a run here: the longest of up to so many steps, which have others as their beginnings. */
const WAYS_GONE = { demo: Number(process.env.RHEOSCOPE_WAYS ?? 8), random: 3 }
const MOST_STEPS = 16

/** Larger ones than this, in symbolic configurations, are gone only as far as that. */
const LIMIT = 300

const rates = { exact: { ways: 0, gone: 0 }, others: { ways: 0, gone: 0 } }

/** Goes the first ways of an exploration; where nothing is left open every one of them has to come out as it was explored. */
function goFirstWays(project: Project, surface: Surface, things: readonly Thing[], ways: readonly Modality[], many: number): void {
  const network = new Network(project, things, { hasKeyboard: ways.includes('keyboard') })
  const { nodes, isExact } = explore(network, { ways, limit: LIMIT })
  const rate = isExact ? rates.exact : rates.others
  const isWhole = nodes.length < LIMIT
  const kept = new Set(nodes.map(({ place }) => numbersIn(network, place)))
  const firsts = new Map<SymbolicPlace, Node>()
  for (const node of nodes) if (node.depth <= MOST_STEPS && !firsts.has(node.place)) firsts.set(node.place, node)
  for (const node of [...firsts.values()].slice(-many)) {
    const run = enact(project, surface, network, node)?.run
    if (run?.loop.isStopped) continue
    const explored = wayTo(node).flatMap(({ outcome }) => outcome.marks.flatMap((mark) => told(mark, network)))
    // What is due at the instant it comes there has happened as well.
    const gone = run ? toldOf(run.trace, network).slice(0, explored.length) : null
    rate.ways++
    if (JSON.stringify(gone) === JSON.stringify(explored)) rate.gone++
    else if (isExact) expect(gone).toEqual(explored)
    if (isExact && isWhole && run) expect(kept).toContain(numbersOf(run, network))
  }
}

/** What a run and a place of an exploration keep of each thing that stands there, in the same slots. What has nothing of its own to lose counts as gone on its way out. */
const numbersOf = (run: Run, network: Network): string => network.things.map((thing) => {
  const instance = run.instances.get(thing.path)
  return !instance || (instance.goneMs !== null && network.items.has(thing) && isFleeting(network, thing)) ? 'gone' : instance.numbers.join(' ')
}).join()
const numbersIn = (network: Network, { configuration }: SymbolicPlace): string => network.things.map((thing) => {
  const item = network.items.get(thing)
  const [from, { size }] = [network.offsetOf(thing), thing.compiled.slots]
  return item && keptAt(configuration, item.at) === 0 ? 'gone' : configuration.subarray(from, from + size).join(' ')
}).join()

test.each(surfaces)('on %s a run goes the ways of an exact exploration, with the same marks, and keeps the same numbers', (_name, surface) => {
  for (const group of differentGroups(surface)) goFirstWays(skerryLine, surface, group, MODALITIES, WAYS_GONE.demo)
})

test('runs go the ways of exact explorations of random machines, with the same marks, and keep the same numbers', () => {
  fc.assert(fc.property(machines, (plain) => {
    const project = projectWith(plain)
    goFirstWays(project, { screen: 'screen' }, thingsOn(project, compile(project, surfaceComponent(project, { screen: 'screen' }))).slice(1), ['mouse'], WAYS_GONE.random)
  }), { numRuns: MACHINES })
})

afterAll(() => {
  const { exact, others } = rates
  process.stdout.write(`first ways gone by runs: ${exact.gone} of ${exact.ways} of exact explorations, ${others.gone} of ${others.ways} of others (${Math.round((100 * others.gone) / Math.max(1, others.ways))} %)\n`)
})
