import { describe, expect, it } from '@jest/globals'
import { Text } from '@codemirror/state'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, certain, componentOf, type Component } from '@rheoscope/core/document'
import { writtenPlainly } from '@rheoscope/core/written'
import { followed } from '../src/bench/text/followed'
import { readDraft } from '../src/bench/text/written-draft'

const button = certain(componentOf(skerryLine, 'boardingButton'))
const text = writtenPlainly(skerryLine, button)

const read = (changed: string) => readDraft({ text: changed, project: skerryLine, owner: button })

function made(changed: string): Component {
  const { edit } = read(changed)
  return edit ? certain(componentOf(apply(skerryLine, edit), button.id)) : button
}

describe('a draft', () => {
  it('changes nothing where it says what there is', () => expect(read(text)).toMatchObject({ edit: null, problems: [] }))

  it('is read but for the lines that cannot be: they are as they were', () => {
    const changed = text.replace('plate 208x42', 'plate 240x42').replace('working -> done', 'working -> don').replace('    look done', '      nobody: opacity 1\n    look done')
    expect(read(changed).problems).toHaveLength(2)
    const now = made(changed)
    expect(now.parts[0]!.base.width).toBe(240)
    expect(now.rules).toEqual(button.rules)
    expect(now.axes).toEqual(button.axes)
  })

  it('goes on from what of it has been kept', () => {
    const broken = text.replace('plate 208x42', 'plate 240x42').replace('working -> done', 'working -> don')
    const { made: kept } = read(broken)
    expect(readDraft(kept)).toMatchObject({ edit: null, problems: [{ sentence: expect.stringContaining('“don”') }] })
    expect(readDraft({ ...kept, text: kept.text.replace('working -> don,', 'working -> done,').replace('after 1800', 'after 900') }).edit).toEqual({ edit: 'set', path: ['components', button.id, 'rules', 'finish', 'trigger', 'ms'], to: 900 })
  })

  it('says nothing where what cannot be read is all around', () => expect(read(text.replace('container plate', 'container slab'))).toMatchObject({ edit: null }))

  it.each([['all but a letter is gone', 'c'], ['what is left cannot be a component', 'component "Boarding button"\n']])('takes nothing away where %s', (_what, changed) => {
    expect(read(changed)).toMatchObject({ edit: null, problems: [{ line: 1 }] })
  })

  it('makes another component of one, written from nothing', () => {
    const now = made('component "Fog horn"\n  container horn 120x48\n    text word 120x20 text "Sound"\n  states horn: quiet, loud\n  tap: quiet -> loud, 120 ms\n')
    expect(now).toMatchObject({ id: button.id, name: 'Fog horn', parts: [{ name: 'horn' }, { name: 'word' }], axes: [{ states: [{ name: 'quiet' }, { name: 'loud' }] }], rules: [{ trigger: { on: 'tap' } }] })
  })

  it('is the component it was under another name', () => expect(made(text.replace('"Boarding button"', '"Gangway button"'))).toMatchObject({ id: button.id, name: 'Gangway button' }))
})

describe('what others change', () => {
  const brought = (mine: string, theirs: string) => followed(text, mine, theirs).apply(Text.of(mine.split('\n'))).toString()

  it('comes into what one is writing', () => {
    const mine = text.replace('working -> done', 'working -> d')
    expect(brought(mine, text.replace('#24506f', '#b5466b'))).toBe(mine.replace('#24506f', '#b5466b'))
  })

  it('leaves what one has changed oneself as one writes it', () => {
    const mine = text.replace('#24506f', '#112233')
    expect(brought(mine, text.replace('#24506f', '#b5466b').replace('after 1800', 'after 900'))).toBe(mine.replace('after 1800', 'after 900'))
  })
})
