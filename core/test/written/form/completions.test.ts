import { describe, expect, it } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, componentOf } from '@rheoscope/core/document'
import { surfaceComponent } from '@rheoscope/core/machine'
import { completionsAt, linesAbout, mendOf, readWritten, writtenPlainly } from '@rheoscope/core/written'

const button = certain(componentOf(skerryLine, 'boardingButton'))
const text = writtenPlainly(skerryLine, button)

/** What is offered where `|` stands in a line that is put behind another one. */
function offeredAt(behind: string, line: string): readonly string[] {
  const place = text.indexOf('\n', text.indexOf(behind)) + 1
  const [before = '', after = ''] = line.split('|')
  const whole = `${text.slice(0, place)}${before}${after}\n${text.slice(place)}`
  return completionsAt(skerryLine, button, whole, place + before.length).options.map((option) => option.text)
}

describe('what can be written at a place', () => {
  it.each([
    ['a line of a component', 'states boarding', '  re|', ['release', 'press', 'press outside']],
    ['a line of a look', 'look over', '      r|', ['ring:']],
    ['a property of a part in a look', 'look over', '      plate: opa|', ['opacity']],
    ['a choice', 'look over', '      plate: pointer cursor poin|', ['pointer']],
    ['a token', 'look over', '      plate: fill @|', skerryLine.tokens.filter(({ type }) => type === 'colour').map(({ name }) => `@${name}`)],
    ['where a rule leads', 'after 1800', '  tap: rest -> do|', ['done']],
    ['how a rule moves', 'after 1800', '  tap: rest -> done, 160 ms ease-i|', ['ease-in', 'ease-in-out']],
    ['what a motion does where another runs', 'after 1800', '  tap: rest -> done, policy fin|', ['finish first']],
    ['a part a trigger is on', 'after 1800', '  tap on ti|', ['tick']],
    ['a component', 'states boarding', '  instance more of "Spinner|', ['"Spinner ring"']],
    ['a name in an expression', 'states boarding', '  text more "= up(label|', ['labelText']],
    ['a function', 'states boarding', '  text more size 12 text "= upp|', ['upper']],
    ['what an action does', 'after 1800', '    sen|', ['send']],
  ])('knows %s', (_what, behind, line, expected) => {
    expect(offeredAt(behind, line)).toEqual(expect.arrayContaining([...expected]))
  })

  it('offers nothing that is said already, and nothing where a name is new', () => {
    expect(offeredAt('look over', '      plate: opacity 1 opac|')).not.toContain('opacity')
    expect(offeredAt('states boarding', '  box ne|')).toEqual([])
  })

  it('knows what stands on a screen', () => {
    const at = (line: string) => completionsAt(skerryLine, surfaceComponent(skerryLine, { screen: 'home' }), `screen x\n  ${line}`, `screen x\n  ${line}`.length).options.map((option) => option.text)
    expect(at('inst')).toEqual(['instance'])
    expect(at('siz')).toEqual(['size'])
    expect(at('instance pay of "Boarding')).toEqual(['"Boarding button"'])
  })

  it('says what a property is now', () => {
    const at = text.indexOf('plate: fill #3b6d91')
    expect(completionsAt(skerryLine, button, `${text.slice(0, at)}plate: fil`, at + 'plate: fil'.length).options).toContainEqual({ text: 'fill', is: 'property', detail: '#3b6d91' })
  })

  it.each(skerryLine.components.map((component) => [component.name, component] as const))('can be asked at every place of %s', (_name, component) => {
    const whole = writtenPlainly(skerryLine, component)
    for (let at = 0; at < whole.length; at += 7) expect(completionsAt(skerryLine, component, whole, at).from).toBeLessThanOrEqual(at)
  })
})

describe('what a line is about', () => {
  it('is the part, the state, the part in the state, or the rule it says something of', () => {
    const abouts = linesAbout(text, button)
    const at = (line: string) => abouts.find((each) => text.split('\n')[each.line - 1]!.trim().startsWith(line))
    expect(at('container plate')).toMatchObject({ part: 'plate', state: null })
    expect(at('look working')).toMatchObject({ axis: 'boarding', state: 'working', part: null })
    expect(at('ring: turn')).toMatchObject({ state: 'working', part: 'ring' })
    expect(at('after 1800')).toMatchObject({ rule: 'finish', state: 'working' })
  })
})

describe('what would most likely mend a line', () => {
  it.each([
    ['after 1800: working -> done', 'after 1800: working -> don', 'done'],
    ['label: opacity', 'labl: opacity', 'label'],
    ['states boarding: rest', 'states boarding: at rest', '"at rest"'],
  ])('is found for %s', (was, is, insert) => {
    const broken = text.replace(was, is)
    const { problems } = readWritten(broken, skerryLine)
    const mend = certain(mendOf(skerryLine, button, broken, certain(problems[0])))
    expect(mend.insert).toBe(insert)
    const mended = broken.slice(0, mend.from) + mend.insert + broken.slice(mend.to)
    expect(readWritten(mended, skerryLine).problems.length).toBeLessThan(problems.length)
  })

  it('is nothing where nothing is near', () => {
    const broken = text.replace('working -> done', 'working -> elsewhere')
    expect(mendOf(skerryLine, button, broken, certain(readWritten(broken, skerryLine).problems[0]))).toBeNull()
  })
})
