import { EMPTY_MOTION, newProject, TRIGGER_KINDS, defaultTrigger, type Action, type Motion, type Part, type Project, type Target, type Trigger, type TriggerKind } from '@rheoscope/core/document'

const motion: Motion = {
  durationMs: { token: 'quick' }, delayMs: 20, easing: 'spring(0.3)', switchAt: 'end', rotationDirection: 'clockwise', colourSpace: 'srgb', policy: 'ignore',
  velocity: 'keep', reducedMotion: 'skip movement', stagger: { stepMs: 40, from: 'middle' },
  lanes: [{ id: 'lane', part: 'box', property: 'opacity', durationMs: 80 }],
  keyframes: [{ id: 'stage', look: { box: { x: 4 } }, share: 2, easing: 'linear', matchVelocity: true }],
}

const at = (id: string, parent: string | null) => ({ id, name: id, parent, base: {} })

const parts: readonly Part[] = [
  { ...at('root', null), kind: 'container', base: { width: 100, layout: 'row' } },
  {
    ...at('box', 'root'), kind: 'box', transitionName: 'card', locked: true, hidden: true,
    base: {
      fill: { gradient: 'linear', angleDeg: 90, stops: [{ colour: '#ffffff', at: 0 }, { colour: '#00000080', at: 1 }], place: [1, 0, 0, 1, 0, 0] },
      shadow: [{ x: 0, y: 1, blur: 2, spread: 0, colour: '#000000', inset: false }], strokeDash: [2, 3], x: { expr: 'size * 2' }, stroke: { token: 'ink' }, visible: true, d: null,
    },
  },
  { ...at('picture', 'root'), kind: 'picture', base: { picture: 'mark' } },
  { ...at('icon', 'root'), kind: 'icon', base: { icon: 'ferry' } },
  { ...at('inner', 'root'), kind: 'instance', component: 'other', start: { state: 'rest' }, base: { 'param:label': 'x', 'state:axis': 'rest' } },
  { ...at('gap', 'root'), kind: 'slot', slot: 'content' },
  { ...at('list', 'root'), kind: 'list', component: 'other', table: 'notices', filter: 'item.open' },
]

const targets: readonly Target[] = [
  { go: 'state', state: 'a' }, { go: 'next', loops: true }, { go: 'previous', loops: false }, { go: 'stay' }, { go: 'back' }, { go: 'ignored' },
  { go: 'one of', of: [{ state: 'a', weight: 2 }, { state: 'b', weight: 1 }] },
]

const triggerOf = (kind: TriggerKind): Trigger => {
  const trigger = defaultTrigger(kind)
  return trigger.on === 'every' ? { ...trigger, mostMs: 2000 } : trigger
}

const actions: readonly Action[] = [
  { id: 'a1', do: 'set', variable: 'open', to: '!open' },
  { id: 'a2', do: 'send', message: 'chosen', payload: '1', recipient: { instance: 'inner' }, together: true },
  { id: 'a3', do: 'drive', instance: 'inner', axis: 'state', state: 'rest', awaited: true },
  { id: 'a4', do: 'go to screen', screen: 'home', motion },
  { id: 'a5', do: 'open overlay', screen: 'dialog', motion: null },
  { id: 'a6', do: 'pulse', part: 'box', motion: EMPTY_MOTION },
]

/** A project in which every kind of thing the model knows stands at least once. */
export const everything: Project = {
  ...newProject('everything', 'Everything'),
  motion,
  startScreen: 'home',
  assets: [{ id: 'mark', name: 'mark.png', mediaType: 'image/png', width: 12, height: 12, bytes: 90, data: 'AAAA' }],
  icons: [{ id: 'ferry', name: 'ferry', d: 'M0 0h24v24z' }],
  components: [{
    id: 'one', name: 'One', parts,
    axes: [{
      id: 'axis', name: 'axis', start: 'a', boundTo: null,
      states: [
        { id: 'a', name: 'a', hue: 0, look: { box: { opacity: 0 } }, final: true, loop: { durationMs: 1500, easing: 'linear', direction: 'forward', count: null, to: { box: { rotation: 360 } }, rotationDirection: 'as written' } },
        { id: 'b', name: 'b', hue: 7, look: {}, final: false, loop: null },
      ],
    }, {
      id: 'given', name: 'given', start: 'small', boundTo: { parameter: 'size' },
      states: [{ id: 'small', name: 'small', hue: 2, look: {}, final: false, loop: null }],
    }],
    rules: TRIGGER_KINDS.map((kind, index) => ({
      id: `rule${index}`, axis: 'axis', trigger: triggerOf(kind), part: index % 2 ? 'box' : null, within: index % 3 ? { only: ['a'] } : { except: ['b'] },
      guard: index % 2 ? 'open' : null, actions: index === 0 ? actions : [], target: kind === 'left' ? { go: 'stay' } : targets[index % targets.length]!, motion: index % 2 ? motion : null, letThrough: index % 2 === 0, ...(index === 0 ? { alsoAfterLeaving: true } : {}),
    })),
    combinations: [{ id: 'both', states: { axis: 'a' }, look: {} }],
    parameters: [{ id: 'label', name: 'label', type: 'text', initial: 'x' }, { id: 'size', name: 'size', type: 'number', initial: 1, min: 0, max: 10, step: 0.5 }],
    variables: [{ id: 'open', name: 'open', type: 'yes/no', start: false }],
    pairs: [{ id: 'pair', axis: 'axis', from: null, to: 'b', motion }],
    motion, absent: { box: { opacity: 0 } },
  }],
  screens: [{
    id: 'home', name: 'Home', kind: 'screen', device: 'phone', width: 390, height: 844, parts: [{ ...at('ground', null), kind: 'container' }],
    rules: [], variables: [], overlay: { backdropOpacity: 0.4, closesOnOutsideTap: true, closesOnEscape: true }, motion: null,
  }],
  variables: [{ id: 'deck', name: 'deck', type: 'choice', start: 'upper', choices: ['upper', 'lower'] }],
  tables: [{ id: 'notices', name: 'Notices', columns: [{ id: 'text', name: 'text', type: 'text' }], records: [{ id: 'r1', cells: { text: 'Seals off the port bow' } }] }],
  tokens: [{ id: 'quick', name: 'quick', type: 'duration', value: 120 }, { id: 'ink', name: 'ink', type: 'colour', value: '#1d2b33' }],
  takes: [{
    id: 'take', name: 'Take', surface: { screen: 'home' }, endsAtMs: 900, reducedMotion: true, chance: { seed: 7, drawn: [300, 1] },
    inputs: [
      { atMs: 0, do: 'move', x: 1, y: 2, pointer: 'mouse' }, { atMs: 1, do: 'exit', pointer: 'pen' }, { atMs: 2, do: 'key', key: 'Enter', modifiers: { shift: true } },
      { atMs: 3, do: 'put', instance: '', axis: 'axis', state: 'a' }, { atMs: 4, do: 'parameter', instance: 'inner', name: 'label', value: 'y' },
    ],
    expectations: [
      { id: 'e1', byMs: 10, expect: { what: 'state', instance: '', axis: 'axis', state: 'a' } },
      { id: 'e2', byMs: 10, expect: { what: 'variable', name: 'deck', value: 'upper' } },
      { id: 'e3', byMs: 10, expect: { what: 'property', instance: '', part: 'box', property: 'x', value: 4 } },
      { id: 'e4', byMs: 10, expect: { what: 'text', text: 'Board' } },
      { id: 'e5', byMs: 10, expect: { what: 'settled', instance: '' } },
    ],
  }],
  accepted: [{ id: 'acc', finding: 'unanswered one', of: 'abc', reason: 'Known.' }],
  promises: [
    { id: 'always', surface: { component: 'other' }, says: { kind: 'always', that: { what: 'count', how: 'at most', many: 1, of: [{ instance: '', axis: 'axis', state: 'a' }] } } },
    { id: 'after', surface: { component: 'other' }, says: { kind: 'after', that: { what: 'state', instance: '', axis: 'axis', state: 'a' }, then: { what: 'variable', name: 'open', value: true }, withinMs: 400 } },
  ],
  limits: { longestMs: 900, shortestMs: 40 },
}
