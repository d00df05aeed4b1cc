import { describe, expect, test } from '@jest/globals'
import { newProject, type Component, type Part, type Project } from '@rheoscope/core/document'
import { explore, Network, thingsOnSurface } from '@rheoscope/core/check/explore'
import { advanceTo, drawList, send, startRun } from '@rheoscope/core/run'
import { itemOf, type DrawItem } from '@rheoscope/core/scene'
import { rule, state, timed, to } from './building'

const bare = { combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {}, rules: [] }
const lone = [{ id: 'axis', name: 'state', start: 'rest', boundTo: null, states: [state('rest', 'rest', 0, {})] }]

/** A card that is 20 px high when closed, and as high as its note when open. */
const card: Component = {
  ...bare, id: 'card', name: 'Card',
  parts: [
    { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 100, height: 20, fill: '#ffffff', clip: true } },
    { id: 'note', kind: 'text', name: 'long note', parent: 'frame', base: { width: 100, text: { expr: 'words' }, fontSize: 10, lineHeight: 2, heightFrom: 'content' } },
  ],
  axes: [{ id: 'open', name: 'open', start: 'closed', boundTo: null, states: [state('closed', 'closed', 0, {}), state('opened', 'open', 1, { frame: { height: { expr: 'longNote.natural.height' } } })] }],
  rules: [rule('toggle', { axis: 'open', on: { on: 'tap' }, in: ['closed'], go: to('opened'), motion: timed(200, 'linear') })],
  parameters: [{ id: 'words', name: 'words', type: 'text', initial: 'a\nb\nc' }],
}

const holderOf = (root: Part['base'], ...inside: Part[]): Component => ({
  ...bare, id: 'holder', name: 'Holder', axes: lone,
  parts: [{ id: 'root', kind: 'container', name: 'root', parent: null, base: root }, ...inside],
})

const instance = (id: string, base: Part['base'] = {}): Part => ({ id, kind: 'instance', name: id, parent: 'root', component: 'card', start: {}, base })

const projectOf = (...components: Component[]): Project => ({ ...newProject('p', 'P'), components })

const frame = (item: DrawItem | undefined) => item && [item.values.x, item.values.y, item.values.width, item.values.height]

describe('what stands inside', () => {
  const column = { width: 200, layout: 'column', gap: 4, heightFrom: 'content' }

  test('pushes its neighbours along while it grows, and its holder grows with it', () => {
    const run = startRun(projectOf(card, holderOf(column, instance('first'), instance('second'))), { component: 'holder' })
    expect(frame(itemOf(drawList(run), '', 'second'))).toEqual([0, 24, 100, 20])
    send(run, { do: 'press', x: 10, y: 10, pointer: 'mouse' })
    send(run, { do: 'release', x: 10, y: 10, pointer: 'mouse' })
    advanceTo(run, 100)
    expect(frame(itemOf(drawList(run), 'first', 'frame'))).toEqual([0, 0, 100, 40])
    expect(frame(itemOf(drawList(run), '', 'second'))).toEqual([0, 44, 100, 20])
    expect(frame(itemOf(drawList(run), '', 'root'))).toEqual([0, 0, 200, 64])
    advanceTo(run, 200)
    expect(frame(itemOf(drawList(run), '', 'second'))).toEqual([0, 64, 100, 20])
  })

  test('takes the size its holder says, and lays itself out in it', () => {
    const run = startRun(projectOf(card, holderOf({ width: 200, height: 100 }, instance('wide', { width: 160, height: 50 }))), { component: 'holder' })
    expect(frame(itemOf(drawList(run), 'wide', 'frame'))).toEqual([0, 0, 160, 50])
  })

  test('is measured at the width it is stretched to', () => {
    const [root, note] = card.parts
    const parts: Part[] = [
      { ...root!, base: { width: 100, layout: 'column', align: 'stretch', heightFrom: 'content' } },
      { ...note!, base: { ...note!.base, widthFrom: 'fill' } },
    ]
    const wordy: Component = { ...card, parts, axes: lone, rules: [], parameters: [{ ...card.parameters[0]!, initial: 'one two three four five six seven' }] }
    const heightIn = (width: number) => {
      const run = startRun(projectOf(wordy, holderOf({ width, layout: 'column', align: 'stretch', heightFrom: 'content' }, instance('only'))), { component: 'holder' })
      return itemOf(drawList(run), '', 'root')!.values.height as number
    }
    expect(heightIn(400)).toBe(20)
    expect(heightIn(60)).toBeGreaterThan(40)
  })
})

describe('a list', () => {
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'root', component: 'card', table: 'notices', filter: 'item.open && shown', base: { layout: 'column', gap: 2, widthFrom: 'content', heightFrom: 'content', 'param:words': { expr: "item.title + '!'" } } }
  const holder: Component = { ...holderOf({ width: 200, height: 200 }, list), parameters: [{ id: 'shown', name: 'shown', type: 'yes/no', initial: true }] }
  const project: Project = {
    ...projectOf(card, holder),
    tables: [{
      id: 'notices', name: 'notices', columns: [{ id: 'title', name: 'title', type: 'text' }, { id: 'open', name: 'open', type: 'yes/no' }],
      records: [{ id: 'r1', cells: { title: 'Fog', open: true } }, { id: 'r2', cells: { title: 'Ice', open: false } }, { id: 'r3', cells: { title: 'Swell', open: true } }],
    }],
  }

  test('has an instance for each record the filter keeps, in order, with its parameters', () => {
    const run = startRun(project, { component: 'holder' })
    expect([...run.instances.keys()]).toEqual(['', 'list:r1', 'list:r3'])
    expect(run.instances.get('list:r3')?.environment.words).toBe('Swell!')
    expect(frame(itemOf(drawList(run), 'list:r3', 'frame'))).toEqual([0, 22, 100, 20])
  })

  test('follows its filter while it runs', () => {
    const run = startRun(project, { component: 'holder' })
    send(run, { do: 'parameter', instance: '', name: 'shown', value: false })
    expect([...run.instances.keys()]).toEqual([''])
    advanceTo(run, 1000)
    expect(frame(itemOf(drawList(run), '', 'list'))).toEqual([0, 0, 0, 0])
    send(run, { do: 'parameter', instance: '', name: 'shown', value: true })
    expect([...run.instances.keys()]).toEqual(['', 'list:r1', 'list:r3'])
  })
})

describe('an item that is about to go', () => {
  const tells: Component = { ...card, rules: [rule('last', { axis: 'open', on: { on: 'hidden' }, in: ['closed'], go: { go: 'stay' }, actions: [{ id: 'say', do: 'set', variable: 'told', to: 'true' }] })] }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'root', component: 'card', table: 'notices', filter: '!away', base: {} }
  const holder: Component = { ...holderOf({ width: 200, height: 200, fill: '#ffffff' }, list), rules: [rule('clear', { axis: 'axis', on: { on: 'tap' }, in: ['rest'], go: { go: 'stay' }, actions: [{ id: 'set', do: 'set', variable: 'away', to: 'true' }] })] }
  const projectWith = (absent: Component['absent']): Project => ({
    ...projectOf({ ...tells, absent, motion: timed(200, 'linear') }, holder),
    variables: [{ id: 'told', name: 'told', type: 'yes/no', start: false }, { id: 'away', name: 'away', type: 'yes/no', start: false }],
    tables: [{ id: 'notices', name: 'notices', columns: [], records: [{ id: 'r1', cells: {} }] }],
  })

  test.each([['at once', {}, 0], ['in its time', { frame: { opacity: 0 } }, 200]] as const)('%s is told so first, and then gone', (_how, absent, goneMs) => {
    const run = startRun(projectWith(absent), { component: 'holder' })
    send(run, { do: 'press', x: 150, y: 150, pointer: 'mouse' })
    send(run, { do: 'release', x: 150, y: 150, pointer: 'mouse' })
    advanceTo(run, 500)
    expect(run.trace.flatMap((event) => ('instance' in event && event.instance === 'list:r1' ? [`${event.atMs} ${event.what}`] : []))).toEqual(['0 appeared', '0 fired', '0 variable', `${goneMs} gone`])
    expect([...run.instances.keys()]).toEqual([''])
  })

  test('is told so in an exploration as well', () => {
    const project = projectWith({})
    const things = thingsOnSurface(project, { component: 'holder' })
    const network = new Network(project, things, { watched: new Map(things.map((thing) => [thing, ['told']])) })
    const told = network.names.find(({ name }) => name === 'told')!
    const { places, isExact } = explore(network, { ways: ['mouse'] })
    const seen = new Set(places.map(({ configuration }) => `${told.domain.valueOf(configuration[told.at]!)} ${[...network.items.values()].map(({ at }) => configuration[at])}`))
    expect([isExact, [...seen]]).toEqual([true, ['false 1', 'true 0']])
  })
})

describe('a slot', () => {
  const slot: Part = { id: 'gap', kind: 'slot', name: 'gap', parent: 'root', slot: 'what', base: { x: 5, y: 5 } }
  const holder: Component = { ...holderOf({ width: 200, height: 200 }, slot), parameters: [{ id: 'what', name: 'what', type: 'slot', initial: '' }] }

  test('holds what its parameter names, and nothing when that is nothing or would hold the holder', () => {
    const run = startRun(projectOf(card, holder), { component: 'holder' })
    expect([...run.instances.keys()]).toEqual([''])
    send(run, { do: 'parameter', instance: '', name: 'what', value: 'card' })
    expect(frame(itemOf(drawList(run), '', 'gap'))).toEqual([5, 5, 100, 20])
    send(run, { do: 'parameter', instance: '', name: 'what', value: 'holder' })
    expect([...run.instances.keys()]).toEqual([''])
  })
})

describe('what goes while something beside it grows', () => {
  const growing: Component = { ...card, id: 'growing', parameters: [{ id: 'tall', name: 'tall', type: 'number', initial: 20 }], parts: card.parts.map((part, index) => (index === 0 ? { ...part, base: { ...part.base, height: { expr: 'tall' } } } : part)) }
  const slot: Part = { id: 'gap', kind: 'slot', name: 'gap', parent: 'root', slot: 'what', base: {} }
  const beside: Part = { id: 'beside', kind: 'instance', name: 'beside', parent: 'root', component: 'growing', start: {}, base: { 'param:tall': { expr: "what == 'card' ? 20 : 60" } } }
  const holder: Component = { ...holderOf({ width: 200, height: 200, layout: 'column' }, slot, beside), parameters: [{ id: 'what', name: 'what', type: 'slot', initial: 'card' }] }

  test('leaves its room to that', () => {
    const run = startRun(projectOf(card, growing, holder), { component: 'holder' })
    expect(frame(itemOf(drawList(run), '', 'beside'))).toEqual([0, 20, 100, 20])
    send(run, { do: 'parameter', instance: '', name: 'what', value: '' })
    advanceTo(run, 1000)
    expect([...run.instances.keys()]).toEqual(['', 'beside'])
    expect(frame(itemOf(drawList(run), '', 'beside'))).toEqual([0, 0, 100, 60])
  })
})
