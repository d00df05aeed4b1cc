import { skerryLine } from '@rheoscope/core/demo'
import type { Surface } from '@rheoscope/core/machine'
import { independentGroups, signatureOf, thingsOnSurface, type Thing } from '../../../src/check/explore'

/** Every component and screen of the demo project by its name, but for the wall of instances. */
export const surfaces: readonly (readonly [string, Surface])[] = [
  ...skerryLine.components.map(({ id, name }) => [name, { component: id }] as const),
  ...skerryLine.screens.filter(({ id }) => id !== 'wall').map(({ id, name }) => [name, { screen: id }] as const),
]

/** What stands on one in groups that have nothing to do with one another, of those that behave alike only the first. */
export function differentGroups(surface: Surface): readonly (readonly Thing[])[] {
  const alike = new Map<string, readonly Thing[]>()
  for (const group of independentGroups(skerryLine, thingsOnSurface(skerryLine, surface))) {
    const signature = signatureOf(group)
    if (!alike.has(signature)) alike.set(signature, group)
  }
  return [...alike.values()]
}
