import { describe, expect, it } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, componentOf, screenOf } from '@rheoscope/core/document'
import { readWritten, rowsAsLines, withLines, writtenPlainly } from '@rheoscope/core/written'

const button = certain(componentOf(skerryLine, 'boardingButton'))
const text = writtenPlainly(skerryLine, button)
const place = { state: 'rest', holder: null }

/** The lines that come in and go out. */
function changes(lines: string, at: typeof place | { state: string; holder: string } = place) {
  const { project, problems } = readWritten(withLines(text, lines, at), skerryLine)
  expect(problems).toEqual([])
  const now = writtenPlainly(project, certain(componentOf(project, button.id))).split('\n')
  const before = text.split('\n')
  return { in: now.filter((line) => !before.includes(line)).map((line) => line.trim()), out: before.filter((line) => !now.includes(line)).map((line) => line.trim()) }
}

describe('a line goes where it belongs', () => {
  it('says anew what a part is', () => expect(changes('container plate fill #000000').in).toEqual([expect.stringContaining('fill #000000')]))
  it('adds a part to the outermost, or to the one that is selected', () => {
    expect(changes('box badge 8x8 at 4,4').in).toEqual(['box badge 8x8 at 4,4'])
    expect(withLines(text, 'box badge 8x8', { state: 'rest', holder: 'plate' })).toMatch(/\n {4}box badge 8x8\n/)
  })
  it('says what a part is like in a state, in any of three ways', () => {
    const said = { in: ['plate: fill #000000'], out: ['plate: fill #3b6d91'] }
    expect(changes('over plate: fill #000000')).toEqual(said)
    expect(changes('look over plate: fill #000000')).toEqual(said)
    expect(changes('plate: fill #000000', { state: 'over', holder: 'plate' })).toEqual(said)
    expect(changes('plate: fill #000000').in).toEqual(['look rest', 'plate: fill #000000'])
  })
  it('adds a rule, or has it take the place of what held there for the same trigger', () => {
    expect(changes('long press 400: rest -> done')).toEqual({ in: ['long press 400: rest -> done'], out: [] })
    expect(changes('after 1800: working -> rest')).toEqual({ in: ['after 1800: working -> rest'], out: [expect.stringMatching(/^after 1800: working -> done/)] })
    expect(changes('tap: over -> done')).toEqual({ in: ['tap: rest -> working, 160 ms ease-in-out', 'tap: over -> done'], out: ['tap: rest, over -> working, 160 ms ease-in-out'] })
    expect(changes('tap: over -> done, if 1 < 2').out).toEqual([])
  })
  it('adds states, parameters and variables, or says them anew', () => {
    expect(changes('states boarding: rest, paused').in).toEqual(['states boarding: rest, over, working, done, paused'])
    expect(changes('parameter labelText: text "Go"').in).toEqual(['parameter labelText: text "Go"'])
    expect(changes('variable tries: number 0').in).toEqual(['variable tries: number 0'])
  })
  it('takes several at once, with what stands below them', () => expect(changes('states boarding: paused\n\nlook paused\n  plate: opacity 0.5\ntap: paused -> rest').in).toHaveLength(4))
  it('leaves a line that says nothing to be told of', () => expect(readWritten(withLines(text, 'hello there', place), skerryLine).problems).toHaveLength(1))

  it('goes into a screen as well', () => {
    const home = certain(screenOf(skerryLine, 'home'))
    const { project, problems } = readWritten(withLines(writtenPlainly(skerryLine, home), 'instance more of "Boarding button" at 20,600', { state: null, holder: null }), skerryLine)
    expect(problems).toEqual([])
    expect(certain(screenOf(project, 'home')).parts.at(-1)).toMatchObject({ name: 'more', component: 'boardingButton', base: { x: 20, y: 600 } })
  })
})

describe('rows of a spreadsheet', () => {
  const lines = (...rows: readonly string[]) => rowsAsLines(rows.map((row) => row.split('|')), 'boarding')

  it('are parts, states or rules, by what stands above them', () => {
    expect(lines('kind|name|width|text', 'text|big label|40|On the way', 'box|dot|8|')).toBe('text "big label" width 40 text "On the way"\nbox dot width 8')
    expect(lines('State|plate fill|label opacity', 'paused|#000000|0.5', 'rest||')).toBe('states boarding: paused, rest\nlook paused\n  plate: fill #000000\n  label: opacity 0.5')
    expect(lines('trigger|from|to|ms|easing|if', 'tap|rest|done|120|ease-out|', 'enter|rest|over|||1 < 2')).toBe('tap: rest -> done, 120 ms ease-out\nenter: rest -> over, if 1 < 2')
  })
  it('are read as the lines they come to', () => {
    expect(changes(certain(lines('state|plate fill', 'paused|#000000'))).in).toEqual(['states boarding: rest, over, working, done, paused', 'look paused', 'plate: fill #000000'])
    expect(changes(certain(lines('kind|name|width|height', 'box|dot|8|8'))).in).toEqual(['box dot 8x8'])
  })
  it('are nothing where the heads say none of these', () => {
    expect(lines('port|crossing', 'Skerry|40')).toBeNull()
    expect(lines('trigger|from|wind', 'tap|rest|3')).toBeNull()
  })
})
