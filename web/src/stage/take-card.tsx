import { certain, firstOf, lastOf, removeTake, renameTake, setInputs, trimTake, type Input, type Project, type Take } from '@rheoscope/core/document'
import { differences, statesSeen, type PlayedTake, type SeenState, type TakeOutcome } from '@rheoscope/core/run'
import { pathName } from '@rheoscope/core/reading'
import { msText } from '../bench/lanes/timing-text'
import { witnessOf } from '../playing/played-take'
import { CommitField } from '../fields/commit-field'
import { MsField, stepMs, wholeMs } from '../fields/ms-field'
import { Expectations } from './expectations'
import { isPlayed, type TakeResult } from '../takes/play-takes'
import { useStage } from './use-stage'

interface TakeCardProps {
  readonly take: Take
  /** What it came to just now, or why it cannot be played. */
  readonly result: TakeResult | undefined
  /** What it came to when it was played before. */
  readonly before: TakeOutcome | undefined
}

/** One take: how long it is, what is done in it, what it expects, and what came of it. */
export function TakeCard({ take, result, before }: TakeCardProps) {
  const played = result && isPlayed(result) ? result : undefined
  const { screen, player, make, arrange, lookAt, enterBy, showAt } = useStage()
  const rename = (name: string) => (name.trim() === '' ? 'A take has a name.' : (make(renameTake(take.id, name.trim()), 'rename a take'), null))
  const play = () => {
    arrange(false)
    lookAt(null)
    enterBy(take.entryPoint ?? null)
    showAt(screen.sizes?.find(({ name }) => name === take.size)?.id ?? null)
    player?.playWitness(witnessOf(take))
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
        {played && <b className={met === played.results.length ? 'take-met' : 'take-missed'} role="status">{met} of {played.results.length} passed</b>}
        {result && !isPlayed(result) && <b className="take-missed" role="alert" title={result.detail}>{result.sentence}</b>}
        {!played && before && <span className="take-before">{before.met} of {before.expected} at revision {before.revision}</span>}
      </p>
      {played && before && <Differences take={take} played={played} before={before} />}
      <Expectations take={take} played={played} />
      <details>
        <summary>Inputs and length</summary>
        <Inputs take={take} />
      </details>
    </article>
  )
}

/** The length of a take, and what is done in it, to be moved in time or left out. Moves of the pointer go with what follows them. */
function Inputs({ take }: { readonly take: Take }) {
  const { make } = useStage()
  const steps = stepsOf(take.inputs)
  const replace = (step: Step, by: readonly Input[], label: string) => make(setInputs(take.id, steps.flatMap((each) => (each === step ? by : each.inputs)).toSorted((a, b) => a.atMs - b.atMs)), label)
  const moveTo = (step: Step) => (text: string): string | null => {
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    const by = ms - step.shown.atMs
    if (by + firstOf(step.inputs).atMs < 0) return 'A take begins at 0 ms.'
    replace(step, step.inputs.map((input) => ({ ...input, atMs: input.atMs + by })), 'move an input in time')
    return null
  }
  return (
    <>
      <MsField label="ends at" ms={take.endsAtMs} step={100} onChange={(ms) => make(trimTake(take, ms), `trim ${take.name}`)} />
      <ul className="expectations">
        {steps.map((step, index) => (
          <li key={index} className="take-input">
            <CommitField label={`When input ${index + 1} is`} hidesLabel isMono value={`${step.shown.atMs} ms`} onCommit={moveTo(step)} onStep={stepMs(10)} />
            <span>{inputText(step.shown)}{step.inputs.length > 1 && <span className="muted"> after {step.inputs.length - 1} {step.inputs.length === 2 ? 'move' : 'moves'}</span>}</span>
            <button className="plain muted" aria-label={`Leave out input ${index + 1}`} onClick={() => replace(step, [], 'leave an input out')}>×</button>
          </li>
        ))}
      </ul>
    </>
  )
}

/** Something done, with the moves that lead up to it. */
interface Step {
  readonly inputs: readonly Input[]
  readonly shown: Input
}

function stepsOf(inputs: readonly Input[]): readonly Step[] {
  const steps: Step[] = []
  let moves: Input[] = []
  for (const input of inputs) {
    moves.push(input)
    if (input.do === 'move') continue
    steps.push({ inputs: moves, shown: input })
    moves = []
  }
  return moves.length > 0 ? [...steps, { inputs: moves, shown: lastOf(moves) }] : steps
}

function inputText(input: Input): string {
  switch (input.do) {
    case 'move':
    case 'press':
    case 'release':
      return `${input.do} at ${Math.round(input.x)}, ${Math.round(input.y)}${input.pointer === 'touch' ? ' with a finger' : ''}`
    case 'exit':
      return 'leave the screen'
    case 'cancel':
      return 'the pointer is taken away'
    case 'pinch':
      return `pinch to ${Math.round(input.scale * 100)}%`
    case 'wheel':
      return `wheel by ${Math.round(input.deltaY)} px`
    case 'key':
    case 'key up':
      return `${input.do} ${input.key === ' ' ? 'Space' : input.key}`
    case 'type':
      return input.text === '' ? 'empty a field' : `write “${input.text}”`
    case 'put':
      return 'put into a state'
    case 'parameter':
      return `${input.name} = ${String(input.value)}`
  }
}

const MOST_DIFFERENCES = 6

/** What goes otherwise than on the revision it was played on before. */
function Differences({ take, played, before }: { readonly take: Take; readonly played: PlayedTake; readonly before: TakeOutcome }) {
  const { project, session } = useStage()
  const found = differences(before.states, statesSeen(played.trace))
  if (found.length === 0) return before.revision === session.revision ? null : <p className="muted take-facts">The same states at the same times as at revision {before.revision}.</p>
  return (
    <div className="take-facts" role="status" aria-label={`Differences in ${take.name}`}>
      Different from revision {before.revision}:
      <ul className="expectations">
        {found.slice(0, MOST_DIFFERENCES).map(({ before: old, after }, index) => {
          const { instance } = certain(after ?? old)
          return <li key={index}>{pathName(project, take.surface, instance, () => undefined)}: {after ? stateText(project, after) : 'nothing'}, <span className="muted">was {old ? stateText(project, old) : 'nothing'}</span></li>
        })}
        {found.length > MOST_DIFFERENCES && <li className="muted">and {found.length - MOST_DIFFERENCES} more</li>}
      </ul>
    </div>
  )
}

const stateText = (project: Project, { axis, state, atMs }: SeenState): string =>
  `${project.components.flatMap(({ axes }) => axes).find(({ id }) => id === axis)?.states.find(({ id }) => id === state)?.name ?? 'a state that is gone'} at ${msText(atMs)}`
