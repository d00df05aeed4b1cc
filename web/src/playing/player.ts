import { firstOf, itemAt, orElse, RheoError, type Chance, type Input, type InputAction, type Project } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import { advanceTo, cutOff, drawListAt, forkFromHere, inOrder, leavesToChance, nextDueMs, play, send, startRun, type Run, type RunOptions, type Trace } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'
import type { Witness } from '@rheoscope/core/check'

export const SPEEDS = [1, 0.5, 0.25, 0.1] as const

export type Speed = (typeof SPEEDS)[number]

export interface PlayerState {
  readonly isHeld: boolean
  readonly speed: Speed
  /** The witness being played instead of what the person does; null when they play themselves. */
  readonly witness: Witness | null
  /** The person would rather have things not move. */
  readonly isMotionReduced: boolean
  /** What came of the same inputs before the document changed; null when it has not since something was done. */
  readonly before: Trace | null
  /** The way into the screen the run begins by; as the screen is when it is null. */
  readonly entryPoint: string | null
  /** Grows whenever something happened in the run. */
  readonly events: number
  /** What is said when not all that should stand there does; null when it does. */
  readonly cutOff: string | null
  /** What decides where the run has a choice; null as long as it has had none. */
  readonly seed: number | null
}

/** A take longer than this is not played again on a changed document; the run starts over instead. */
const LONGEST_REPLAY_MS = 120_000

/** So often the run is remembered as it was, in ms of its own time, so that it can be looked back at quickly. */
const REMEMBER_MS = 1000

/** More than so many times are thinned out. */
const MOST_REMEMBERED = 600

/** One frame of a screen of 60 frames a second. */
export const FRAME_MS = 1000 / 60

/**
 * Plays a run against the wall clock: at a speed, held, started over, and again from its inputs when the document
 * changes. The run itself knows nothing of the wall clock.
 */
export class Player {
  private readonly listeners = new Set<() => void>()
  private run: Run
  private inputs: Input[] = []
  private seed = 1
  private script: readonly Input[] = []
  /** How many inputs of the script, or of the person's, have been played. Of the person's all have been, but where they go on from an earlier instant. */
  private played = 0
  /** The run as it was every now and then, with how many inputs had been made. */
  private remembered: { readonly atMs: number; readonly inputs: number; readonly run: Run }[] = []
  /** Virtual time, in fractions of a millisecond, and the wall clock when it was that. */
  private atMs = 0
  private wallMs: number | null = null
  private asked: { readonly project: Project; readonly leavesToChance: boolean } | null = null
  private state: PlayerState = { isHeld: false, speed: 1, witness: null, isMotionReduced: false, entryPoint: null, before: null, events: 0, cutOff: null, seed: null }

  constructor(private project: Project, private readonly surface: Surface) {
    this.run = startRun(project, surface)
    this.state = { ...this.state, cutOff: cutOff(this.run), seed: this.seedDrawnBy() }
    this.remember(0)
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly getState = (): PlayerState => this.state

  get current(): Run {
    return this.run
  }

  get nowMs(): number {
    return this.atMs
  }

  /** How the run began. */
  get options(): RunOptions {
    const { isMotionReduced, entryPoint } = this.state
    return { isMotionReduced, chance: this.state.witness?.chance ?? { seed: this.seed }, ...(entryPoint === null ? {} : { entryPoint }) }
  }

  /** What decided so far where the run had a choice, to be kept with what has been done; nothing where it had none. */
  get chance(): { readonly chance?: Chance } {
    return this.run.draws > 0 ? { chance: this.run.chance } : {}
  }

  /** What has been done so far, by a person or by the witness that plays. */
  get done(): readonly Input[] {
    return (this.state.witness ? this.script : this.inputs).slice(0, this.played)
  }

  /** The next instant after one of the past at which something is done or happens of itself; Infinity when nothing does. */
  nextAfter(ms: number): number {
    const input = (this.state.witness ? this.script : this.inputs).find(({ atMs }) => atMs > ms)
    return Math.min(nextDueMs(this.runAt(ms)), input?.atMs ?? Infinity)
  }

  /** Goes on from an instant of the past. What was done later is done again at its time, unless something else is done before. */
  goOnFrom(ms: number): void {
    const played = this.done.findLastIndex(({ atMs }) => atMs <= ms) + 1
    this.run = { ...this.runAt(ms), trace: this.run.trace.filter(({ atMs }) => atMs <= ms) }
    this.played = played
    this.atMs = ms
    this.remembered = this.remembered.filter(({ atMs }) => atMs <= ms)
    this.publish({ events: this.run.trace.length })
  }

  /** Lets virtual time follow the wall clock to `wallMs` and returns what is to be shown. */
  frame(wallMs: number): DrawList {
    const { isHeld, speed, witness } = this.state
    const elapsed = this.wallMs === null ? 0 : Math.min(250, wallMs - this.wallMs)
    this.wallMs = wallMs
    if (!isHeld) {
      const end = witness?.lookAtMs ?? Infinity
      this.moveTo(Math.min(this.atMs + elapsed * speed, end))
      if (this.atMs >= end) this.hold(true)
    }
    return drawListAt(this.run, this.atMs)
  }

  /** Lets a held clock go on to whatever happens next; nothing when nothing will. */
  stepEvent(): void {
    const next = nextDueMs(this.run)
    if (next < Infinity) this.moveTo(next)
  }

  /** Lets a held clock go on by one frame of a screen. */
  stepFrame(): void {
    this.moveTo(this.atMs + FRAME_MS)
  }

  /** Something the person does to the specimen. While a witness plays it is left alone. */
  send(action: InputAction): void {
    if (this.state.witness) return
    // What was done later is not done again.
    this.inputs.length = this.played
    this.played = this.inputs.push({ ...action, atMs: this.run.nowMs })
    send(this.run, action)
    this.publish({ events: this.run.trace.length, ...(action.do === 'move' || action.do === 'exit' ? {} : { before: null }) })
  }

  hold(isHeld: boolean): void {
    this.publish({ isHeld })
  }

  setSpeed(speed: Speed): void {
    this.publish({ speed })
  }

  /** Goes on as it would be with motion reduced, or not: what was done so far is done again. */
  reduceMotion(isMotionReduced: boolean): void {
    this.publish({ isMotionReduced })
    this.playAgain()
  }

  /** Begins anew by a way into the screen. */
  enterBy(entryPoint: string | null): void {
    this.publish({ entryPoint })
    this.startOver()
  }

  /** Where something is left to chance it comes out otherwise. */
  startOver(): void {
    this.inputs = []
    if (this.run.draws > 0) this.seed++
    this.begin(this.state.witness)
  }

  /** Begins anew with what is left to chance drawn by a seed: the same comes of the same. */
  drawBy(seed: number): void {
    this.inputs = []
    this.seed = seed
    this.begin(this.state.witness)
  }

  /** Plays a witness up to the moment worth seeing and holds there. */
  playWitness(witness: Witness): void {
    this.begin(witness)
  }

  /** Goes on to the moment worth seeing without waiting for it. */
  skipToEnd(): void {
    if (!this.state.witness) return
    this.moveTo(this.state.witness.lookAtMs)
    this.hold(true)
  }

  endWitness(): void {
    this.inputs = []
    this.begin(null)
  }

  /** The document has changed: what was done so far is done again to the new one. */
  changeProject(project: Project): void {
    if (project === this.project) return
    this.project = project
    const before = this.state.before ?? this.run.trace
    this.playAgain()
    this.publish({ before })
  }

  /** The run as it was at an instant of its past; nothing may be done to it. */
  runAt(ms: number): Run {
    const { run, inputs } = this.remembered.findLast(({ atMs }) => atMs <= ms) ?? firstOf(this.remembered)
    const then = forkFromHere(run)
    play(then, this.done.slice(inputs), Math.floor(ms))
    return then
  }

  private playAgain(): void {
    const played = this.done
    const untilMs = Math.floor(this.atMs)
    try {
      if (this.atMs > LONGEST_REPLAY_MS && !this.state.witness) this.startOver()
      else {
        this.run = startRun(this.project, this.surface, this.options)
        this.remembered = []
        this.remember(0)
        this.goThrough(played, 0, 0, untilMs)
      }
    } catch (error) {
      // A component that cannot be put together is a finding; the specimen stays as it was.
      if (!(error instanceof RheoError)) throw error
    }
    this.publish({ events: this.run.trace.length })
  }

  /** Goes on to an instant, does on the way what is to be done, from a place in the inputs on, and remembers the run every now and then. Returns the place it has come to. */
  private goThrough(inputs: readonly Input[], from: number, fromMs: number, untilMs: number): number {
    let next = from
    for (let ms = Math.min(untilMs, fromMs + REMEMBER_MS); ; ms = Math.min(untilMs, ms + REMEMBER_MS)) {
      for (; next < inputs.length && itemAt(inputs, next).atMs <= ms; next++) {
        const { atMs, ...action } = itemAt(inputs, next)
        advanceTo(this.run, atMs)
        send(this.run, action)
      }
      advanceTo(this.run, Math.floor(ms))
      this.remember(next)
      if (ms >= untilMs) return next
    }
  }

  /** By what number is drawn what the run leaves to chance; null where it can leave nothing. */
  private seedDrawnBy(): number | null {
    if (this.asked?.project !== this.project) this.asked = { project: this.project, leavesToChance: orElse(() => leavesToChance(this.project, this.surface), false) }
    return this.asked.leavesToChance ? this.run.chance.seed : null
  }

  private remember(inputs: number): void {
    const last = this.remembered.at(-1)
    if (last && this.run.nowMs < last.atMs + REMEMBER_MS) return
    // A page may be left open for hours: what is long past is remembered less closely.
    if (this.remembered.length >= MOST_REMEMBERED) this.remembered = this.remembered.filter((_each, index) => index % 2 === 0)
    this.remembered.push({ atMs: this.run.nowMs, inputs, run: forkFromHere(this.run) })
  }

  private begin(witness: Witness | null): void {
    const run = orElse(() => startRun(this.project, this.surface, { ...this.options, chance: witness?.chance ?? { seed: this.seed } }), null)
    if (!run) return
    this.run = run
    this.script = inOrder(witness?.inputs ?? [])
    this.played = 0
    this.atMs = 0
    this.remembered = []
    this.remember(0)
    this.publish({ witness, isHeld: false, before: null, events: 0 })
  }

  private moveTo(ms: number): void {
    const before = this.run.trace.length
    this.played = this.goThrough(this.state.witness ? this.script : this.inputs, this.played, this.atMs, ms)
    this.atMs = ms
    if (this.run.trace.length !== before) this.publish({ events: this.run.trace.length })
  }

  private publish(change: Partial<PlayerState>): void {
    this.state = { ...this.state, ...change, cutOff: cutOff(this.run), seed: this.seedDrawnBy() }
    this.listeners.forEach((listener) => listener())
  }
}
