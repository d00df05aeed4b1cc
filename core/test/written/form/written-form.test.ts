import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, componentsOn, serialise, type Component, type Project, type Screen } from '@rheoscope/core/document'
import { openedText } from '@rheoscope/core/exchange'
import { readProject } from '@rheoscope/core/schema'
import { readWritten, writtenComponent, writtenPlainly, writtenProject } from '@rheoscope/core/written'
import { reworded } from './any-names'

const RUNS = Number(process.env.RHEOSCOPE_WRITTEN ?? 20)

function readBack(project: Project): Project {
  const { project: read, problems } = readWritten(writtenProject(project))
  expect(problems).toEqual([])
  return read
}

/** The demo project with only some of its components and screens, and nothing that leads elsewhere. */
const withOnly = (components: readonly Component[], screens: readonly Screen[] = []): Project => ({
  ...skerryLine, screens, startScreen: null, takes: [], promises: [], assets: [],
  components: components.map((each) => ({ ...each, rules: each.rules.filter(({ actions }) => actions.every((action) => !('screen' in action))) })),
})

const component = (text: string): Component => certain(readWritten(text).project.components[0])

describe('the written form of a project', () => {
  it('is read back as the same project, and written again as the same text', () => {
    const text = writtenProject(skerryLine)
    expect(readBack(skerryLine)).toEqual(skerryLine)
    expect(writtenProject(readBack(skerryLine))).toBe(text)
  })

  it('is the same text in whatever order the keys of the document stand', () => {
    const turned = (node: unknown): unknown => (Array.isArray(node) ? node.map(turned) : typeof node === 'object' && node !== null ? Object.fromEntries(Object.entries(node).toReversed().map(([key, value]) => [key, turned(value)])) : node)
    expect(writtenProject(turned(skerryLine) as Project)).toBe(writtenProject(skerryLine))
  })

  it('says everything of the components and screens of the demo in words', () => {
    expect(writtenProject(skerryLine)).not.toMatch(/^\s+(also|(id \S+ )?action) \{/m)
  })

  it.each([...skerryLine.components, ...skerryLine.screens].map((owner) => [owner.name, owner] as const))('says no identifiers of %s to who has it before their eyes', (_name, owner) => {
    expect(writtenPlainly(skerryLine, owner).replace(/"(?:[^"\\]|\\.)*"/g, '')).not.toMatch(/\bid [\w-]/)
  })

  it('keeps what stands behind # as notes of what comes below', () => {
    const text = [
      '# How one boards.', 'component Button', '  # Drawn by', '  #', '  # hand.', '  container plate 20x20', '    glide fill: 90 ms', '    # The words', '    text label',
      '  # How far it is.', '  states boarding: rest, over', '    # Only with a mouse.', '    look over', '      label: opacity 0.5', '  # Not twice.', '  tap: rest -> over', '',
    ].join('\n')
    const { project } = readWritten(text)
    const { note, parts, axes: [axis], rules } = certain(project.components[0])
    expect([note, parts.map((part) => part.note), axis?.note, axis?.states.map((state) => state.note), rules.map((rule) => rule.note)])
      .toEqual(['How one boards.', ['Drawn by\n\nhand.', 'The words'], 'How far it is.', [undefined, 'Only with a mouse.'], ['Not twice.']])
    expect(writtenComponent(project, certain(project.components[0]))).toBe(text.replace(', 90 ms', ' 90 ms'))
  })

  it('loses no comment: above a line that says more of a thing it becomes that of the thing, at the end that of the last', () => {
    const { project } = readWritten('component B\n  box plate\n    # Slow enough to be seen.\n    glide fill: 90 ms\n  tap: any -> stay\n    # Told to all.\n    send go\ntoken calm: duration 200\n# Measured.\n')
    const { parts, rules } = certain(project.components[0])
    expect([parts[0]?.note, rules[0]?.note, project.tokens[0]?.note]).toEqual(['Slow enough to be seen.', 'Told to all.', 'Measured.'])
  })

  it('says a note in JSON where it would not be read back as it is', () => {
    const [plate, ...others] = certain(skerryLine.components[0]).parts
    const project = { ...skerryLine, components: [{ ...certain(skerryLine.components[0]), parts: [{ ...certain(plate), note: '  further in' }, ...others] }, ...skerryLine.components.slice(1)] }
    expect(readBack(project)).toEqual(project)
  })

  it('puts names in quotes that would be words of the line', () => {
    const { project, problems } = readWritten('component B\n  box plate\n  states s: rest, "to"\n    group "to": "to"\n  entered "to": rest -> rest\n  message "to" on plate: rest -> "to"\n')
    expect(problems).toEqual([])
    expect(readBack(project)).toEqual(project)
  })

  it('is as exact whatever things are called and whatever they say', () => {
    const withOne = skerryLine.screens.map((screen) => withOnly(componentsOn(skerryLine, screen), [{ ...screen, rules: [] }]))
    const ofOne = skerryLine.components.map((each) => withOnly(componentsOn(skerryLine, { parts: [{ id: 'one', kind: 'instance', name: 'one', parent: null, base: {}, component: each.id, start: {} }] })))
    fc.assert(fc.property(fc.constantFrom(...withOne, ...ofOne).chain(reworded), (project) => {
      const back = readBack(project)
      expect(back).toEqual(project)
      expect(writtenProject(back)).toBe(writtenProject(project))
    }), { numRuns: RUNS })
  })

  it('makes a project that is valid', () => {
    expect(readProject(serialise(readBack(skerryLine)))).toEqual(skerryLine)
  })

  it('reads what a person would write, identifiers and all left out', () => {
    const { name, parts, axes, rules, parameters } = component([
      'component Boarding button',
      '  parameter labelText: text "Board"',
      '  container plate 208x42 fill #24506f radius 6 cursor pointer role button focusable accessible name "= labelText"',
      '    text label "= labelText" alignment center weight 700 fill #ffffff',
      '    # The tick is drawn by hand.',
      '    path tick at 58,15 stroke #ffffff opacity 0 outline "M1 6 L5 10 L13 1"',
      '  states boarding: rest, over, working, done',
      '    look over',
      '      plate: fill #3b6d91',
      '  tap: rest, over -> working, 160 ms ease-in-out',
      '  after 1800: working -> done, 160 ms',
      '  tap on plate: working -> ignored',
    ].join('\n').replace('component Boarding button', 'component "Boarding button"').replace('cursor pointer', 'pointer cursor pointer'))
    expect({ name, parts: parts.map((part) => [part.id, part.parent]), parameters: parameters.map((each) => each.initial) }).toEqual({ name: 'Boarding button', parts: [['plate', null], ['label', 'plate'], ['tick', 'plate']], parameters: ['Board'] })
    expect(axes[0]?.states.map(({ id, look }) => [id, look])).toEqual([['rest', {}], ['over', { plate: { fill: '#3b6d91' } }], ['working', {}], ['done', {}]])
    expect(rules.map(({ trigger, part, within, target, motion }) => [trigger.on, part, within, target, motion?.durationMs])).toEqual([
      ['tap', null, { only: ['rest', 'over'] }, { go: 'state', state: 'working' }, 160],
      ['after', null, { only: ['working'] }, { go: 'state', state: 'done' }, 160],
      ['tap', 'plate', { only: ['working'] }, { go: 'ignored' }, undefined],
    ])
  })

  it('tells every line that cannot be read, with its place, and loses no other', () => {
    const { project, problems } = readWritten(['component Lamp', '  container plate 20x20 glow 3', '  container frame 20x20', '  states light: off, on', '    look onn', '  tap: off -> onn', '  tap on frame: off -> on', '  shine: off'].join('\n'))
    expect(problems.map(({ line, column }) => [line, column])).toEqual([[2, 25], [5, 10], [6, 15], [8, 3]])
    expect(problems[2]?.sentence).toBe('There is no state called “onn”: off, on.')
    expect(project.components[0]?.rules).toHaveLength(1)
    expect(project.components[0]?.parts.map(({ name }) => name)).toEqual(['plate', 'frame'])
  })

  it('loses nothing but a line that is broken, and what is inside it', () => {
    const some = withOnly(skerryLine.components.slice(0, 12))
    const lines = writtenProject(some).split('\n')
    const isInside = (index: number) => /^ {2}\S/.test(lines[index]!) && !/^ {2}(container|states|parameter|variable)/.test(lines[index]!)
    const ends = (index: number) => { const next = lines.findIndex((line, at) => at > index && !/^ {3}/.test(line)); return next < 0 ? lines.length : next }
    const heads = lines.flatMap((line, index) => (line.startsWith('component ') ? [index] : []))
    fc.assert(fc.property(fc.constantFrom(...lines.flatMap((_line, index) => (isInside(index) && index > heads[0]! && index < heads.at(-1)! ? [index] : []))), (broken) => {
      const { project, problems } = readWritten(lines.map((line, index) => (index === broken ? '  ((nonsense "' : line)).join('\n'))
      expect(problems.length).toBeGreaterThan(0)
      expect(problems.every(({ line }) => line > broken && line <= ends(broken))).toBe(true)
      const own = heads.findLastIndex((head) => head < broken)
      expect(project.components.filter((_each, index) => index !== own)).toEqual(some.components.filter((_each, index) => index !== own))
    }), { numRuns: RUNS })
  })

  it('refuses a megabyte of nonsense', () => {
    const nonsense = Array.from({ length: 20_000 }, (_each, index) => `${' '.repeat(index % 7)}component "${index}" (({{ ; -> : , ' = @ # ${index}`).join('\n')
    const { problems } = readWritten(nonsense)
    expect(problems.length).toBeGreaterThan(0)
    expect(problems.length).toBeLessThanOrEqual(100)
  })
})

describe('a component in its written form', () => {
  it('takes the place of the one of its name in a project, and leaves the rest', () => {
    const [button] = skerryLine.components
    const text = writtenComponent(skerryLine, certain(button)).replace('after 1800: working -> done', 'after 900: working -> done')
    const { project, problems } = readWritten(text, skerryLine)
    expect(problems).toEqual([])
    expect(project.components[0]?.rules.find(({ id }) => id === 'finish')?.trigger).toMatchObject({ on: 'after', ms: 900 })
    expect({ ...project, components: project.components.slice(1) }).toEqual({ ...skerryLine, components: skerryLine.components.slice(1) })
  })

  it('keeps its identifier where the text says none, and may be new', () => {
    const { project } = readWritten('component "Mast lamp"\n  container frame 10x10\n  states lamp: dark, lit\ncomponent Buoy\n  container frame 10x10\n    instance top of "Mast lamp" begins lamp lit\n  states state: rest', skerryLine)
    expect(project.components.find(({ name }) => name === 'Mast lamp')?.id).toBe('mastLamp')
    expect(project.components.at(-1)).toMatchObject({ name: 'Buoy', id: 'buoy', parts: [{}, { component: 'mastLamp', start: { lampAxis: 'lit' } }] })
  })

  it('is opened as a file, or refused with every line that is wrong', () => {
    expect(openedText(writtenProject(skerryLine)).project).toEqual(skerryLine)
    expect(openedText(serialise(skerryLine)).project).toEqual(skerryLine)
    expect(() => openedText('component Lamp\n  container plate 20x20 glow 3\n  shine: off')).toThrow('Line 2, column 25: ')
    expect(() => openedText('component Lamp\n  container plate 20x20 glow 3\n  shine: off')).toThrow('Line 3, column 3: ')
    expect(() => openedText('hello')).toThrow('A line at the edge begins with')
  })
})
