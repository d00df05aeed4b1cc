import { test } from '@jest/globals'
import fc from 'fast-check'
import { compile, surfaceComponent } from '@rheoscope/core/machine'
import { StateSpace } from '../../../src/check/ground/state-space'
import { independentGroups, thingsOn } from '../../../src/check/explore'
import { expectExplored } from './expect-explored'
import { shops, shopWith } from './random-shop'

const SHOPS = Number(process.env.RHEOSCOPE_SHOPS ?? 40)

test('whatever is written and becomes of the records of random tables, the exploration has seen it happen', () => {
  fc.assert(fc.property(shops, (plain) => {
    const [project, surface] = [shopWith(plain), { component: 'shop' }]
    for (const group of independentGroups(project, thingsOn(project, compile(project, surfaceComponent(project, surface))))) expectExplored(new StateSpace(project, surface, group, { limit: 600 }), 4)
  }), { numRuns: SHOPS })
})
