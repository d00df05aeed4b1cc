import { useEffect } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import type { Witness } from '@rheoscope/core/check'
import { componentOf, type Project } from '@rheoscope/core/document'
import { boundsOf, type FlowLink } from '@rheoscope/core/flow'
import type { Trace } from '@rheoscope/core/run'
import { LiveSurface } from '../playing/live-surface'
import type { Player } from '../playing/player'
import { usePlayer, usePlayerState } from '../playing/use-player'
import { RulesOfScreen, ScreenRuleCard } from '../rules/screen-rule-card'
import { useEditing } from '../session/use-editing'
import type { ShownFlow } from './use-flow'

interface FlowSideProps {
  readonly project: Project
  readonly shown: ShownFlow
  readonly chosen: FlowLink | null
  readonly path: Witness | null
  readonly onPlay: (path: Witness | null) => void
  readonly onFollow: (trace: Trace, start: string) => void
}

/** Beside the map: the rule of the arrow that is chosen, what is played, and which screens are reached. */
export function FlowSide({ project, shown, chosen, path, onPlay, onFollow }: FlowSideProps) {
  return (
    <aside className="pane pane-right flow-side" aria-label="Arrow and path">
      {chosen ? <ChosenLink project={project} shown={shown} link={chosen} onPlay={onPlay} /> : <Reached project={project} shown={shown} />}
      {path && 'screen' in path.surface && <Path key={path.caption} project={project} path={path} start={path.surface.screen} onFollow={onFollow} onEnd={() => onPlay(null)} />}
    </aside>
  )
}

function ChosenLink({ project, shown, link, onPlay }: { readonly project: Project; readonly shown: ShownFlow; readonly link: FlowLink; readonly onPlay: (path: Witness) => void }) {
  const { make } = useEditing()
  const from = project.screens.find(({ id }) => id === link.from)
  const to = project.screens.find(({ id }) => id === link.to)
  if (!from || !to) return null
  const { rule: at } = link
  const rule = at && typeof at.owner === 'object' ? from.rules.find(({ id }) => id === at.id) : undefined
  const owner = at && typeof at.owner === 'string' ? componentOf(project, at.owner) : undefined
  const witness = tapWitness(link, shown, `${from.name} to ${to.name}`)
  return (
    <section aria-label="Arrow">
      <h2 className="caption">Rule of {owner?.name ?? from.name}</h2>
      <p className="flow-title"><b>{link.label}</b> → <Link to={`/project/${project.id}/screen/${to.id}`}>{to.name}</Link></p>
      {rule && <RulesOfScreen project={project} screen={from} part={from.parts.find(({ id }) => id === rule.part) ?? null} make={make}><ScreenRuleCard screen={from} rule={rule} make={make} /></RulesOfScreen>}
      {!at && <p className="muted">The overlay closes by itself on {link.by === 'Escape' ? 'Escape' : 'a tap outside it'}; that is set on the overlay.</p>}
      <p className="flow-buttons">
        {witness && <Button onClick={() => onPlay(witness)}>Play it</Button>}
        {owner && at
          ? <Link className="underlined" to={`/project/${project.id}/component/${owner.id}?rule=${at.id}`}>Open on the bench</Link>
          : <Link className="underlined" to={`/project/${project.id}/screen/${from.id}${rule?.part ? `?part=${rule.part}` : ''}`}>Open on the stage</Link>}
      </p>
    </section>
  )
}

/** How long something is looked at before and after it happens, in ms. */
const BEFORE_MS = 500
const AFTER_MS = 1200

/** A tap on what an arrow goes out from, to be played; null where it is not a tap, or goes out from an overlay, which alone is no run. */
function tapWitness(link: FlowLink, { drawnOf }: ShownFlow, caption: string): Witness | null {
  if (link.by === 'close overlay' || !/^(tap|press)\b/.test(link.label)) return null
  const frame = boundsOf(drawnOf(link.from), link.element)
  if (!frame) return null
  const at = { x: Math.round(frame.x + frame.width / 2), y: Math.round(frame.y + frame.height / 2), pointer: 'mouse' as const }
  const end = BEFORE_MS + 80 + AFTER_MS
  return {
    surface: { screen: link.from }, caption, endsAtMs: end, lookAtMs: end,
    inputs: [{ do: 'move', atMs: BEFORE_MS - 200, ...at }, { do: 'press', atMs: BEFORE_MS, ...at }, { do: 'release', atMs: BEFORE_MS + 80, ...at }],
  }
}

const FIELD = { width: 256, height: 300 }

/** What is played, small and live; where it has come to shows on the map. */
function Path({ project, ...playing }: Omit<PlayingProps, 'player'> & { readonly project: Project }) {
  const player = usePlayer(project, playing.path.surface)
  return player && <Playing {...playing} player={player} />
}

interface PlayingProps {
  readonly path: Witness
  readonly start: string
  readonly player: Player
  readonly onFollow: (trace: Trace, start: string) => void
  readonly onEnd: () => void
}

function Playing({ path, start, player, onFollow, onEnd }: PlayingProps) {
  useEffect(() => player.playWitness(path), [player, path])
  const { witness, events } = usePlayerState(player)
  useEffect(() => onFollow(player.current.trace, start), [player, start, events, onFollow])
  return (
    <section aria-label="Path">
      <div className="section-head">
        <h2 className="caption">{path.caption}</h2>
        <button className="plain underlined" onClick={onEnd}>Close</button>
      </div>
      <LiveSurface player={player} label={`${path.caption}, playing`} className="flow-playing" field={FIELD} mostZoom={1} clips />
      <p className="flow-buttons">
        <Button onClick={() => player.playWitness(path)}>Play it again</Button>
        {witness && <button className="plain underlined" onClick={() => player.skipToEnd()}>To its end</button>}
      </p>
    </section>
  )
}

function Reached({ project, shown: { flow } }: { readonly project: Project; readonly shown: ShownFlow }) {
  const isFromStart = (title: string) => title === 'start' || /^\d+ steps?$/.test(title)
  const reached = flow.columns.filter(({ title }) => isFromStart(title)).flatMap(({ screens }) => screens)
  const name = (id: string) => project.screens.find((each) => each.id === id)?.name ?? id
  const [start] = reached
  return (
    <section aria-label="Screens">
      <h2 className="caption">Screens</h2>
      {start !== undefined && <p>{reached.length} of {project.screens.length} are reached from {name(start)}.</p>}
      {flow.columns.filter(({ title }) => !isFromStart(title)).map(({ title, screens }) => <p key={title} className="muted">{title}: {screens.map(name).join(', ')}</p>)}
      <p className="muted">Click an arrow to see its rule. Drag from an element to another screen to lead there.</p>
    </section>
  )
}
