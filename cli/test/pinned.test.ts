import { describe, test } from '@jest/globals'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import { EXAMPLES } from '../../core/test/check/examples'
import { expectPinned } from '../../core/test/pinned/pinned'
import { checkReport, FORMATS } from '../src/check-report'
import { takeReport } from '../src/take-report'

const fileOf = (name: string) => path.resolve('cli/test/pinned', name)

describe('the command line says what it said', () => {
  test('of every example of the checks, with the fault and without it', () => {
    const said = EXAMPLES.flatMap(({ kind, has, hasNot }) => ([['has', has], ['has not', hasNot]] as const).map(([which, project]) =>
      `# ${kind}, ${which}\n${checkReport(project, { file: 'example.rheo.json', format: 'text', level: 'note' }).text}`))
    expectPinned(fileOf('check-examples.txt'), said.join('\n'))
  })

  test.each(FORMATS)('of a fault, as %s', (format) => {
    const { has } = EXAMPLES.find(({ kind }) => kind === 'never-completes')!
    expectPinned(fileOf(`never-completes.${format}.txt`), checkReport(has, { file: 'example.rheo.json', format, level: 'fault' }).text)
  })

  test('of the demo project on its smallest screen', () => {
    expectPinned(fileOf('check-home.txt'), checkReport(skerryLine, { file: 'skerry-line.rheo.json', format: 'text', level: 'note', screen: 'Home' }).text)
  })

  test('of every take', () => {
    expectPinned(fileOf('takes.txt'), skerryLine.takes.map((take) => takeReport(skerryLine, take, 'text').text).join('\n'))
  })
})
