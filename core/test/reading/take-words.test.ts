import { expect, test } from '@jest/globals'
import type { Expectation, Project, Take } from '@rheoscope/core/document'
import { expectationText } from '@rheoscope/core/reading'
import { projectOf, small } from '../run/small-component'

const inner = { ...small({ low: {}, high: {} }, []), id: 'inner', name: 'Inner', axes: [{ ...small({ low: {}, high: {} }, []).axes[0]!, id: 'level', states: small({ low: {}, high: {} }, []).axes[0]!.states.map((state) => ({ ...state, name: `${state.id} tide` })) }] }
const project: Project = {
  ...projectOf(small({ a: {}, b: {} }, []), inner),
  screens: [{
    id: 'quay', name: 'Quay', kind: 'screen', device: 'free', width: 200, height: 100, rules: [], variables: [], overlay: null, motion: null,
    parts: [
      { id: 'root', kind: 'container', name: 'root', parent: null, base: {} },
      { id: 'gauge', kind: 'instance', name: 'Tide gauge', parent: 'root', component: 'inner', start: {}, base: {} },
      { id: 'sign', kind: 'box', name: 'sign', parent: 'root', base: {} },
    ],
  }],
}
const take: Take = { id: 't', name: 't', surface: { screen: 'quay' }, inputs: [], endsAtMs: 0, expectations: [], reducedMotion: false }

test.each<readonly [Expectation['expect'], string]>([
  [{ what: 'state', instance: 'gauge', axis: 'level', state: 'high' }, 'Tide gauge is high tide'],
  [{ what: 'state', instance: 'gauge', axis: 'level', state: 'gone' }, 'Tide gauge is ?'],
  [{ what: 'state', instance: 'gauge', axis: 'gone', state: 'high' }, 'Tide gauge is ?'],
  [{ what: 'variable', name: 'mood', value: '' }, 'mood is empty'],
  [{ what: 'variable', name: 'mood', value: 0 }, 'mood is 0'],
  [{ what: 'variable', name: 'mood', value: 'calm' }, 'mood is calm'],
  [{ what: 'property', instance: '', part: 'sign', property: 'translateX', value: 4 }, 'translate x of sign is 4'],
  [{ what: 'property', instance: 'gauge', part: 'box', property: 'fill', value: '#000000' }, 'fill of Tide gauge is #000000'],
  [{ what: 'property', instance: '', part: 'sign', property: 'param:label', value: 'x' }, 'param:label of sign is x'],
  [{ what: 'text', text: 'High water' }, '“High water” is to be read'],
  [{ what: 'settled', instance: 'gauge' }, 'Tide gauge has settled'],
])('%j is said in words', (what, words) => {
  expect(expectationText(project, take, { expect: what })).toBe(words)
})
