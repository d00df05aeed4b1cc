import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { tokensInto } from '../src/tokens-into'

test('tokens come into a project, with what changes and what does not come along', () => {
  const { project, changes, leftOut } = tokensInto(skerryLine, '{"sea":{"$type":"color","$value":"#123456"},"face":{"$type":"fontFamily","$value":"Any"}}')
  expect(project.tokens.at(-1)).toMatchObject({ name: 'sea', type: 'colour', value: '#123456' })
  expect([changes, leftOut]).toEqual([['“sea” is new: #123456', 'What the file says besides is kept, and goes out again with the tokens.'], ['“face”: there are no tokens of the type fontFamily here.']])
  expect(tokensInto(project, '{}')).toEqual({ project, changes: [], leftOut: [] })
  expect(() => tokensInto(project, 'nonsense')).toThrow('The file is no JSON with tokens')
})
