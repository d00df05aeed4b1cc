import { useMemo, useState } from 'react'
import { MenuItem } from '@mui/material'
import { addExpectation, asLiteral, certain, itemAt, orElse, removeExpectation, setExpectationTime, type Expectation, type Id, type Project, type Take } from '@rheoscope/core/document'
import { isWithin, pathInside } from '@rheoscope/core/machine'
import { drawList, replay, runOptionsOf, textsIn, type PlayedTake } from '@rheoscope/core/run'
import { expectationText } from '@rheoscope/core/reading'
import { itemOf } from '@rheoscope/core/scene'
import { msText } from '../bench/lanes/timing-text'
import { CommitField } from '../fields/commit-field'
import { stepMs, wholeMs } from '../fields/ms-field'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { useStage } from './use-stage'
import { screenShown } from './use-stage-run'

/** What a take expects, by when, and whether it came about. */
export function Expectations({ take, played }: { readonly take: Take; readonly played: PlayedTake | undefined }) {
  return (
    <>
      <ul className="expectations">
        {take.expectations.map((expectation) => <ExpectationRow key={expectation.id} take={take} expectation={expectation} result={played?.results.find((each) => each.expectation.id === expectation.id)} />)}
      </ul>
      <ExpectNow take={take} />
    </>
  )
}

function ExpectationRow({ take, expectation, result }: { readonly take: Take; readonly expectation: Expectation; readonly result: PlayedTake['results'][number] | undefined }) {
  const { project, make } = useStage()
  const setTime = (text: string): string | null => {
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    if (ms > take.endsAtMs) return `The take ends at ${msText(take.endsAtMs)}.`
    make(setExpectationTime(take.id, expectation.id, ms), 'expect it by another time')
    return null
  }
  return (
    <li className="expectation">
      {result && <span className={result.isMet ? 'take-met' : 'take-missed'}>{result.isMet ? '✓' : '✗'}</span>}
      <span>by</span> <CommitField label="By when" hidesLabel isMono value={`${expectation.byMs} ms`} onCommit={setTime} onStep={stepMs(10)} />
      <span className="expectation-words">
        {expectationText(project, take, expectation)}
        {result && !result.isMet && <span className="take-missed">; it was {result.seen}</span>}
      </span>
      <button className="plain muted" aria-label="Remove the expectation" onClick={() => make(removeExpectation(take.id, expectation.id), 'expect less')}>×</button>
    </li>
  )
}

type Expected = Expectation['expect']

/** Expects something that is so at the end, or at the instant that is looked at: whatever is to be seen there then is offered. */
function ExpectNow({ take }: { readonly take: Take }) {
  const { project, screen, part, seenMs, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const byMs = Math.min(take.endsAtMs, seenMs ?? take.endsAtMs)
  const offered = useMemo(() => (anchor ? offers(project, take, part && { screen: screen.id, id: part.id }, byMs) : []), [anchor, project, take, screen.id, part, byMs])
  const add = (expect: Expected) => {
    setAnchor(null)
    make(addExpectation(take.id, { id: newId(expect.what), byMs, expect }), 'expect something')
  }
  return (
    <>
      <button className="plain underlined" aria-haspopup="menu" aria-label={`expect by ${msText(byMs)}… in ${take.name}`} onClick={(event) => setAnchor(event.currentTarget)}>expect by {msText(byMs)}…</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {offered.map((expect) => <MenuItem key={JSON.stringify(expect)} onClick={() => add(expect)}>{expectationText(project, take, { expect })}</MenuItem>)}
        {part === null && <MenuItem disabled>Select something on the screen for its states and places</MenuItem>}
      </FloatingMenu>
    </>
  )
}

const SHOWN_PROPERTIES = ['x', 'y', 'width', 'height', 'opacity', 'rotation', 'visible'] as const

/** What can be seen at an instant of a take: of the selected part its states, that it has settled and where it is; the variables; the texts. */
function offers(project: Project, take: Take, part: { readonly screen: Id; readonly id: Id } | null, ms: number): readonly Expected[] {
  const run = orElse(() => replay(project, take.surface, take.inputs, ms, runOptionsOf(take)), null)
  if (!run) return []
  const shown = screenShown(run)
  const surface = part && shown?.screen === part.screen ? shown : null
  const own = part && surface && pathInside(surface.path, part.id)
  const inside = own === null ? [] : [...run.instances.keys()].filter((path) => isWithin(path, own))
  const states = inside.flatMap((path): Expected[] => {
    const { compiled, states: standing } = certain(run.instances.get(path))
    return compiled.component.axes.flatMap((axis, index): Expected[] => (axis.states.length > 1 ? [{ what: 'state', instance: path, axis: axis.id, state: itemAt(standing, index) }] : []))
  })
  const settled = inside.slice(0, 1).map((instance): Expected => ({ what: 'settled', instance }))
  const item = part && surface ? itemOf(drawList(run), surface.path, part.id) : undefined
  const places = surface && item ? SHOWN_PROPERTIES.map((property): Expected => ({ what: 'property', instance: surface.path, part: item.part, property, value: item.values[property] })) : []
  const variables = project.variables.map(({ name }): Expected => ({ what: 'variable', name, value: asLiteral(run.shared[name]) ?? null }))
  const texts = [...new Set(textsIn(drawList(run)))].filter((text) => text !== '')
  return [...states, ...settled, ...variables, ...texts.map((text): Expected => ({ what: 'text', text })), ...places]
}
