import { EMPTY_MOTION, newProject, type Component, type Part, type Project } from '@rheoscope/core/document'
import { formatColour, fromOklab, mixPremultiplied, parseColour, parseEasing, toOklab } from '@rheoscope/core/motion'
import { drawListAt, send, startRun } from '@rheoscope/core/run'
import { paint } from '@rheoscope/core/scene'
import type { Report } from './report'
import { median, timed } from './report'

const INSTANCES = 500
const EASING = 'cubic-bezier(0.3, 0.1, 0.2, 1)'
const DURATION_MS = 100_000
const FRAMES = 200

/** One part with eight properties on the way: four places and sizes, an angle, an opacity, a corner and a colour. */
const mover: Component = {
  id: 'mover', name: 'Mover',
  parts: [
    { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 20, height: 20 } },
    { id: 'box', kind: 'box', name: 'box', parent: 'frame', base: { x: 0, y: 0, width: 10, height: 10, rotation: 0, opacity: 1, radiusTopLeft: 0, fill: '#24506f' } },
  ],
  axes: [{
    id: 'axis', name: 'axis', start: 'a', boundTo: null,
    states: [
      { id: 'a', name: 'a', hue: 0, look: {}, final: false, loop: null },
      { id: 'b', name: 'b', hue: 1, look: { box: { x: 9, y: 7, width: 14, height: 18, rotation: 90, opacity: 0.4, radiusTopLeft: 5, fill: '#b5466b' } }, final: false, loop: null },
    ],
  }],
  rules: [], combinations: [], parameters: [], variables: [], pairs: [], absent: {},
  motion: { ...EMPTY_MOTION, durationMs: DURATION_MS, easing: EASING },
}

function stage(): Project {
  const instances = Array.from({ length: INSTANCES }, (_, index): Part => ({
    id: `i${index}`, kind: 'instance', name: `i${index}`, parent: 'root', component: 'mover', start: {}, base: { x: (index % 25) * 22, y: Math.floor(index / 25) * 22 },
  }))
  const holder: Component = {
    ...mover, id: 'holder', name: 'Holder', axes: [], motion: null,
    parts: [{ id: 'root', kind: 'container', name: 'root', parent: null, base: { width: 560, height: 450 } }, ...instances],
  }
  return { ...newProject('bench', 'Bench'), components: [holder, mover] }
}

/** One frame of 500 instances × 8 moving properties, against a loop that does that arithmetic and nothing else. */
export function frameReport(): Report {
  const run = startRun(stage(), { component: 'holder' })
  for (let index = 0; index < INSTANCES; index++) send(run, { do: 'put', instance: `i${index}`, axis: 'axis', state: 'b' })
  const plain = plainFrame()
  let instant = 1
  const ours = () => drawListAt(run, (instant += 7))
  const theirs = () => plain((instant += 7))
  for (let warm = 0; warm < 100; warm++) {
    ours()
    theirs()
  }
  const painted = () => {
    const list = ours()
    return timed(() => paint(list, 'bench'))
  }
  const pairs = Array.from({ length: FRAMES }, () => ({ ours: timed(ours), theirs: timed(theirs), painted: painted() }))
  const [frameMs, plainMs, paintMs] = [median(pairs.map((pair) => pair.ours)), median(pairs.map((pair) => pair.theirs)), median(pairs.map((pair) => pair.painted))]
  return {
    name: `one frame of ${INSTANCES} instances × 8 moving properties`,
    figures: [
      { what: 'frame', value: frameMs, unit: 'ms', aim: 4 },
      { what: 'plain loop', value: plainMs, unit: 'ms' },
      { what: 'frame / plain loop', value: frameMs / plainMs, unit: '×', aim: 4 },
      { what: 'paint', value: paintMs, unit: 'ms' },
      { what: 'paint / frame', value: paintMs / frameMs, unit: '×' },
      { what: 'frame / 16.7 ms budget', value: frameMs / 16.7, unit: '×' },
    ],
  }
}

/** The arithmetic alone: seven numbers and a colour for each instance, eased and mixed into arrays made beforehand. */
function plainFrame(): (ms: number) => void {
  const { ease } = parseEasing(EASING)
  const mix = mixPremultiplied(toOklab(parseColour('#24506f')), toOklab(parseColour('#b5466b')))
  const from = [0, 0, 10, 10, 0, 1, 0]
  const to = [9, 7, 14, 18, 90, 0.4, 5]
  const numbers = new Float64Array(INSTANCES * from.length)
  const colours = new Array<string>(INSTANCES)
  return (ms) => {
    for (let instance = 0; instance < INSTANCES; instance++) {
      for (let property = 0; property < from.length; property++) {
        numbers[instance * from.length + property] = from[property]! + (to[property]! - from[property]!) * ease(ms / DURATION_MS)
      }
      colours[instance] = formatColour(...fromOklab(mix(ease(ms / DURATION_MS))))
    }
  }
}
