import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { familiesIn, givenIn, timesApart, type Budget, type BudgetFromStart, type Family, type Piece } from '@rheoscope/core/check'
import { certain, firstOf, setLimit, theOne, type Axis, type Component, type Id, type Project } from '@rheoscope/core/document'
import { msText } from '../bench/lanes/timing-text'
import { CommitField } from '../fields/commit-field'
import { wholeMs } from '../fields/ms-field'
import { BrokenDown } from '../workers/broken-down'
import { CheckStatus } from '../checks/check-status'
import { useChecks, useLookingAtAll, useOfChecks } from '../checks/use-findings'
import { useOfSession, useSession } from '../session/use-session'
import { StateMark } from '../theme/state-mark'
import { MAIN } from '../frame/use-focus-kept'

interface Chosen {
  readonly component: Id
  readonly axis: Id
  readonly from: Id | null
  readonly to: Id
}

/** What paths between two states take, what that time is made of, and what durations are usual. */
export function BudgetsSheet() {
  const project = useOfSession('document')
  const moving = project.components.filter(({ axes }) => axes.some(({ states }) => states.length > 1))
  const [chosen, choose] = useState<Chosen | null>(() => (moving[0] ? usualIn(moving[0]) : null))
  const component = project.components.find(({ id }) => id === chosen?.component)
  const axis = component?.axes.find(({ id }) => id === chosen?.axis)
  return (
    <main id={MAIN} tabIndex={-1} className="budgets-sheet">
      <section aria-label="What paths take">
        <h2 className="caption">What a way from one state to another takes</h2>
        {chosen && component && axis ? <Question project={project} components={moving} chosen={chosen} onChoose={choose} /> : <p className="muted hint">There is no component with more than one state yet.</p>}
        {chosen && component && axis && <Paths component={component} axis={axis} chosen={chosen} />}
      </section>
      <section aria-label="Usual durations">
        <h2 className="caption">Typical durations</h2>
        <Limits project={project} />
        {familiesIn(givenIn(project)).map((family) => <FamilyStrip key={family.name} project={project} family={family} />)}
      </section>
    </main>
  )
}

/** The way one asks for first: from where it starts to its last state. */
function usualIn(component: Component): Chosen {
  const axis = theOne(component.axes, ({ states }) => states.length > 1)
  const last = certain(axis.states.findLast(({ id }) => id !== axis.start))
  return { component: component.id, axis: axis.id, from: axis.start, to: last.id }
}

function Question({ components, chosen, onChoose }: { readonly project: Project; readonly components: readonly Component[]; readonly chosen: Chosen; readonly onChoose: (chosen: Chosen) => void }) {
  const component = components.find(({ id }) => id === chosen.component) ?? firstOf(components)
  const axes = component.axes.filter(({ states }) => states.length > 1)
  const axis = axes.find(({ id }) => id === chosen.axis) ?? firstOf(axes)
  const state = (label: string, which: 'from' | 'to') => (
    <select aria-label={label} value={chosen[which] ?? ''} onChange={(event) => onChoose({ ...chosen, [which]: event.target.value || null })}>
      {which === 'from' && <option value="">the start of the prototype</option>}
      {[...axis.states, ...(axis.groups ?? [])].map(({ id, name }) => <option key={id} value={id}>{name}</option>)}
    </select>
  )
  return (
    <p className="budget-question">
      <select aria-label="Component" value={component.id} onChange={(event) => onChoose(usualIn(theOne(components, ({ id }) => id === event.target.value)))}>
        {components.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}
      </select>
      {axes.length > 1 && (
        <select aria-label="Axis" value={axis.id} onChange={(event) => onChoose({ ...usualIn({ ...component, axes: axes.filter(({ id }) => id === event.target.value) }) })}>
          {axes.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}
        </select>
      )}
      from {state('From', 'from')} to {state('To', 'to')}
    </p>
  )
}

function Paths({ component, axis, chosen }: { readonly component: Component; readonly axis: Axis; readonly chosen: Chosen }) {
  const checks = useChecks()
  const isComplete = useOfChecks('isComplete') === true
  const answer = useOfChecks('budgets')
  const { looking } = useLookingAtAll()
  useEffect(() => {
    if (isComplete) checks?.askForBudgets(chosen)
  }, [checks, isComplete, chosen])
  if (!isComplete && looking.is === 'failed') return <CheckStatus looking={looking} />
  if (!answer || JSON.stringify(answer.question) !== JSON.stringify(chosen)) return <p className="muted hint" role="status">Looking…</p>
  if (answer.failure) return <BrokenDown breakdown={answer.failure} onTryAgain={() => checks?.askForBudgets(chosen)} />
  if (chosen.from === null) return answer.fromStart ? <WayFromStart way={answer.fromStart} /> : <p className="muted hint">No way leads there from the start.</p>
  if (answer.budgets.length === 0) return <p className="muted hint">{chosen.from === chosen.to ? 'It is there already.' : `No way leads there in ${component.name}.`}</p>
  const longest = Math.max(...answer.budgets.map(({ mostMs }) => mostMs), 1)
  return (
    <ol className="budget-paths">
      {answer.budgets.map((budget, index) => <PathBar key={index} axis={axis} budget={budget} longest={longest} />)}
    </ol>
  )
}

/** The quickest way from the start screen, whichever instance comes there first. */
function WayFromStart({ way: { screen, ms, pieces, witness } }: { readonly way: BudgetFromStart }) {
  const project = useOfSession('document')
  return (
    <ol className="budget-paths">
      <li className="budget-path">
        <p>
          <span className="muted">on</span> {project.screens.find(({ id }) => id === screen)?.name}
          <b className="mono budget-total">{msText(ms)}</b>
          {witness && <Link className="underlined" to={`/project/${project.id}/flow?path=budget`}>Show on the flow</Link>}
        </p>
        <div className="budget-bar" role="img" aria-label={pieces.map((piece) => `${piece.what}${piece.ms > 0 ? ` ${piece.ms} ms` : ''}`).join(', ')}>
          {pieces.map((piece, index) => <PieceBar key={index} piece={piece} longest={Math.max(ms, 1)} />)}
        </div>
      </li>
    </ol>
  )
}

function PathBar({ axis, budget, longest }: { readonly axis: Axis; readonly budget: Budget; readonly longest: number }) {
  const { states, leastMs, mostMs, pieces } = budget
  return (
    <li className="budget-path">
      <p>
        {states.map((id, index) => {
          const state = theOne(axis.states, (each) => each.id === id)
          return <span key={id} className="budget-state">{index > 0 && <span className="muted"> → </span>}<StateMark hue={state.hue} /> {state.name}</span>
        })}
        <b className="mono budget-total">{leastMs === mostMs ? msText(leastMs) : `${msText(leastMs)} to ${msText(mostMs)}`}</b>
      </p>
      <div className="budget-bar" role="img" aria-label={pieces.map(({ what, ms }) => `${what}${ms > 0 ? ` ${ms} ms` : ''}`).join(', ')}>
        {pieces.map((piece, index) => <PieceBar key={index} piece={piece} longest={longest} />)}
      </div>
    </li>
  )
}

function PieceBar({ piece: { kind, what, ms }, longest }: { readonly piece: Piece; readonly longest: number }) {
  const isMoment = ms === 0
  return (
    <span className={`budget-piece is-${kind}`} style={isMoment ? undefined : { flexBasis: `${(ms / longest) * 100}%` }} title={isMoment ? `${what}: as long as it takes somebody` : `${what}: ${ms} ms`}>
      <span className="budget-what">{what}</span>{!isMoment && <span className="mono"> {ms}</span>}
    </span>
  )
}

/** How long motions may be, for the whole project. */
function Limits({ project }: { readonly project: Project }) {
  const session = useSession()
  const commit = (limit: 'longestMs' | 'shortestMs') => (text: string): string | null => {
    const ms = text.trim() === '' ? null : wholeMs(text)
    if (typeof ms === 'string') return ms
    session.dispatch(setLimit(project, limit, ms), ms === null ? 'take a limit away' : 'set a limit')
    return null
  }
  return (
    <div className="limits">
      <CommitField label="Longest motion" isMono value={limitText(project.limits?.longestMs)} onCommit={commit('longestMs')} />
      <CommitField label="Shortest motion" isMono value={limitText(project.limits?.shortestMs)} onCommit={commit('shortestMs')} />
    </div>
  )
}

const limitText = (ms: number | undefined): string => (ms === undefined ? '' : `${ms} ms`)

const STRIP = { width: 460, height: 46 }

/** The durations of a family on a line of time: its middle half as a band, each one as a mark, those that stand out named. */
function FamilyStrip({ project, family }: { readonly project: Project; readonly family: Family }) {
  const longest = Math.max(...family.members.map(({ durationMs }) => durationMs), 1)
  const at = (ms: number) => 6 + (ms / longest) * (STRIP.width - 12)
  const apart = family.members.filter(({ durationMs }) => timesApart(family, durationMs) > 2)
  return (
    <figure className="family">
      <figcaption>{family.name} <span className="muted">{family.members.length} motions, middle half {family.lowMs === family.highMs ? msText(family.lowMs) : `${family.lowMs}–${msText(family.highMs)}`}</span></figcaption>
      <svg width={STRIP.width} height={STRIP.height} role="img" aria-label={`Durations for ${family.name}`}>
        <rect className="family-usual" x={at(family.lowMs)} width={Math.max(3, at(family.highMs) - at(family.lowMs))} y={8} height={18} />
        <line className="family-line" x1={6} x2={STRIP.width - 6} y1={26} y2={26} />
        {family.members.map((member, index) => <circle key={index} className={apart.includes(member) ? 'family-mark is-apart' : 'family-mark'} cx={at(member.durationMs)} cy={17} r={3.5}><title>{`${member.where}: ${member.durationMs} ms`}</title></circle>)}
        <text x={6} y={42}>0</text>
        <text x={STRIP.width - 6} y={42} textAnchor="end">{msText(longest)}</text>
      </svg>
      {apart.slice(0, 4).map((member, index) => (
        <p key={index} className="muted"><Link to={`/project/${project.id}/component/${member.component}?rule=${member.rule}`}>{member.where}</Link> <span className="mono">{msText(member.durationMs)}</span></p>
      ))}
    </figure>
  )
}
