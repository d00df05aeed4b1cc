import { describe, expect, it } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { skerryLine } from '@rheoscope/core/demo'
import { serialise } from '@rheoscope/core/document'
import { readProject } from '@rheoscope/core/schema'
import { readWritten, writtenComponent, writtenProject } from '@rheoscope/core/written'

const page = (name: string) => readFileSync(new URL(`../../../../docs/${name}`, import.meta.url), 'utf8')
const [button = '', everything = ''] = [...page('written-form.md').matchAll(/^```rheo\n([\s\S]*?)^```/gm)].map(([, block]) => block)

describe('what docs/written-form.md shows', () => {
  it('is read, and written again as it stands there', () => {
    const { project, problems } = readWritten(button)
    expect(problems).toEqual([])
    expect(writtenComponent(project, project.components[0]!)).toBe(button)
  })

  it('is every kind of line, written again as it stands there', () => {
    const { project, problems } = readWritten(everything)
    expect(problems).toEqual([])
    expect(writtenProject(project)).toBe(everything)
    expect(readProject(serialise(project)).components).toHaveLength(2)
  })

  it('is what the demo is made of, as it is always written: npm run docs:demo writes it so', () => {
    expect(page('../core/src/demo/skerry-line.rheo')).toBe(writtenProject(skerryLine))
  })
})
