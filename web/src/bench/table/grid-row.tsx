import { useRef, type PointerEvent } from 'react'
import type { Finding } from '@rheoscope/core/check'
import { destinationsOf, firstOf, isLeading, itemAt, lastOf, latestMs, type Axis, type Rule, type State } from '@rheoscope/core/document'
import { timersOf } from '@rheoscope/core/machine'
import { useFindingsOf } from '../../checks/use-findings'
import { useFrames } from '../../playing/use-frames'
import { useLive } from '../../playing/use-live'
import type { Player } from '../../playing/player'
import { StateMark } from '../../theme/state-mark'
import { readingOf, typedIn } from './cell-typing'
import { easingCurve } from '../lanes/easing-curve'
import { outcomesOf, outcomeText, type ChanceOf } from './outcomes'
import { barsOf, rowsOf, triggerTitle, type Bar, type Row } from './rows'
import { destination, msText, ruleTiming, shortEasing, spanText } from '../lanes/timing-text'
import { useBench } from '../page/use-bench'
import type { CellDrag } from './use-cell-drag'
import type { CellTyping } from './use-cell-keys'

/** One row of the trigger table: where a trigger leads in each state. */
interface GridRowProps {
  readonly row: Row
  readonly line: number
  readonly drag: CellDrag
  /** What is being typed into one of its cells. */
  readonly typing: CellTyping | null
}

export function GridRow({ row, line, drag, typing }: GridRowProps) {
  const { component, axis } = useBench()
  const { trigger, part } = row
  const about = 'since' in trigger ? (trigger.since === 'entering the first' ? 'through all' : trigger.since) : part === null ? null : `on ${component.parts.find(({ id }) => id === part)?.name ?? '?'}`
  return (
    <div className="grid-row" role="row">
      <div className="row-head" role="rowheader" style={{ gridRow: line, gridColumn: 1 }}>
        {triggerTitle(trigger, component.axes)}
        {isLeading(trigger) && <code className="row-by" title={trigger.by}>{trigger.by}</code>}
        {about && <span className="muted">{about}</span>}
      </div>
      {barsOf(component, axis, row).map((bar) => <Cell key={bar.column} bar={bar} row={row} line={line} drag={drag} typing={typing && bar.states.some(({ id }) => id === typing.state) ? typing : null} />)}
    </div>
  )
}

/** One answer, over all the states in which its rule holds; or none. */
function Cell({ bar, row, line, drag, typing }: GridRowProps & { readonly bar: Bar }) {
  const { component, view, select, axis } = useBench()
  const { rule, states, column } = bar
  const isMain = view.row === row.key && holds(states, view.state)
  const isSelected = isMain || view.alsoCells.some((cell) => cell.row === row.key && holds(states, cell.state))
  const told = useToldOf(bar, row)
  const isTold = told !== undefined && told.kind !== 'unanswered'
  const source = row.part === null ? '' : ` on ${component.parts.find(({ id }) => id === row.part)?.name ?? '?'}`
  const by = isLeading(row.trigger) ? ` by ${row.trigger.by}` : ''
  const where = `${triggerTitle(row.trigger, component.axes)}${by}${source} in ${states.map(({ name }) => name).join(', ')}`
  return (
    <div
      className={['cell', isSelected && 'is-selected', rule === null && 'is-empty', rule === null && view.showsGaps && 'is-gap', rule?.target.go === 'ignored' && 'is-quiet', isTold && 'is-told'].filter(Boolean).join(' ')}
      style={{ gridRow: line, gridColumn: `${column + 2} / span ${states.length}` }}
      role="gridcell" aria-selected={isSelected} tabIndex={0} data-main={isMain || undefined} data-row={row.key} data-cell={where} data-answer={rule ? targetText(rule, axis) : 'no answer'}
      onFocus={() => !isSelected && select({ do: 'select cell', state: firstOf(states).id, row: row.key })}
      onPointerDown={usePressOnCell({ bar, row, drag, isSelected })}
    >
      <span className="visually-hidden">{where}:</span>
      {typing ? <Typed typing={typing} /> : rule ? <Answer rule={rule} from={firstOf(states)} /> : <span className="muted">{told?.kind === 'unanswered' ? 'unanswered' : '·'}</span>}
      {isTold && <span className={`badge is-${told.level}`} title={told.sentence.replace(/[‹›]/g, '')} />}
      {rule && <LiveMarks rule={rule} />}
      {rule && states.length < axis.states.length && <Edge onGrab={(event) => drag.begin(event, { row, state: lastOf(states).id, rule, how: 'spread' })} />}
    </div>
  )
}

const holds = (states: Bar['states'], state: string | null): boolean => states.some(({ id }) => id === state)

/** What the checks say of the rule in a cell, or of the trigger in its states. */
function useToldOf({ rule, states }: Bar, row: Row): Finding | undefined {
  const { component } = useBench()
  const findings = useFindingsOf(component.id)
  return findings.find(({ about }) => (rule !== null && about.rule === rule.id) || ((about.row === row.key || about.rows?.includes(row.key)) && states.some(({ id }) => about.states?.includes(id))))
}

/** A press picks the cell, adds it to those that are picked, or takes all up to it; and may begin to drag where its rule leads. */
function usePressOnCell({ bar: { rule, states }, row, drag, isSelected }: Pick<GridRowProps, 'row' | 'drag'> & { readonly bar: Bar; readonly isSelected: boolean }) {
  const { component, view, select, axis } = useBench()
  return (event: PointerEvent<HTMLElement>) => {
    const { id } = stateAt(event, states)
    if ((event.shiftKey || event.ctrlKey || event.metaKey) && view.row !== null) {
      event.preventDefault()
      if (!event.shiftKey) select({ do: 'add cell to selection', state: id, row: row.key })
      else select({ do: 'select cells to', state: lastOf(states).id, row: row.key, states: axis.states.map((each) => each.id), rows: rowsOf(component, axis, view).map(({ key }) => key) })
      return
    }
    if (event.button === 2 && isSelected) return
    select({ do: 'select cell', state: id, row: row.key })
    drag.begin(event, { row, state: id, rule, how: 'target' })
  }
}

/** The state whose column was pressed, in a cell that goes over several. */
function stateAt({ clientX, currentTarget }: PointerEvent<HTMLElement>, states: Bar['states']): State {
  const { left, width } = currentTarget.getBoundingClientRect()
  const index = Math.floor(((clientX - left) / width) * states.length)
  return itemAt(states, Math.min(states.length - 1, Math.max(0, index)))
}

/** The right end of a cell, by which its rule is let hold in more states. */
const Edge = ({ onGrab }: { readonly onGrab: (event: PointerEvent<HTMLElement>) => void }) => (
  <span
    className="cell-edge" title="Drag sideways to let the rule hold in more states"
    onPointerDown={(event) => {
      event.stopPropagation()
      onGrab(event)
    }}
  />
)

/** What the specimen does with a rule: that it fires, and how far its timer is. */
function LiveMarks({ rule }: { readonly rule: Rule }) {
  const { player } = useBench()
  return player && (
    <>
      <Fired player={player} rule={rule} />
      {'ms' in rule.trigger && <TimerBar player={player} rule={rule} />}
    </>
  )
}

/** What is typed into a cell, with what it means so far, or why it means nothing. */
function Typed({ typing: { text, problem } }: { readonly typing: CellTyping }) {
  const { axis } = useBench()
  const { target, timing } = typedIn(text, axis.states)
  const reading = target.trim() === '' ? null : readingOf(target, axis.states)
  return (
    <span className="cell-typed">
      <span className="mono cell-typed-text">{text}</span>
      {problem !== null ? <span className="cell-problem" role="alert">{problem}</span> : <span className="muted">{reading?.is === 'one' && `→ ${reading.state.name}`} {timing && `${msText(timing.durationMs)} ${timing.easing ?? ''}`}</span>}
    </span>
  )
}

function targetText(rule: Rule, axis: Axis): string {
  const { target } = rule
  if (target.go === 'one of') return outcomesOf(target, axis.states).map(outcomeText).join(' or ')
  const [to] = destinationsOf(axis, rule)
  if (to !== undefined) return axis.states.find(({ id }) => id === to)?.name ?? '?'
  switch (target.go) {
    case 'ignored':
      return 'ignored'
    default:
      return target.go
  }
}

function Answer({ rule, from }: { readonly rule: Rule; readonly from: State }) {
  const { project, component, axis } = useBench()
  const to = destination(component, rule)
  const target = axis.states.find(({ id }) => id === to)
  const name = targetText(rule, axis)
  if (rule.target.go === 'one of') return <Outcomes rule={rule} outcomes={outcomesOf(rule.target, axis.states)} />
  if (rule.target.go === 'ignored') return <span className="quiet">{name}</span>
  const timing = ruleTiming(project, component, rule, from.id)
  return (
    <>
      <span className="cell-target">
        {target ? <StateMark hue={target.hue} size={11} /> : <span className="mono">→</span>} <b>{name}</b>
        {rule.guard !== null && <span className="muted cell-guard" title={`if ${rule.guard}`}>if</span>}
        {'ms' in rule.trigger && <span className="mono cell-after">{spanText(rule.trigger)}</span>}
      </span>
      <span className="cell-motion muted mono">
        <svg width="24" height="14" viewBox="-1 -3 26 18" aria-hidden="true"><path d={easingCurve(timing.ease, 24, 12)} /></svg>
        {msText(timing.durationMs)} <span className="cell-easing">{shortEasing(timing.easing)}</span>
      </span>
    </>
  )
}

/** What chance decides between, each with how often it comes. */
function Outcomes({ rule, outcomes }: { readonly rule: Rule; readonly outcomes: readonly ChanceOf[] }) {
  return (
    <>
      <span className="cell-target">
        <span className="cell-outcomes">
          {outcomes.map((outcome, index) => (
            <span key={index} title={outcomeText(outcome)}>{outcome.state && <StateMark hue={outcome.state.hue} size={11} />} <span className="mono">{outcome.percent}</span></span>
          ))}
        </span>
        {rule.guard !== null && <span className="muted cell-guard" title={`if ${rule.guard}`}>if</span>}
      </span>
      <span className="cell-motion muted">{'ms' in rule.trigger ? <span className="mono">{spanText(rule.trigger)}</span> : '%, by chance'}</span>
    </>
  )
}

/** Lights up each time the rule fires in the specimen. */
function Fired({ player, rule }: { readonly player: Player; readonly rule: Rule }) {
  const { fired } = useLive(player)
  return fired?.rule === rule.id ? <span key={fired.event} className="cell-fired" /> : null
}

/** Fills while the timer of a rule counts in the specimen. */
function TimerBar({ player, rule }: { readonly player: Player; readonly rule: Rule }) {
  const bar = useRef<HTMLSpanElement>(null)
  useFrames(() => {
    const specimen = player.current.instances.get('')
    const timer = specimen && timersOf(specimen).find((each) => each.rule.id === rule.id)
    const ms = 'ms' in rule.trigger ? latestMs(rule.trigger) : 0
    const left = timer?.dueMs == null ? ms : timer.dueMs - player.nowMs
    const share = timer && ms > 0 ? 1 - left / ms : 0
    if (bar.current) bar.current.style.transform = `scaleX(${Math.min(1, Math.max(0, share))})`
  })
  return <span ref={bar} className="cell-timer" />
}
