import { useMemo, useState } from 'react'
import { Button } from '@mui/material'
import { Link } from 'react-router'
import { pledgeText } from '@rheoscope/core/check'
import { addPledge, certain, keysOf, orElse, removePledge, type Literal, type Pledge, type Pledged, type PledgedState, type Project } from '@rheoscope/core/document'
import { CheckStatus } from '../checks/check-status'
import { useLookingAtAll, useOfChecks } from '../checks/use-findings'
import { newId } from '../session/new-id'
import { useOfSession, useSession } from '../session/use-session'
import { placesOf, statesOf, subjectsOf, valuesOf, type Place, type Subject } from './pledge-places'
import { MAIN } from '../frame/use-focus-kept'

type Kind = Pledge['says']['kind']

const KINDS: Readonly<Record<Kind, string>> = { always: 'always', never: 'never', 'can reach': 'it is always possible to reach', after: 'after' }

/** What the designer promises, in sentences with slots, and whether it is kept. */
export function PromisesSheet() {
  const project = useOfSession('document')
  const { looking } = useLookingAtAll()
  return (
    <main id={MAIN} tabIndex={-1} className="promises-sheet">
      <section aria-label="Promises">
        <h2 className="caption">Promises</h2>
        {looking.is === 'failed' && <CheckStatus looking={looking} />}
        {project.promises.length === 0 && <p className="muted hint">Nothing is promised yet. Say below what always has to be so; every edit is held against it.</p>}
        <ol className="promises">{project.promises.map((pledge) => <PromiseRow key={pledge.id} project={project} pledge={pledge} />)}</ol>
      </section>
      <NewPromise project={project} />
    </main>
  )
}

function PromiseRow({ project, pledge }: { readonly project: Project; readonly pledge: Pledge }) {
  const session = useSession()
  const found = useOfChecks('findings')
  const { looking } = useLookingAtAll()
  const isComplete = useOfChecks('isComplete') === true
  const broken = found?.project.findings.find(({ id }) => id === `promise-broken ${pledge.id}`)
  const isUnknown = looking.is === 'failed' && (!isComplete || found?.project.failures.some(({ check }) => check === 'promise-broken') === true)
  const [verdict, tone] = isUnknown ? ['not known', 'is-broken'] : !isComplete ? ['looking…', 'muted'] : !broken ? ['kept', 'is-kept'] : broken.level === 'note' ? ['not looked at to the end', 'is-broken'] : ['broken', 'is-broken']
  return (
    <li className="promise">
      <span className={`promise-verdict ${tone}`} role="status">{verdict}</span>
      <span className="promise-text">{words(project, pledge)} <span className="muted">{placeName(project, pledge)}</span></span>
      {broken && <Link className="underlined" to={`/project/${project.id}/findings?finding=${encodeURIComponent(broken.id)}`}>See how</Link>}
      <button className="plain muted" aria-label={`Remove the promise ${words(project, pledge)}`} onClick={() => session.dispatch(removePledge(pledge.id), 'remove a promise')}>×</button>
    </li>
  )
}

function words(project: Project, pledge: Pledge): string {
  return orElse(() => pledgeText(project, pledge), 'A promise about something that is gone')
}

const surfaceName = (project: Project, surface: Pledge['surface']): string =>
  'screen' in surface ? `on ${project.screens.find(({ id }) => id === surface.screen)?.name ?? 'a screen that is gone'}` : `in ${project.components.find(({ id }) => id === surface.component)?.name ?? 'a component that is gone'}`

/** Where a promise holds: on a surface, or from a screen on wherever it leads. */
type Where = Pick<Pledge, 'surface' | 'through'>

const placeName = (project: Project, { surface, through }: Where): string =>
  through === true && 'screen' in surface ? `from ${project.screens.find(({ id }) => id === surface.screen)?.name ?? 'a screen that is gone'} on, wherever it leads` : surfaceName(project, surface)

const surfaceKey = ({ surface, through }: Where): string => ('screen' in surface ? `${through === true ? 'through' : 'screen'} ${surface.screen}` : `component ${surface.component}`)

/** Wherever something can be promised: on a surface alone, or from a screen on, the start screen first. */
function wheresOf({ screens, components, startScreen }: Project): readonly Where[] {
  const entrances = screens.filter(({ kind }) => kind === 'screen').toSorted((a, b) => Number(b.id === startScreen) - Number(a.id === startScreen))
  return [
    ...screens.map(({ id }) => ({ surface: { screen: id } })), ...components.map(({ id }) => ({ surface: { component: id } })),
    ...(screens.length > 1 ? entrances.map(({ id }) => ({ surface: { screen: id }, through: true })) : []),
  ]
}

/** A sentence with slots, filled in from left to right. */
function NewPromise({ project }: { readonly project: Project }) {
  const session = useSession()
  const surfaces = useMemo(() => wheresOf(project), [project])
  const [key, setKey] = useState(() => (surfaces[0] ? surfaceKey(surfaces[0]) : ''))
  const where = surfaces.find((each) => surfaceKey(each) === key) ?? surfaces[0]
  const places = useMemo(() => (where ? placesOf(project, where) : []), [project, where])
  const [kind, setKind] = useState<Kind>('always')
  const [that, setThat] = useState<Pledged | null>(null)
  const [then, setThen] = useState<Pledged | null>(null)
  const [withinMs, setWithinMs] = useState(1000)
  if (!where) return null
  const isFull = that !== null && (kind !== 'after' || then !== null)
  const add = () => {
    if (that === null) return
    const says: Pledge['says'] = kind === 'after' ? { kind, that, then: certain(then), withinMs } : { kind, that }
    session.dispatch(addPledge({ id: newId('promise'), ...where, says }), 'make a promise')
    setThat(null)
    setThen(null)
  }
  return (
    <section aria-label="A new promise">
      <h2 className="caption">A new promise</h2>
      <p className="promise-slots">
        <select aria-label="Where" value={key} onChange={(event) => { setKey(event.target.value); setThat(null); setThen(null) }}>
          {surfaces.map((each) => <option key={surfaceKey(each)} value={surfaceKey(each)}>{placeName(project, each)}</option>)}
        </select>
        <select aria-label="How" value={kind} onChange={(event) => setKind(keysOf(KINDS).find((each) => each === event.target.value) ?? kind)}>
          {keysOf(KINDS).map((each) => <option key={each} value={each}>{KINDS[each]}</option>)}
        </select>
        <PledgedSlots key={`that ${key}`} project={project} places={places} screens={where.through === true ? project.screens : []} value={that} onChange={setThat} label="What" />
        {kind === 'after' && (
          <>
            within <input className="mono slot-ms" aria-label="Within ms" inputMode="numeric" value={withinMs} onChange={(event) => setWithinMs(Math.max(0, Math.round(Number(event.target.value) || 0)))} /> ms
            <PledgedSlots key={`then ${key}`} project={project} places={places} screens={where.through === true ? project.screens : []} value={then} onChange={setThen} label="What follows" />
          </>
        )}
        <Button disabled={!isFull} onClick={add}>Add promise</Button>
      </p>
    </section>
  )
}

interface SlotsProps {
  readonly project: Project
  readonly places: readonly Place[]
  /** Those of which it can be promised that they are shown. */
  readonly screens: Project['screens']
  readonly value: Pledged | null
  readonly onChange: (value: Pledged | null) => void
  readonly label: string
}

const HOW_MANY = ['at most', 'at least', 'exactly'] as const

/** One instance in a state, so many of several alike in a state, a screen that is shown, or a variable with a value. */
function PledgedSlots({ project, places, screens, value, onChange, label }: SlotsProps) {
  const subjects = useMemo(() => subjectsOf(project, places, screens), [project, places, screens])
  const [key, setKey] = useState('')
  const subject = subjects.find((each) => each.key === key)
  const choose = (to: string) => {
    const chosen = subjects.find((each) => each.key === to)
    setKey(to)
    onChange(chosen?.is === 'screen' ? { what: 'shown', screen: chosen.screen } : null)
  }
  return (
    <>
      <select aria-label={label} value={key} onChange={(event) => choose(event.target.value)}>
        <option value="">…</option>
        {subjects.map((each) => <option key={each.key} value={each.key}>{each.label}</option>)}
      </select>
      {(subject?.is === 'place' || subject?.is === 'group') && <StateSlots key={key} subject={subject} value={value} label={label} onChange={onChange} />}
      {subject?.is === 'variable' && <VariableSlot values={valuesOf(project, subject.name)} value={value?.what === 'variable' ? value.value : null} label={`${label}: value`} onChange={(now) => onChange(now === null ? null : { what: 'variable', name: subject.name, value: now })} />}
    </>
  )
}

interface StateSlotsProps extends Pick<SlotsProps, 'value' | 'label' | 'onChange'> {
  readonly subject: Extract<Subject, { is: 'place' | 'group' }>
}

/** The state an instance is to be in, or so many of several. */
function StateSlots({ subject, value, label, onChange }: StateSlotsProps) {
  const [how, setHow] = useState<(typeof HOW_MANY)[number]>('at most')
  const [many, setMany] = useState(1)
  const chosen = value?.what === 'state' ? value.state : value?.what === 'count' ? (value.of[0]?.state ?? '') : ''
  const say = (state: string, count: { readonly how: typeof how; readonly many: number }) => {
    const of = ({ instance, axis }: Place): PledgedState => ({ instance, axis, state })
    if (state === '') onChange(null)
    else onChange(subject.is === 'place' ? { what: 'state', ...of(subject.place) } : { what: 'count', ...count, of: subject.places.map(of) })
  }
  const chooseHow = (text: string) => {
    const next = HOW_MANY.find((each) => each === text) ?? how
    setHow(next)
    say(chosen, { how: next, many })
  }
  const chooseMany = (text: string) => {
    const next = Math.max(0, Math.round(Number(text) || 0))
    setMany(next)
    say(chosen, { how, many: next })
  }
  return (
    <>
      {subject.is === 'group' && (
        <>
          <select aria-label={`${label}: how many`} value={how} onChange={(event) => chooseHow(event.target.value)}>
            {HOW_MANY.map((each) => <option key={each}>{each}</option>)}
          </select>
          <input className="mono slot-ms" aria-label={`${label}: number`} inputMode="numeric" value={many} onChange={(event) => chooseMany(event.target.value)} />
        </>
      )}
      is <select aria-label={`${label}: state`} value={chosen} onChange={(event) => say(event.target.value, { how, many })}><option value="">…</option>{statesOf(subject).map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select>
    </>
  )
}

function VariableSlot({ values, value, label, onChange }: { readonly values: readonly Literal[]; readonly value: Literal; readonly label: string; readonly onChange: (value: Literal) => void }) {
  return (
    <>
      is <select aria-label={label} value={value === null ? '' : JSON.stringify(value)} onChange={(event) => onChange(event.target.value === '' ? null : JSON.parse(event.target.value))}>
        <option value="">…</option>
        {values.map((each) => <option key={JSON.stringify(each)} value={JSON.stringify(each)}>{each === '' ? 'empty' : String(each)}</option>)}
      </select>
    </>
  )
}
