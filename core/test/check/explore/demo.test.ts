import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Surface } from '@rheoscope/core/machine'
import { enact, explore, independentGroups, Network, signatureOf, thingsOnSurface, WAYS } from '../../../src/check/explore'

/** The nodes of one exploration that are come to by a run here. */
const NODES = 30

const surfaces: readonly (readonly [string, Surface])[] = [
  ...skerryLine.components.map(({ id, name }) => [name, { component: id }] as const),
  ...skerryLine.screens.filter(({ id }) => id !== 'wall').map(({ id, name }) => [name, { screen: id }] as const),
]

test.each(surfaces)('on %s runs come to what the exploration says', (_name, surface) => {
  const alike = new Set<string>()
  for (const group of independentGroups(skerryLine, thingsOnSurface(skerryLine, surface))) {
    const signature = signatureOf(group)
    if (alike.has(signature)) continue
    alike.add(signature)
    const network = new Network(skerryLine, group, { hasKeyboard: true })
    const { nodes, isFinished } = explore(network, { ways: WAYS })
    expect(isFinished).toBe(true)
    for (const node of nodes.slice(0, NODES)) {
      const run = enact(skerryLine, surface, network, node)?.run
      const there = network.axes.filter(({ thing }) => run?.instance(thing.path) && !thing.isItem)
      expect(there.map(({ thing, own }) => run!.instance(thing.path)!.states[own])).toEqual(there.map(({ states, at }) => states[node.place.configuration[at]!]))
    }
  }
})
