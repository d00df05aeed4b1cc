import { sameValue, stateProperty, type Id } from '../document'
import { axisAt, looksOfState, stateKept, type Content } from '../machine'
import type { Ground } from './ground'
import type { Interpreter } from './interpreter'
import { beginAllTimers } from './timers'

/** What stands or is to stand inside a thing, by the last steps of their paths. */
export type ArrangedContents = ReadonlyMap<string, Content>

/** What an arrangement changed. */
export interface Arranged {
  readonly gone: readonly Content[]
  readonly come: readonly Content[]
}

/** How things inside others come, go and are given what they are to be. */
export class Arranger<T> {
  constructor(private readonly interpreter: Interpreter<T>, private readonly ground: Ground<T>) {}

  /**
   * Carries to what stands inside a thing how that wants it now: what is not to be there any more goes, what is new comes,
   * and what stays is given its names and driven to the states that are other than before. Says what came and went.
   *
   * @param had what stood there, by the last steps of their paths; null for a thing that is only coming itself
   */
  arrange(thing: T, had: ArrangedContents | null, has: ArrangedContents): Arranged {
    const stays = (content: Content) => isSameContent(had?.get(content.step), content)
    const gone = [...(had?.values() ?? [])].filter((content) => !isSameContent(has.get(content.step), content))
    const come = [...has.values()].filter((content) => !stays(content))
    for (const content of gone) this.dismiss(thing, content, gone)
    for (const content of has.values()) {
      const before = stays(content) ? had?.get(content.step) : undefined
      const inner = before ? this.ground.inside(thing, content.step) : null
      if (before && inner !== null) this.hold(thing, inner, before, content)
      else this.bring(thing, content, had !== null)
    }
    return { gone, come }
  }

  /** Gives what stays inside a thing what it is to be given now. A state that was come to lays what its look says of what stands inside anew. */
  private hold(thing: T, inner: T, before: Content, { parameters, states, part }: Content): void {
    if (!sameValue(before.parameters, parameters)) this.interpreter.name(inner, parameters)
    for (const [axis, state] of Object.entries(states)) if (before.states[axis] !== state || this.isLaidAnew(thing, part.id, axis)) this.interpreter.put(inner, axis, state)
  }

  /** Whether a state that a thing has just come to says which state an axis inside it is in. */
  private isLaidAnew(thing: T, part: Id, inner: Id): boolean {
    const compiled = this.ground.compiledOf(thing)
    return this.interpreter.movedAxes(thing).some((axis) => {
      const state = stateKept(compiled, axis, this.ground.kept(thing))
      return looksOfState(axisAt(compiled, axis), state).some((look) => look[part]?.[stateProperty(inner)] !== undefined)
    })
  }

  /** Lets something begin inside a thing; what was on its way out turns back as it is, with what it is given now. */
  private bring(thing: T, content: Content, isLate: boolean): void {
    const inner = this.ground.inside(thing, content.step)
    if (inner === null) return this.interpreter.appear(this.ground.begin(thing, content, isLate))
    if (this.ground.isLeaving(inner)) {
      this.ground.keep(thing, content)
      beginAllTimers(this.ground, inner)
    }
    this.interpreter.name(inner, content.parameters)
  }

  /** Lets something inside a thing go. It is told, and still hears what is said as long as its way out takes. */
  private dismiss(thing: T, content: Content, together: readonly Content[]): void {
    const inner = this.ground.inside(thing, content.step)
    if (inner === null || this.ground.isLeaving(inner)) return
    if (this.ground.compiledOf(inner).rulesOn.has('hidden')) this.interpreter.offerLater(inner, 'hidden')
    this.interpreter.retire(inner)
    this.ground.dismiss(thing, content, together)
  }
}

/** Whether something is still the same instance, whatever it is given. */
export const isSameContent = (a: Content | undefined, b: Content): boolean => a === b || (a !== undefined && a.step === b.step && a.compiled.component.id === b.compiled.component.id)
