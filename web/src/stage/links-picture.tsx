import { useMemo } from 'react'
import { group } from 'd3-array'
import { firstOf, orElse, theOne, type Id, type Project, type Screen } from '@rheoscope/core/document'
import type { MapGraph } from '@rheoscope/core/map'
import { linksOn, type Link } from '@rheoscope/core/reading'
import { LabelGround, LETTER_PX, LINE_PX, MapSheet } from '../map/map-sheet'
import { useMapLayout } from '../map/use-map-layout'
import { BrokenDown } from '../workers/broken-down'
import { LookPicture } from '../paint/look-picture'
import { useStage } from './use-stage'

const NODE = { width: 128, height: 84 }

/** Who affects whom on the screen, by what: everything that tells something or is told it, laid out by what follows from what. */
export function LinksPicture() {
  const { project, screen, part, select } = useStage()
  const links = useMemo(() => linksOr(project, screen), [project, screen])
  const ends = useMemo(() => [...new Set(links.flatMap(({ from, to }) => [from, to]))], [links])
  const graph = useMemo(() => graphOf(ends, links), [ends, links])
  const { layout, failure, tryAgain } = useMapLayout(graph)
  if (links.length === 0) return <p className="muted hint">Nothing on {screen.name} affects anything else on it yet. Messages, shared variables and rules of the screen link things.</p>
  if (failure) return <BrokenDown breakdown={failure} onTryAgain={tryAgain} />
  if (layout?.nodes.length !== ends.length) return <p className="muted hint">Laying the links out…</p>
  const between = byEnds(links)
  return (
    <div className="map links-picture" aria-label={`Links on ${screen.name}`} role="group">
      <MapSheet layout={layout} lines={[...between].map(([id, some]) => ({ id, isPicked: part !== null && some.some(({ from, to }) => from === part.id || to === part.id), labels: some.map((link) => (x, y) => <LinkLabel key={textOf(link)} link={link} x={x} y={y} />) }))}>
        {ends.map((end) => {
          const place = theOne(layout.nodes, ({ id }) => id === nodeOf(end))
          const standing = screen.parts.find(({ id }) => id === end)
          return (
            <button key={nodeOf(end)} className={end !== null && part?.id === end ? 'plain map-node is-selected' : 'plain map-node'} style={{ left: place.x - NODE.width / 2, top: place.y - NODE.height / 2, ...NODE }} onClick={() => select(end)}>
              <span className="map-name">{standing?.name ?? screen.name}</span>
              {(standing?.kind === 'instance' || standing?.kind === 'list') && standing.component !== null && <span className="map-picture"><LookPicture project={project} component={standing.component} standing={{}} /></span>}
              {standing?.kind === 'text' && <span className="muted">text</span>}
              {end === null && <span className="muted">the screen itself</span>}
            </button>
          )
        })}
      </MapSheet>
    </div>
  )
}

/** A component that is gone is told about elsewhere. */
function linksOr(project: Project, screen: Screen): readonly Link[] {
  return orElse(() => linksOn(project, screen), [])
}

const nodeOf = (end: Id | null): string => end ?? 'screen'

const textOf = ({ by, name }: Link): string => ({ message: `message ${name}`, variable: name, state: `puts it in ${name}` })[by]

const edgeOf = ({ from, to }: Link): string => `${nodeOf(from)} ${nodeOf(to)}`

const byEnds = (links: readonly Link[]): ReadonlyMap<string, readonly Link[]> => group(links, edgeOf)

function graphOf(ends: readonly (Id | null)[], links: readonly Link[]): MapGraph {
  return {
    nodes: ends.map((end) => ({ id: nodeOf(end), ...NODE })),
    edges: [...byEnds(links)].map(([id, some]) => ({
      id, from: nodeOf(firstOf(some).from), to: nodeOf(firstOf(some).to), height: some.length * LINE_PX, width: Math.max(...some.map((link) => textOf(link).length)) * LETTER_PX,
    })),
  }
}

function LinkLabel({ link, x, y }: { readonly link: Link; readonly x: number; readonly y: number }) {
  return <><LabelGround text={textOf(link)} x={x} y={y} /><text className="map-label is-still" x={x} y={y + 4} textAnchor="middle">{textOf(link)}</text></>
}
