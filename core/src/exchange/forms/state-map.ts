import type { Axis, Component, Project } from '../../document'
import { arrowPath } from '../../flow'
import { connectionsOf, laidOut } from '../../map'
import { svg, toMarkup, type SvgNode } from '../../scene'
import { ruleWords } from '../../written'

const INK = '#1d2b33'
const MUTED = '#56646b'
const FONT = { 'font-family': "'Atkinson Hyperlegible Next', sans-serif", 'font-size': 12, 'text-anchor': 'middle' }

/** In px: a state, and the room of a line of a label and of a letter in it. */
const STATE_HEIGHT = 32
const LINE = 15
const LETTER = 6.4

/** The states of an axis and what leads from one to another, as a picture; empty where nothing does. Where it begins has a heavy edge. */
export function stateMap(project: Project, component: Component, axis: Axis): string {
  const connections = connectionsOf(component, axis).map(({ moves, ...ends }) => ({ ...ends, labels: [...new Set(moves.map(({ rule }) => ruleWords({ project, owner: component }, rule).trigger))] }))
  if (connections.length === 0) return ''
  const layout = laidOut({
    nodes: axis.states.map(({ id, name }) => ({ id, width: widthOf(name), height: STATE_HEIGHT })),
    edges: connections.map(({ id, from, to, labels }) => ({ id, from, to, width: Math.max(...labels.map((label) => label.length)) * LETTER, height: labels.length * LINE })),
  })
  const lines = layout.edges.map(({ id, points }) => svg('path', `line ${id}`, { d: arrowPath(points), fill: 'none', stroke: MUTED, 'marker-end': `url(#tip-${axis.id})` }))
  const labels = layout.edges.flatMap(({ id, x, y }) => labelled(connections.find((each) => each.id === id)?.labels ?? [], x, y))
  const states = layout.nodes.flatMap(({ id, x, y }): readonly SvgNode[] => {
    const name = axis.states.find((state) => state.id === id)?.name ?? ''
    const width = widthOf(name)
    return [
      svg('rect', `state ${id}`, { x: x - width / 2, y: y - STATE_HEIGHT / 2, width, height: STATE_HEIGHT, fill: '#fff', stroke: INK, 'stroke-width': id === axis.start ? 2.5 : 1 }),
      svg('text', `name ${id}`, { ...FONT, x, y: y + 4, fill: INK }, [], name),
    ]
  })
  const tip = svg('defs', 'tip', {}, [svg('marker', 'tip', { id: `tip-${axis.id}`, viewBox: '0 0 8 8', refX: 7, refY: 4, markerUnits: 'userSpaceOnUse', markerWidth: 9, markerHeight: 9, orient: 'auto' }, [svg('path', 'tip', { d: 'M0 0.5L8 4L0 7.5Z', fill: MUTED })])])
  const { width, height } = layout
  return toMarkup(svg('svg', 'map', { class: 'map', role: 'img', 'aria-label': `Map of ${axis.name}`, width, height, viewBox: `0 0 ${width} ${height}` }, [tip, ...lines, ...labels, ...states]))
}

const widthOf = (name: string): number => Math.max(64, name.length * LETTER + 24)

/** Lines of a label around a point, on white. */
const labelled = (lines: readonly string[], x: number, y: number): readonly SvgNode[] => lines.flatMap((line, index): readonly SvgNode[] => {
  const top = y + (index - lines.length / 2) * LINE
  return [
    svg('rect', `ground ${index}`, { x: x - (line.length * LETTER) / 2, y: top, width: line.length * LETTER, height: LINE, fill: '#fff' }),
    svg('text', `label ${index}`, { ...FONT, x, y: top + 11, fill: MUTED }, [], line),
  ]
})
