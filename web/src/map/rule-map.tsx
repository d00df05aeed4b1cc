import { useMemo } from 'react'
import { groupsAround, movesOf, shortestWay, theOne, triggerRow, type Axis, type Component, type StateMove, type State } from '@rheoscope/core/document'
import { connectionsOf, type Connection, type MapGraph, type MapLayout } from '@rheoscope/core/map'
import { triggerTitle } from '../bench/table/rows'
import { msText, ruleTiming, spanText } from '../bench/lanes/timing-text'
import { useBench } from '../bench/page/use-bench'
import { BrokenDown } from '../workers/broken-down'
import { LookPicture } from '../paint/look-picture'
import { StateMark } from '../theme/state-mark'
import { LabelGround, LETTER_PX, LINE_PX, MapSheet } from './map-sheet'
import { useMapLayout } from './use-map-layout'

const NODE = { width: 116, height: 88 }

/** The rules of an axis as a graph, with the way from the start to the selected state picked out. */
export function RuleMap() {
  const { component, axis, state, select } = useBench()
  const connections = useMemo(() => connectionsOf(component, axis), [component, axis])
  const graph = useMemo(() => graphOf(component, axis, connections), [component, axis, connections])
  const { layout, failure, tryAgain } = useMapLayout(graph)
  const way = shortestWay(movesOf(component, axis), axis.start, state.id)
  const onWay = new Set(way?.map(({ from, to }) => `${from} ${to}`))
  if (failure) return <BrokenDown breakdown={failure} onTryAgain={tryAgain} />
  if (!layout) return <p className="muted hint">Laying the map out…</p>
  const isPlaced = layout.nodes.length === axis.states.length && connections.every(({ id }) => layout.edges.some((edge) => edge.id === id))
  if (!isPlaced) return <p className="muted hint">Laying the map out…</p>
  return (
    <div className="map" aria-label={`Map of ${axis.name}`} role="group">
      <div className="map-head">
        <button className="plain underlined" title="Back to the table (,)" onClick={() => select({ do: 'show as', as: 'table' })}>as a table</button>
        {component.axes.length > 1 && component.axes.map((each) => (
          <button key={each.id} className="plain map-axis" aria-pressed={each.id === axis.id} onClick={() => select({ do: 'select axis', axis: each.id, state: each.start })}>{each.name}</button>
        ))}
        <span className="muted" role="status">{wayText(axis, state, way)}</span>
      </div>
      <MapSheet layout={layout} lines={connections.map(({ id, moves }) => ({ id, isPicked: onWay.has(id), labels: moves.map((move) => (x, y) => <MoveLabel key={move.rule.id} move={move} x={x} y={y} />) }))}>
        {axis.states.map((each) => <StateNode key={each.id} state={each} layout={layout} isLost={shortestWay(movesOf(component, axis), axis.start, each.id) === null} />)}
      </MapSheet>
    </div>
  )
}

function graphOf(component: Component, axis: Axis, connections: readonly Connection[]): MapGraph {
  return {
    nodes: axis.states.map(({ id }) => ({ id, ...NODE })),
    edges: connections.map(({ id, from, to, moves }) => ({
      id, from, to, height: moves.length * LINE_PX, width: Math.max(...moves.map((move) => labelOf(component, move).length)) * LETTER_PX,
    })),
  }
}

function labelOf({ parts }: Component, { rule }: StateMove): string {
  const part = rule.part === null ? '' : ` ${parts.find(({ id }) => id === rule.part)?.name ?? ''}`
  const ms = 'ms' in rule.trigger ? ` ${spanText(rule.trigger)}` : ''
  return `${triggerTitle(rule.trigger)}${part}${ms}`
}

/** The way from the start in words: how many steps it is, or that there is none. */
function wayText(axis: Axis, state: State, way: readonly StateMove[] | null): string {
  const start = axis.states.find(({ id }) => id === axis.start)?.name ?? '?'
  if (state.id === axis.start) return `${start} is where it starts. Select another state to see the shortest way there.`
  if (!way) return `No rule leads from ${start} to ${state.name}.`
  return `From ${start} to ${state.name}: ${way.map(({ rule }) => triggerTitle(rule.trigger)).join(', then ')}.`
}

function MoveLabel({ move, x, y }: { readonly move: StateMove; readonly x: number; readonly y: number }) {
  const { project, component, rule, select } = useBench()
  const label = labelOf(component, move)
  const { durationMs } = ruleTiming(project, component, move.rule, move.from)
  const choose = () => select({ do: 'select cell', state: move.from, row: triggerRow(move.rule.trigger, move.rule.part) })
  return (
    <>
      <LabelGround text={label} x={x} y={y} />
      <text
        className={rule?.id === move.rule.id ? 'map-label is-selected' : 'map-label'} x={x} y={y + 4} textAnchor="middle" role="button" tabIndex={0} aria-label={`${label}, takes ${msText(durationMs)}`}
        onClick={choose} onKeyDown={(event) => event.key === 'Enter' && choose()}
      >
        {label}
      </text>
    </>
  )
}

function StateNode({ state, layout, isLost }: { readonly state: State; readonly layout: MapLayout; readonly isLost: boolean }) {
  const { project, component, axis, view, select } = useBench()
  const place = theOne(layout.nodes, ({ id }) => id === state.id)
  const classes = ['plain map-node', view.state === state.id && 'is-selected', isLost && 'is-lost'].filter(Boolean).join(' ')
  return (
    <button
      className={classes} style={{ left: place.x - NODE.width / 2, top: place.y - NODE.height / 2, ...NODE }} aria-pressed={view.state === state.id}
      title={isLost ? 'No rule leads here from the start' : state.name} onClick={() => select({ do: 'select state', state: state.id })}
    >
      <span className="map-name"><StateMark hue={state.hue} size={11} /> {state.name} {axis.start === state.id && <span className="muted mono">start</span>}{groupsAround(axis, state.id).map(({ id, name }) => <span key={id} className="map-group">{name}</span>)}</span>
      <span className="map-picture"><LookPicture project={project} component={component.id} standing={{ [axis.id]: state.id }} /></span>
    </button>
  )
}
