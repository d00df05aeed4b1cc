import { useState } from 'react'
import { addStage, batch, decidedBy, firstOf, motionAt, removeStage, setOfMotion, setOfStage, type InterruptionPolicy, type Keyframe, type ReducedForm, type Stagger, type Timing } from '@rheoscope/core/document'
import { easingProblem } from '@rheoscope/core/motion'
import { CommitField } from '../../fields/commit-field'
import { parseNumber } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'
import { formatReference, isReference, parseReference } from '../../fields/token-reference'
import { newId } from '../../session/new-id'
import { stageOf, type MotionScope } from '../page/bench-state'
import { stepMs, wholeMs } from '../../fields/ms-field'
import { useBench } from '../page/use-bench'
import { destination, msText, ruleTiming } from '../lanes/timing-text'
import { contextAt, placeOf, scopeOf, useMotion, useRule, type EditedMotion } from '../lanes/use-motion'

/** How the selected rule's motion goes, or what it falls back on. */
export function MotionFields() {
  const motion = useMotion()
  const [isMore, setMore] = useState(false)
  return (
    <>
      <ScopeField />
      <LengthFields motion={motion} />
      <details open={isMore} onToggle={(event) => setMore(event.currentTarget.open)}>
        <summary>More about the motion</summary>
        {isMore && <MannerFields motion={motion} />}
      </details>
      <Stages motion={motion} />
    </>
  )
}

/** Whose motion the fields below are about. */
function ScopeField() {
  const bench = useBench()
  const { component, axis, state, select } = bench
  const to = destination(component, useRule())
  const target = axis.states.find(({ id }) => id === to)?.name ?? 'any state'
  const choices: readonly { readonly value: MotionScope; readonly label: string }[] = [
    ...(decidedBy(axis) === null ? [{ value: 'rule', label: 'this rule' } as const] : []), { value: 'pair', label: `all from ${state.name} to ${target}` },
    { value: 'component', label: 'the whole component' }, { value: 'project', label: 'the whole project' },
  ]
  return <ChoiceField label="applies to" value={scopeOf(bench)} choices={choices} onChange={(scope) => select({ do: 'time', scope })} />
}

function LengthFields({ motion: { said, timing, set } }: { readonly motion: EditedMotion }) {
  const { project } = useBench()
  const textOf = (field: 'durationMs' | 'delayMs'): string => {
    const own = said?.[field]
    return typeof own === 'object' ? formatReference(own, project.tokens) : `${timing[field]} ms`
  }
  const take = (field: 'durationMs' | 'delayMs') => (text: string): string | null => {
    if (text.trim() === '') {
      set(field, undefined)
      return null
    }
    if (isReference(text)) {
      const reference = parseReference(text, project.tokens, ['duration'])
      if ('problem' in reference) return reference.problem
      set(field, reference.value)
      return null
    }
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    set(field, ms)
    return null
  }
  return (
    <div className="side-by-side">
      <CommitField label="duration" value={textOf('durationMs')} isMono onCommit={take('durationMs')} onStep={stepMs(10)} />
      <CommitField label="delay" value={textOf('delayMs')} isMono onCommit={take('delayMs')} onStep={stepMs(10)} />
      <Overruled />
    </div>
  )
}

/** Says so when what is edited does not decide here, because something more specific has a time of its own, and lets go of that. */
function Overruled() {
  const bench = useBench()
  const { project, component, state, make } = bench
  const rule = useRule()
  const { timing } = useMotion()
  const { durationMs, delayMs } = ruleTiming(project, component, rule, state.id)
  if (durationMs === timing.durationMs && delayMs === timing.delayMs) return null
  const scope = scopeOf(bench)
  const nearer = NEARER.slice(0, scope === 'project' ? NEARER.length : NEARER.indexOf(scope))
  const said = nearer.flatMap((whose) => {
    const place = placeOf(whose, component, rule, state.id)
    const own = motionAt(project, component, place)
    const fields = (['durationMs', 'delayMs'] as const).filter((field) => own?.[field] !== undefined)
    return fields.length > 0 ? [{ whose, edits: fields.map((field) => setOfMotion(contextAt(bench, place), field, undefined)) }] : []
  })
  const letGo = () => make(batch(...said.flatMap(({ edits }) => edits)), 'let go of a time')
  return (
    <p className="overruled muted" role="status">
      Here it takes {msText(durationMs)}{delayMs > 0 ? ` and waits ${msText(delayMs)}` : ''}: {said.map(({ whose }) => SAYS[whose]).join(' and ') || 'something more specific'} has its own time.
      {said.length > 0 && <> <button className="plain underlined" onClick={letGo}>Let go of it</button></>}
    </p>
  )
}

/** What comes before the motion of the project, the most specific first. */
const NEARER = ['rule', 'pair', 'component'] as const

const SAYS = { rule: 'this rule', pair: 'the change between these two states', component: 'the component' } as const

/** A setting in words; the first one leaves it to something less specific. */
type Worded<T> = readonly { readonly value: T | undefined; readonly label: string }[]

const POLICIES: Worded<InterruptionPolicy> = [
  { value: undefined, label: 'inherit' }, { value: 'continue', label: 'continue from current value' }, { value: 'finish first', label: 'finish first' },
  { value: 'ignore', label: 'ignore the new one' }, { value: 'skip to end', label: 'skip to the end' },
]

const SPEEDS: Worded<'keep' | 'reset'> = [{ value: undefined, label: 'inherit' }, { value: 'keep', label: 'keep' }, { value: 'reset', label: 'reset' }]

const JUMPS: Worded<'start' | 'end'> = [{ value: undefined, label: 'animate' }, { value: 'start', label: 'switch at start' }, { value: 'end', label: 'switch at end' }]

const SPACES: Worded<NonNullable<Timing['colourSpace']>> = [{ value: undefined, label: 'inherit' }, { value: 'oklab', label: 'in OKLab' }, { value: 'srgb', label: 'in sRGB' }]

const REDUCED: Worded<ReducedForm> = [
  { value: undefined, label: 'inherit' }, { value: 'skip movement', label: 'skip movement' }, { value: 'skip all', label: 'skip all' }, { value: 'as is', label: 'as is' },
]

function WordedField<T>({ label, worded, value, onChange }: { readonly label: string; readonly worded: Worded<T>; readonly value: T | undefined; readonly onChange: (to: T | undefined) => void }) {
  const chosen = worded.find((each) => each.value === value) ?? firstOf(worded)
  return <ChoiceField label={label} value={chosen.label} choices={worded.map((each) => each.label)} onChange={(text) => onChange(worded.find((each) => each.label === text)?.value)} />
}

function MannerFields({ motion: { said, timing, set } }: { readonly motion: EditedMotion }) {
  return (
    <>
      <WordedField label="interrupted" worded={POLICIES} value={said?.policy} onChange={(policy) => set('policy', policy)} />
      <WordedField label="velocity" worded={SPEEDS} value={said?.velocity} onChange={(to) => set('velocity', to)} />
      <ChoiceField label="rotation direction" value={timing.rotationDirection} choices={['shortest', 'clockwise', 'counterclockwise', 'as written']} onChange={(direction) => set('rotationDirection', direction)} />
      <WordedField label="goes" worded={JUMPS} value={said?.switchAt} onChange={(to) => set('switchAt', to)} />
      <WordedField label="colours mix" worded={SPACES} value={said?.colourSpace} onChange={(space) => set('colourSpace', space)} />
      <StaggerFields stagger={said?.stagger} onChange={(stagger) => set('stagger', stagger)} />
      <WordedField label="reduced motion" worded={REDUCED} value={said?.reducedMotion} onChange={(to) => set('reducedMotion', to)} />
    </>
  )
}

/** How much later each thing begins than the one before it. */
export function StaggerFields({ stagger, onChange }: { readonly stagger: Stagger | undefined; readonly onChange: (to: Stagger | undefined) => void }) {
  const take = (text: string): string | null => {
    const ms = text.trim() === '' || text.trim() === 'none' ? 0 : wholeMs(text)
    if (typeof ms === 'string') return ms
    onChange(ms === 0 ? undefined : { stepMs: ms, from: stagger?.from ?? 'first' })
    return null
  }
  return (
    <>
      <CommitField label="stagger" isMono value={stagger ? `${stagger.stepMs} ms` : ''} placeholder="none" onCommit={take} onStep={stepMs(10)} />
      {stagger && <ChoiceField label="beginning at" value={stagger.from} choices={['first', 'last', 'middle', 'ends']} onChange={(from) => onChange({ ...stagger, from })} />}
    </>
  )
}

/** The looks a motion passes through; selecting one lets edits of parts go into it. */
function Stages({ motion }: { readonly motion: EditedMotion }) {
  const { make, select, view } = useBench()
  const keyframes = motion.said?.keyframes ?? []
  const { place } = motion.context
  const current = stageOf(view.into)?.stage ?? null
  const add = () => {
    const stage: Keyframe = { id: newId('stage'), look: {}, share: 1, easing: 'linear', matchVelocity: false }
    make(addStage(motion.context, stage), 'add a look to pass through')
    select({ do: 'edit into', into: { motion: place, stage: stage.id } })
  }
  return (
    <div className="keyframes" role="group" aria-label="By way of">
      {keyframes.map((stage, index) => (
        <StageRow
          key={stage.id} stage={stage} name={`way ${index + 1}`} motion={motion} isOpen={stage.id === current}
          onOpen={() => select({ do: 'edit into', into: stage.id === current ? 'look' : { motion: place, stage: stage.id } })}
          onRemove={() => {
            make(removeStage(motion.context, stage.id), 'remove a look to pass through')
            if (stage.id === current) select({ do: 'edit into', into: 'look' })
          }}
        />
      ))}
      <button className="plain underlined" onClick={add}>+ keyframe</button>
    </div>
  )
}

interface StageRowProps {
  readonly stage: Keyframe
  readonly name: string
  readonly motion: EditedMotion
  readonly isOpen: boolean
  readonly onOpen: () => void
  readonly onRemove: () => void
}

function StageRow({ stage, name, motion, isOpen, onOpen, onRemove }: StageRowProps) {
  const { make } = useBench()
  const set = <K extends Exclude<keyof Keyframe, 'id'>>(field: K, to: Keyframe[K]) => make(setOfStage(motion.context, stage.id, field, to), `set ${name} of a motion`)
  const setShare = (text: string): string | null => {
    const share = parseNumber(text)
    if ('problem' in share) return share.problem
    if (share.value <= 0) return 'A share is more than nothing; the last leg of the way counts 1.'
    set('share', share.value)
    return null
  }
  const setEasing = (text: string) => easingProblem(text) ?? (set('easing', text.trim()), null)
  return (
    <fieldset className="action">
      <legend className="visually-hidden">{name}</legend>
      <div className="section-head">
        <button className={isOpen ? 'plain stage-look is-open' : 'plain stage-look'} aria-pressed={isOpen} onClick={onOpen}>{name}: {isOpen ? 'edits go into this look' : 'edit its look'}</button>
        <button className="plain underlined muted" aria-label={`Remove ${name}`} onClick={onRemove}>Remove</button>
      </div>
      <div className="side-by-side">
        <CommitField label="share" isMono value={String(stage.share)} onCommit={setShare} />
        <CommitField label="easing" isMono value={typeof stage.easing === 'string' ? stage.easing : 'linear'} onCommit={setEasing} list="easings" />
      </div>
      <ChoiceField label="velocity" value={stage.matchVelocity ? 'keep' : 'reset'} choices={['reset', 'keep']} onChange={(velocity) => set('matchVelocity', velocity === 'keep')} />
    </fieldset>
  )
}
