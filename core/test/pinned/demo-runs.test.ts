import { describe, test } from '@jest/globals'
import fc from 'fast-check'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import type { Input } from '@rheoscope/core/document'
import { anyInputs } from '../run/any-inputs'
import { expectPinned } from './pinned'
import { runText } from './run-text'

const fileOf = (name: string) => path.resolve('core/test/pinned/runs', `${name}.txt`)

describe('a take comes to what it came to', () => {
  test.each(skerryLine.takes.map((take) => [take.name, take] as const))('%s', (_name, take) => {
    const { id, surface, inputs, endsAtMs, reducedMotion, entryPoint } = take
    expectPinned(fileOf(id), runText(skerryLine, surface, inputs, endsAtMs, { isMotionReduced: reducedMotion, ...(entryPoint === undefined ? {} : { entryPoint }) }))
  })
})

describe('what anybody does comes to what it came to', () => {
  test.each(skerryLine.screens.map((screen, index) => [screen.name, screen, index] as const))('on %s', (_name, screen, index) => {
    const steps = fc.sample(anyInputs(screen, 40), { numRuns: 1, seed: 7 + index })[0]!
    let atMs = 0
    const inputs = steps.map(([waitMs, action]) => ({ ...action, atMs: (atMs += Math.round(waitMs / 3)) }) as Input)
    expectPinned(fileOf(`random-${screen.id}`), runText(skerryLine, { screen: screen.id }, inputs, atMs + 1500, { isMotionReduced: index === 2 }))
  })
})
