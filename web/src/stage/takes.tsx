import { useMemo, useState } from 'react'
import { Button } from '@mui/material'
import { addExpectation, addTake, freeName, namesOf, removeExpectation, removeTake, renameTake, type Expectation, type Project, type Take } from '@rheoscope/core/document'
import { pathName, playTake, type PlayedTake } from '@rheoscope/core/run'
import { msText } from '../bench/timing-text'
import { CommitField } from '../fields/commit-field'
import { newId } from '../session/new-id'
import { useStage } from './use-stage'

/** The runs of this screen that are kept: played again they say whether what they expect still comes about. */
export function Takes() {
  const { screen, takes, player, project, make } = useStage()
  const [results, setResults] = useState<ReadonlyMap<string, PlayedTake>>(new Map())
  const keep = () => {
    if (!player) return
    const take: Take = {
      id: newId(), name: freeName('Take', namesOf(project.takes)), surface: { screen: screen.id }, inputs: player.done, endsAtMs: Math.ceil(player.nowMs),
      expectations: [], reducedMotion: player.getState().isMotionReduced,
    }
    make(addTake(take), `keep ${take.name}`)
  }
  const runAll = () => setResults(new Map(takes.map((take) => [take.id, playTake(project, take)])))
  return (
    <section aria-label="Takes">
      <div className="section-head">
        <h2 className="caption">Takes</h2>
        <span>
          {takes.length > 0 && <Button onClick={runAll}>Run all</Button>} <Button disabled={!player} title="Keep all that was done since the start" onClick={keep}>Keep this run</Button>
        </span>
      </div>
      {takes.length === 0 && <p className="muted hint">Use the screen, then keep the run. It can be played again on whatever the document becomes.</p>}
      {takes.map((take) => <TakeCard key={take.id} take={take} played={results.get(take.id)} />)}
    </section>
  )
}

function TakeCard({ take, played }: { readonly take: Take; readonly played: PlayedTake | undefined }) {
  const { player, seenMs, make, arrange, lookAt } = useStage()
  const rename = (name: string) => (name.trim() === '' ? 'A take has a name.' : (make(renameTake(take.id, name.trim()), 'rename a take'), null))
  const play = () => {
    arrange(false)
    lookAt(null)
    player?.playWitness({ surface: take.surface, inputs: take.inputs, endsAtMs: take.endsAtMs, lookAtMs: take.endsAtMs, caption: take.name })
  }
  const met = played?.results.filter(({ isMet }) => isMet).length ?? 0
  return (
    <article className="take">
      <div className="section-head">
        <CommitField label={`Name of take ${take.name}`} hidesLabel value={take.name} onCommit={rename} />
        <button className="plain muted" aria-label={`Remove ${take.name}`} onClick={() => make(removeTake(take.id), `remove ${take.name}`)}>×</button>
      </div>
      <p className="muted take-facts">
        <span className="mono">{msText(take.endsAtMs)}</span>, {take.inputs.length} inputs <button className="plain underlined" onClick={play}>Play it</button>
        {played && <b className={met === played.results.length ? 'take-met' : 'take-missed'} role="status">{met} of {played.results.length} came about</b>}
      </p>
      <ul className="expectations">
        {take.expectations.map((expectation) => <ExpectationRow key={expectation.id} take={take} expectation={expectation} result={played?.results.find((each) => each.expectation.id === expectation.id)} />)}
      </ul>
      <ExpectNow take={take} atMs={seenMs} />
    </article>
  )
}

function ExpectationRow({ take, expectation, result }: { readonly take: Take; readonly expectation: Expectation; readonly result: PlayedTake['results'][number] | undefined }) {
  const { project, make } = useStage()
  return (
    <li>
      {result && <span className={result.isMet ? 'take-met' : 'take-missed'}>{result.isMet ? '✓' : '✗'}</span>} by <span className="mono">{msText(expectation.byMs)}</span> {wordsOf(project, take, expectation)}
      {result && !result.isMet && <span className="take-missed">; it was {result.seen}</span>}
      <button className="plain muted" aria-label="Remove the expectation" onClick={() => make(removeExpectation(take.id, expectation.id), 'expect less')}>×</button>
    </li>
  )
}

/** Expects, at the end or at the instant that is looked at, that everything on the screen is in the state it is in then. */
function ExpectNow({ take, atMs }: { readonly take: Take; readonly atMs: number | null }) {
  const { project, screen, part, make } = useStage()
  const byMs = Math.min(take.endsAtMs, atMs ?? take.endsAtMs)
  const seen = useMemo(() => stateAt(project, take, part?.id ?? null, byMs), [project, take, part, byMs])
  if (!part || part.kind !== 'instance' || !screen.parts.includes(part)) return <p className="muted hint take-hint">Select something to expect a state of it.</p>
  if (!seen) return null
  return (
    <button className="plain underlined" onClick={() => make(addExpectation(take.id, { id: newId(), byMs, expect: { what: 'state', instance: part.id, axis: seen.axis, state: seen.state } }), `expect ${part.name} to be ${seen.name}`)}>
      Expect {part.name} to be {seen.name} by {msText(byMs)}
    </button>
  )
}

/** The state the first axis of an instance is in at an instant of a take; null when there is nothing to say. */
function stateAt(project: Project, take: Take, instance: string | null, ms: number): { readonly axis: string; readonly state: string; readonly name: string } | null {
  if (instance === null) return null
  const component = project.components.find(({ id }) => project.screens.some(({ parts }) => parts.some((part) => part.id === instance && part.kind === 'instance' && part.component === id)))
  const axis = component?.axes.find(({ states }) => states.length > 1)
  if (!axis) return null
  const { trace } = playTake(project, { ...take, expectations: [], inputs: take.inputs.filter(({ atMs }) => atMs <= ms), endsAtMs: ms })
  const last = trace.findLast((event) => event.what === 'state' && event.instance === instance && event.axis === axis.id)
  const state = last?.what === 'state' ? last.to : axis.start
  return { axis: axis.id, state, name: axis.states.find(({ id }) => id === state)?.name ?? '?' }
}

function wordsOf(project: Project, take: Take, { expect }: Expectation): string {
  const nameOf = (path: string) => pathName(project, take.surface, path, () => undefined)
  switch (expect.what) {
    case 'state':
      return `${nameOf(expect.instance)} is ${project.components.flatMap(({ axes }) => axes).find(({ id }) => id === expect.axis)?.states.find(({ id }) => id === expect.state)?.name ?? '?'}`
    case 'variable':
      return `${expect.name} is ${String(expect.value)}`
    case 'property':
      return `${expect.property} of ${nameOf(expect.instance)} is ${String(expect.value)}`
    case 'text':
      return `“${expect.text}” is to be read`
    case 'settled':
      return `${nameOf(expect.instance)} has settled`
  }
}
