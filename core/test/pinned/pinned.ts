import { expect } from '@jest/globals'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'

/**
 * Holds a text against the file it was kept in, so that whatever is rebuilt beneath comes to the same. With
 * `RHEOSCOPE_PIN=1` the file is written anew, and its difference is to be read before it is committed.
 */
export function expectPinned(file: string, text: string): void {
  if (process.env.RHEOSCOPE_PIN === '1') writeFileSync(file, text)
  expect(existsSync(file)).toBe(true)
  expect(text.split('\n')).toEqual(readFileSync(file, 'utf8').split('\n'))
}
