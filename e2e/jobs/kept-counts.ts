import { readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

/** What a job takes from an empty project by hand, in actions and in s of somebody who knows how: the best so far, and what is aimed at. */
export interface Count {
  readonly name: string
  readonly best: number
  readonly aim: number | null
  readonly bestS: number | null
  readonly aimS: number | null
  /** Of the seconds by hand, those that go into pressing keys. */
  readonly keysS?: number
  /** The same as text, in s, where all of it can be written so. */
  readonly typedS?: number
}

type Counts = Readonly<Record<string, Count>>

const FILE = path.resolve(import.meta.dirname, 'counts.json')

export const keptCounts = (): Counts => JSON.parse(readFileSync(FILE, 'utf8'))

export const keepCounts = (counts: Counts): void => writeFileSync(FILE, `${JSON.stringify(counts, null, 2)}\n`)
