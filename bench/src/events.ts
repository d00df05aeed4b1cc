import { EMPTY_MOTION, newProject, type Component, type Part, type Project } from '@rheoscope/core/document'
import { advanceTo, send, startRun } from '@rheoscope/core/run'
import { median, timed, type Report } from './report'

const LISTENERS = 20
const FEW = 20
const MANY = 200
const EVENTS = 300
const ROUNDS = 15

const box: readonly Part[] = [
  { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 20, height: 20 } },
  { id: 'box', kind: 'box', name: 'box', parent: 'frame', base: { width: 20, height: 20, fill: '#24506f' } },
]

const thing = (id: string, more: Partial<Component>): Component => ({
  id, name: id, parts: box, rules: [], combinations: [], parameters: [], variables: [], pairs: [], absent: {}, motion: null,
  axes: [{
    id: 'axis', name: 'axis', start: 'a', boundTo: null,
    states: [{ id: 'a', name: 'a', hue: 0, look: {}, final: false, loop: null }, { id: 'b', name: 'b', hue: 1, look: { box: { x: 4 } }, final: false, loop: null }],
  }],
  ...more,
})

/** Answers a key by going to its other state and setting the variable everyone shares. */
const listener = thing('listener', {
  motion: { ...EMPTY_MOTION, durationMs: 100, easing: 'ease' },
  rules: [{
    id: 'flip', axis: 'axis', trigger: { on: 'key', key: 'a', modifiers: {}, anywhere: true }, part: null, within: { except: [] }, guard: null, target: { go: 'next', loops: true }, motion: null, letThrough: true,
    actions: [{ id: 'set', do: 'set', variable: 'tide', to: 'tide + 1' }],
  }],
})

/** Answers nothing and reads nothing. */
const idler = thing('idler', {})

/** A screen on which 20 things listen, and so many others do not. */
function screenWith(idlers: number): Project {
  const instances = Array.from({ length: LISTENERS + idlers }, (_, index): Part => ({
    id: `i${index}`, kind: 'instance', name: `i${index}`, parent: 'frame', component: index < LISTENERS ? 'listener' : 'idler', start: {}, base: { x: (index % 25) * 22, y: Math.floor(index / 25) * 22 },
  }))
  const holder = thing('holder', { axes: [], parts: [box[0]!, ...instances] })
  return { ...newProject('bench', 'Bench'), variables: [{ id: 'tide', name: 'tide', type: 'number', start: 0 }], components: [holder, listener, idler] }
}

/** Milliseconds for so many keys, each 7 ms after the one before. */
function keysOn(project: Project): number {
  const run = startRun(project, { component: 'holder' })
  return timed(() => {
    for (let index = 0; index < EVENTS; index++) {
      advanceTo(run, index * 7)
      send(run, { do: 'key', key: 'a', modifiers: {} })
    }
  })
}

/** Events per second on a screen of 200 instances, and whether those that do not listen cost anything. */
export function eventReport(): Report {
  const [few, many] = [screenWith(FEW), screenWith(MANY - LISTENERS)]
  keysOn(few)
  keysOn(many)
  const pairs = Array.from({ length: ROUNDS }, () => ({ few: keysOn(few), many: keysOn(many) }))
  const [fewMs, manyMs] = [median(pairs.map((pair) => pair.few)), median(pairs.map((pair) => pair.many))]
  return {
    name: `keys to ${LISTENERS} listeners among ${MANY} instances, each of which changes its state and a shared variable`,
    figures: [
      { what: 'events per second', value: EVENTS / (manyMs / 1000), unit: '1/s' },
      { what: 'rules fired per second', value: (EVENTS * LISTENERS) / (manyMs / 1000), unit: '1/s' },
      { what: `${MANY} instances / ${LISTENERS + FEW}`, value: manyMs / fewMs, unit: '×', aim: 1.3 },
    ],
  }
}
