import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { enact, explore, Network, MODALITIES, wayTo, type Node } from '../../../src/check/explore'
import { differentGroups, surfaces } from './demo-groups'

/** The nodes of one exploration that are come to by a run here. */
const NODES = 30

/** Whether it is known when everything on the way to a node comes: what has been held comes at any time after it is let go. */
const isTimed = (node: Node): boolean => wayTo(node).every(({ before, by }) => before?.place.deadlines.every(({ occasion, least, most }) => occasion !== by || least === most) ?? true)

test.each(surfaces)('on %s runs come to what the exploration says', (_name, surface) => {
  for (const group of differentGroups(surface)) {
    const network = new Network(skerryLine, group, { hasKeyboard: true })
    const { nodes, isFinished } = explore(network, { ways: MODALITIES })
    expect(isFinished).toBe(true)
    for (const node of nodes.filter(isTimed).slice(0, NODES)) {
      const run = enact(skerryLine, surface, network, node)?.run
      const there = network.axes.filter(({ thing }) => run?.instances.get(thing.path) && !thing.isItem)
      expect(there.map(({ thing, own }) => run!.instances.get(thing.path)!.states[own])).toEqual(there.map(({ states, at }) => states[node.place.configuration[at]!]))
    }
  }
})
