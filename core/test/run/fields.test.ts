import { describe, expect, test } from '@jest/globals'
import type { Component, Part, Project, Rule } from '@rheoscope/core/document'
import { advanceTo, described, drawList, send, spokenText, startRun, textsIn, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { contextOf } from '../../src/check/ground/context'
import { stateUnreachable } from '../../src/check/rules/reach/state-unreachable'
import { noName } from '../../src/check/rules/access/no-name'
import { projectOf, small, tap, type SmallRule } from './small-component'

/** A field over a frame, that writes the variable `query`. */
function form(rules: readonly SmallRule[], field: object = {}, base: Part['base'] = {}): Component {
  const plain = small({ rest: {}, found: {} }, rules)
  const search: Part = { id: 'search', kind: 'field', name: 'search', parent: 'frame', writes: 'query', base: { width: 90, height: 20, accessibleName: 'Search', placeholder: 'Find a port', fill: '#112233', ...base }, ...field }
  return { ...plain, parts: [plain.parts[0]!, search], variables: [{ id: 'query', name: 'query', type: 'text', start: '' }] }
}

const startWith = (component: Component): Run => startRun(projectOf(component), { component: 'small' })

const type = (run: Run, text: string): void => send(run, { do: 'type', instance: '', part: 'search', text })

const press = (run: Run, key: string): void => send(run, { do: 'key', key, modifiers: {} })

const stateOf = (run: Run) => run.instances.get('')?.states[0]

const tapField = (run: Run): void => {
  send(run, { do: 'press', x: 10, y: 10, pointer: 'mouse' })
  send(run, { do: 'release', x: 10, y: 10, pointer: 'mouse' })
}

const leave = (run: Run): void => {
  send(run, { do: 'press', x: 300, y: 300, pointer: 'mouse' })
  send(run, { do: 'release', x: 300, y: 300, pointer: 'mouse' })
}

describe('a field', () => {
  test('shows its placeholder in its own colour while it holds nothing, and then what it holds', () => {
    const run = startWith(form([]))
    expect(itemOf(drawList(run), '', 'search')).toMatchObject({ kind: 'text', values: { text: 'Find a port', fill: '#6b7680' } })
    type(run, 'Lund')
    expect(itemOf(drawList(run), '', 'search')?.values).toMatchObject({ text: 'Lund', fill: '#112233' })
    expect(described(run).map(spokenText)).toEqual(['Search, textbox, Lund'])
  })

  test('shows of a password only how long it is', () => {
    const run = startWith(form([], {}, { fieldKind: 'password' }))
    type(run, 'tern')
    expect(textsIn(drawList(run))).toEqual(['••••'])
  })

  test('holds no more than its longest text, and nothing new while it is read only or disabled', () => {
    const run = startWith(form([], {}, { longest: 3 }))
    type(run, 'a👩b‍c')
    expect(run.instances.get('')?.environment.query).toBe('a👩b')
    for (const said of ['readOnly', 'disabled']) {
      const closed = startWith(form([], {}, { [said]: true }))
      type(closed, 'x')
      expect(closed.instances.get('')?.environment.query).toBe('')
    }
  })

  test('tells whoever waits for its variable to change, and submits one line with Enter', () => {
    const run = startWith(form([{ on: { on: 'changes', name: 'query', to: 'Lund' }, to: 'found' }, { on: { on: 'submit' }, part: 'search', in: ['found'], to: 'rest' }]))
    type(run, 'Lun')
    expect(stateOf(run)).toBe('rest')
    type(run, 'Lund')
    expect(stateOf(run)).toBe('found')
    press(run, 'Enter')
    expect(stateOf(run)).toBe('found')
    tapField(run)
    press(run, 'Enter')
    expect(stateOf(run)).toBe('rest')
  })

  test('has the keys that write for itself, but not those of whoever listens closer', () => {
    const anywhere = { on: 'key' as const, key: 'l', modifiers: {}, anywhere: true }
    const run = startWith(form([{ on: anywhere, to: 'found' }]))
    tapField(run)
    press(run, 'l')
    press(run, ' ')
    expect(stateOf(run)).toBe('rest')
    leave(run)
    press(run, 'l')
    expect(stateOf(run)).toBe('found')
  })

  test('waits with what it writes until typing has paused, or it has lost the focus', () => {
    const run = startWith(form([], { waitsMs: 300 }))
    tapField(run)
    type(run, 'L')
    advanceTo(run, 200)
    type(run, 'Lu')
    advanceTo(run, 499)
    expect(run.instances.get('')?.environment.query).toBe('')
    advanceTo(run, 500)
    expect(run.instances.get('')?.environment.query).toBe('Lu')
    type(run, 'Lund')
    leave(run)
    expect(run.instances.get('')?.environment.query).toBe('Lund')
  })

  test('says whether it is empty, and whether what it holds is valid', () => {
    const asked = (kind: string, more: object = {}) => {
      const run = startWith({ ...form([], more, { fieldKind: kind, opacity: { expr: 'search.isEmpty ? 0.1 : search.isValid ? 1 : 0.5' } }) })
      return (text: string) => (type(run, text), itemOf(drawList(run), '', 'search')?.values.opacity)
    }
    const email = asked('email')
    expect([email(''), email('purser'), email('purser@skerry.example')]).toEqual([0.1, 0.5, 1])
    const number = asked('number', { accepts: 'number(query) <= 12' })
    expect([number('a'), number('13'), number('12')]).toEqual([0.5, 0.5, 1])
  })

  test('writes a number into a variable that is one', () => {
    const counted = form([], {}, { fieldKind: 'number' })
    const run = startWith({ ...counted, variables: [{ id: 'query', name: 'query', type: 'number', start: 3 }] })
    type(run, '12.5')
    expect(run.instances.get('')?.environment.query).toBe(12.5)
    type(run, '12.5.')
    expect(run.instances.get('')?.environment.query).toBe(12.5)
  })
})

test('a field without a name for those who do not see it is told, and can be called what its placeholder says', () => {
  const found = (base: Part['base']) => {
    const component = form([], {}, base)
    return noName.finds(contextOf(projectOf(component), component))
  }
  expect(found({})).toEqual([])
  expect(found({ accessibleName: '' })).toMatchObject([{ kind: 'no-name', sentence: 'One can write into “search”, and it has no name for those who do not see it; a placeholder is none.', remedy: { label: 'It is called “Find a port”' } }])
})

describe('what can be written is looked at', () => {
  const reached = (rules: readonly SmallRule[], field: object = {}) => {
    const component = form(rules, field)
    const project: Project = projectOf(component)
    const { stateSpace } = contextOf(project, component)
    return stateSpace.closed.all('fired').map(({ mark }) => (mark.rule as Rule).id)
  }

  test('each text something is held against, and others; nothing at all as well', () => {
    expect(reached([{ on: tap, guard: 'query == "Lund"', in: ['rest'], to: 'found' }])).toContain('r0')
    expect(reached([{ on: tap, guard: 'query != "" && query != "Lund"', in: ['rest'], to: 'found' }])).toContain('r0')
    expect(reached([{ on: tap, guard: 'search.isEmpty', in: ['rest'], to: 'found' }])).toContain('r0')
    expect(reached([{ on: tap, guard: 'query == "Lund" && query == "Holm"', in: ['rest'], to: 'found' }])).not.toContain('r0')
  })

  test('anything where a text is looked into', () => {
    expect(reached([{ on: tap, guard: 'contains(query, "u") && length(query) > 3', in: ['rest'], to: 'found' }])).toContain('r0')
    expect(reached([{ on: tap, guard: 'search.isValid && !search.isEmpty', in: ['rest'], to: 'found' }])).toContain('r0')
  })

  test('a state that goes with what can be written is not called unreachable', () => {
    const plain = form([])
    const component: Component = { ...plain, axes: plain.axes.map((axis) => ({ ...axis, boundTo: { variable: 'query' } })) }
    expect(stateUnreachable.finds(contextOf(projectOf(component), component))).toEqual([])
  })

  test('what one line holds is submitted', () => {
    expect(reached([{ on: { on: 'submit' }, part: 'search', guard: 'query == "Lund"', to: 'found' }])).toContain('r0')
  })
})
