import { describe, test } from '@jest/globals'
import path from 'node:path'
import { expectPinned } from './pinned'
import { runText } from './run-text'
import { scenes } from './scenes'

describe('a scene comes to what it came to', () => {
  test.each(Object.entries(scenes))('%s', (name, { project, surface, inputs, endsAtMs, options }) => {
    expectPinned(path.resolve('core/test/pinned/runs', `${name}.txt`), runText(project, surface, inputs, endsAtMs, options))
  })
})
