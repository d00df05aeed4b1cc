import { useRef } from 'react'
import { destinationsOf, firstOf, itemAt, lastOf, latestMs, type Axis, type Rule, type State } from '@rheoscope/core/document'
import { timersOf } from '@rheoscope/core/machine'
import { useFindingsOf } from '../../checks/use-findings'
import { useFrames } from '../../playing/use-frames'
import { useLive } from '../../playing/use-live'
import type { Player } from '../../playing/player'
import { StateMark } from '../../theme/state-mark'
import { readingOf } from './cell-typing'
import { easingCurve } from '../lanes/easing-curve'
import { outcomesOf, outcomeText, type ChanceOf } from './outcomes'
import { barsOf, rowsOf, triggerTitle, type Bar, type Row } from './rows'
import { destination, msText, ruleTiming, shortEasing, spanText } from '../lanes/timing-text'
import { useBench } from '../page/use-bench'
import type { CellDrag } from './use-cell-drag'
import type { CellTyping } from './use-cell-keys'

/** One row of the response table: where a trigger leads in each state. */
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
        {about && <span className="muted">{about}</span>}
      </div>
      {barsOf(component, axis, row).map((bar) => <Cell key={bar.column} bar={bar} row={row} line={line} drag={drag} typing={typing && bar.states.some(({ id }) => id === typing.state) ? typing : null} />)}
    </div>
  )
}

function Cell({ bar, row, line, drag, typing }: GridRowProps & { readonly bar: Bar }) {
  const { component, view, select, player, axis } = useBench()
  const { findings } = useFindingsOf(component.id)
  const { rule, states, column } = bar
  const isMain = view.row === row.key && states.some(({ id }) => id === view.state)
  const isSelected = isMain || view.alsoCells.some((cell) => cell.row === row.key && states.some(({ id }) => id === cell.state))
  const told = findings.find(({ about }) => (rule !== null && about.rule === rule.id) || ((about.row === row.key || about.rows?.includes(row.key)) && states.some(({ id }) => about.states?.includes(id))))
  const stateAt = (x: number, element: Element): State => {
    const box = element.getBoundingClientRect()
    const index = Math.floor(((x - box.left) / box.width) * states.length)
    return itemAt(states, Math.min(states.length - 1, Math.max(0, index)))
  }
  const others = axis.states.filter(({ id }) => !states.some((state) => state.id === id))
  const answer = rule ? targetText(rule, axis) : 'no answer'
  const source = row.part === null ? '' : ` on ${component.parts.find(({ id }) => id === row.part)?.name ?? '?'}`
  const where = `${triggerTitle(row.trigger, component.axes)}${source} in ${states.map(({ name }) => name).join(', ')}`
  return (
    <div
      className={['cell', isSelected && 'is-selected', rule === null && 'is-empty', rule === null && view.showsGaps && 'is-gap', rule?.target.go === 'ignored' && 'is-quiet', told && told.kind !== 'unanswered' && 'is-told'].filter(Boolean).join(' ')}
      style={{ gridRow: line, gridColumn: `${column + 2} / span ${states.length}` }}
      role="gridcell" aria-selected={isSelected} tabIndex={0} data-main={isMain || undefined} data-row={row.key} data-cell={where} data-answer={answer}
      onFocus={() => !isSelected && select({ do: 'select cell', state: firstOf(states).id, row: row.key })}
      onPointerDown={(event) => {
        const state = stateAt(event.clientX, event.currentTarget)
        if ((event.shiftKey || event.ctrlKey || event.metaKey) && view.row !== null) {
          event.preventDefault()
          if (!event.shiftKey) select({ do: 'add cell to selection', state: state.id, row: row.key })
          else select({ do: 'select cells to', state: lastOf(states).id, row: row.key, states: axis.states.map(({ id }) => id), rows: rowsOf(component, axis, view).map(({ key }) => key) })
          return
        }
        if (event.button === 2 && isSelected) return
        select({ do: 'select cell', state: state.id, row: row.key })
        drag.begin(event, { row, state: state.id, rule, how: 'target' })
      }}
    >
      <span className="visually-hidden">{where}:</span>
      {typing && <Typed typing={typing} />}
      {!typing && rule && <Answer rule={rule} from={firstOf(states)} />}
      {!typing && !rule && <span className="muted">{told?.kind === 'unanswered' ? 'unanswered' : '·'}</span>}
      {told && told.kind !== 'unanswered' && <span className={`badge is-${told.level}`} title={told.sentence.replace(/[‹›]/g, '')} />}
      {rule && player && <Fired player={player} rule={rule} />}
      {rule && 'ms' in rule.trigger && player && <TimerBar player={player} rule={rule} />}
      {rule && others.length > 0 && (
        <span
          className="cell-edge" title="Drag sideways to let the rule hold in more states"
          onPointerDown={(event) => {
            event.stopPropagation()
            drag.begin(event, { row, state: lastOf(states).id, rule, how: 'spread' })
          }}
        />
      )}
    </div>
  )
}

/** What is typed into a cell, with what it means so far, or why it means nothing. */
function Typed({ typing: { text, problem } }: { readonly typing: CellTyping }) {
  const { axis } = useBench()
  const reading = readingOf(text, axis.states)
  return (
    <span className="cell-typed">
      <span className="mono cell-typed-text">{text}</span>
      {problem !== null ? <span className="cell-problem" role="alert">{problem}</span> : reading.is === 'one' && <span className="muted">→ {reading.state.name}</span>}
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
      return 'nothing on purpose'
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
