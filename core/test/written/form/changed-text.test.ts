import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, batch, certain, componentOf, editsBetween, type Component, type Edit } from '@rheoscope/core/document'
import { readWritten, writtenComponent } from '@rheoscope/core/written'

const RUNS = Number(process.env.RHEOSCOPE_WRITTEN ?? 20)

const button = certain(componentOf(skerryLine, 'boardingButton'))

/** A text as somebody would write it who knows nothing of identifiers. */
const withoutIds = (text: string): string => text.replace(/^( *)id [\w-]+ (?=\S)/gm, '$1').replace(/,? id [\w-]+(?=,|$)/gm, '')

function editsOf(component: Component, change: (text: string) => string): readonly Edit[] {
  const { project, problems } = readWritten(change(writtenComponent(skerryLine, component)), skerryLine)
  expect(problems).toEqual([])
  return editsBetween([], skerryLine, project)
}

const at = (...path: readonly string[]) => ['components', 'boardingButton', ...path]

describe('a changed text', () => {
  it.each(skerryLine.components.map((component) => [component.name, component] as const))('is no change of %s where only identifiers are left out', (_name, component) => {
    expect(editsOf(component, withoutIds)).toEqual([])
  })

  it('renames what has another name, and what refers to it follows', () => {
    expect(editsOf(button, (text) => text.replaceAll('over', 'hovered'))).toEqual([{ edit: 'set', path: at('axes', 'boarding', 'states', 'over', 'name'), to: 'hovered' }])
    expect(editsOf(button, (text) => text.replaceAll('label', 'words').replaceAll('wordsText', 'labelText'))).toEqual([{ edit: 'set', path: at('parts', 'label', 'name'), to: 'words' }])
  })

  it('changes one thing by one edit', () => {
    expect(editsOf(button, (text) => text.replace('after 1800', 'after 900'))).toEqual([{ edit: 'set', path: at('rules', 'finish', 'trigger', 'ms'), to: 900 }])
    expect(editsOf(button, (text) => withoutIds(text).replace('plate: fill #3b6d91', 'plate: fill #000000'))).toEqual([{ edit: 'set', path: at('axes', 'boarding', 'states', 'over', 'look', 'plate', 'fill'), to: '#000000' }])
    expect(editsOf(button, (text) => withoutIds(text).replace('160 ms ease-in-out\n', '200 ms ease-in-out\n'))).toHaveLength(1)
  })

  it('puts in what is new, and takes out what is gone', () => {
    const added = editsOf(button, (text) => withoutIds(`${text}  long press 500 on plate: any -> rest\n`))
    expect(added).toMatchObject([{ edit: 'insert', path: at('rules'), before: null, item: { trigger: { on: 'long press' } } }])
    expect(editsOf(button, (text) => withoutIds(text).replace(/ {2}# The gate .*\n {2}after .*\n/, ''))).toEqual([{ edit: 'remove', path: at('rules'), id: 'finish' }])
    expect(editsOf(button, (text) => withoutIds(text).replace('rest, over', 'rest, waiting, over'))).toMatchObject([{ edit: 'insert', path: at('axes', 'boarding', 'states'), before: 'over', item: { name: 'waiting' } }, {}, {}, {}])
  })

  it('comes to what it says, whatever lines are taken out of it', () => {
    const text = writtenComponent(skerryLine, button)
    const lines = text.trimEnd().split('\n')
    fc.assert(fc.property(fc.subarray(lines.slice(1), { minLength: 1 }), (kept) => {
      const { project } = readWritten([lines[0], ...kept].join('\n'), skerryLine)
      expect(apply(skerryLine, batch(...editsBetween([], skerryLine, project)))).toEqual(project)
    }), { numRuns: RUNS })
  })
})
