import { skerryLine } from '@rheoscope/core/demo'
import type { InputAction } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun } from '@rheoscope/core/run'
import { pointOn } from '@rheoscope/core/scene'
import { median, timed, type Report } from './report'

const MINUTES = 10
const EVERY_MS = 500
const ROUNDS = 3

/** Everything on the parts wall, used twice a second for ten minutes: one tap after another on each thing in turn. */
function tenMinutes(): void {
  const run = startRun(skerryLine, { screen: 'wall' })
  const parts = skerryLine.screens.find(({ id }) => id === 'wall')!.parts.slice(1)
  for (let step = 0; step * EVERY_MS < MINUTES * 60_000; step++) {
    advanceTo(run, step * EVERY_MS)
    const at = pointOn(drawList(run), '', parts[step % parts.length]!.id)
    if (!at) continue
    for (const input of [{ do: 'move' }, { do: 'press' }, { do: 'release' }] as const) send(run, { ...input, ...at, pointer: 'mouse' } as InputAction)
  }
  advanceTo(run, MINUTES * 60_000)
}

export function wallReport(): Report {
  tenMinutes()
  const ms = median(Array.from({ length: ROUNDS }, () => timed(tenMinutes)))
  return {
    name: `${MINUTES} simulated minutes of the parts wall, tapped ${1000 / EVERY_MS} times a second`,
    figures: [
      { what: 'whole run', value: ms / 1000, unit: 's', aim: 2 },
      { what: 'simulated / real time', value: (MINUTES * 60_000) / ms, unit: '×' },
    ],
  }
}
