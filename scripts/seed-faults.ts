/** Puts every kind of fault into every component of the demo project, and prints how many were found, missed, and raised where there was nothing. */
import { skerryLine } from '@rheoscope/core/demo'
import { fieldOf, sow, type Sown } from '../core/test/check/seeding/seeding'
import { SEEDS, withSeedTables } from '../core/test/check/seeding/seeds'

const field = fieldOf(withSeedTables({ ...skerryLine, screens: [], promises: [], startScreen: null }))
/** The kinds asked for; all when none is. */
const only = process.argv.slice(2)
const total = { put: 0, found: 0, missed: 0, falsely: 0 }

process.stdout.write(`${'kind'.padEnd(26)}    put  found missed  false\n`)
for (const seed of SEEDS.filter(({ kind }) => only.length === 0 || only.includes(kind))) {
  const sown = skerryLine.components.flatMap((component): Sown[] => {
    const one = sow(field, component, seed)
    return one ? [one] : []
  })
  const missed = sown.filter(({ isFound }) => !isFound)
  const falsely = sown.flatMap((each) => each.falsely)
  total.put += sown.length
  total.found += sown.length - missed.length
  total.missed += missed.length
  total.falsely += falsely.length
  process.stdout.write(row(seed.kind, [sown.length, sown.length - missed.length, missed.length, falsely.length]))
  if (missed.length > 0) process.stdout.write(`  missed in ${missed.map(({ component }) => component).join(', ')}\n`)
  for (const sentence of falsely) process.stdout.write(`  falsely: ${sentence}\n`)
}
process.stdout.write(row('all', [total.put, total.found, total.missed, total.falsely]))

function row(name: string, numbers: readonly number[]): string {
  return `${name.padEnd(26)} ${numbers.map((number) => String(number).padStart(6)).join(' ')}\n`
}
