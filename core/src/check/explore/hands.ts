import type { Rule, TriggerKind } from '../../document'
import { Hand, keepsTapBack, rulesAt, type Circumstance, type HandGround, type IsMeant, type Level, type Pressed } from '../../semantics'
import type { Instant } from './instant'
import type { Network } from './network'
import type { UserOccasion } from './occasion'
import type { Spot } from './spots'
import type { Thing } from './things'

/** What became of a press: it moved, and it was answered so that no tap follows. */
const PRESS = { moved: 1, spent: 2 } as const

/** What a person does at an instant of an exploration: what the hand is in the middle of is kept as the network lays it out. */
export class Hands implements HandGround<Thing, Spot, Spot> {
  private readonly hand = new Hand<Thing, Spot, Spot>(this)
  private readonly network: Network

  constructor(private readonly instant: Instant) {
    this.network = instant.network
  }

  act(occasion: UserOccasion | { readonly what: 'long' | 'late tap' }): void {
    switch (occasion.what) {
      case 'point':
        this.hand.hover(occasion.spot)
        // Whoever points elsewhere has moved too far for a long press.
        if (this.instant.configuration[this.network.pressedAt] !== numberOf(occasion.spot)) this.longMs = null
        return
      case 'press':
      case 'release':
      case 'tap':
        this.hand.hover(occasion.pointer === 'touch' ? null : occasion.spot)
        if (occasion.what !== 'release' && occasion.spot) this.hand.press(occasion.spot)
        if (occasion.what !== 'press') this.hand.release(occasion.spot)
        return
      case 'drag':
        return this.hand.drag()
      case 'long':
        return this.hand.long()
      case 'late tap':
        return this.hand.lateTap()
      case 'focus':
        return this.hand.focus(occasion.spot)
      case 'key':
        return this.hand.key(occasion, this.network.mattersFocus ? this.focus : occasion.spot)
    }
  }

  /** The hand is nowhere and in the middle of nothing. */
  forget(): void {
    const { overAt, pressedAt, pressAt, longAt, tappedAt, focusAt } = this.network
    for (const at of [overAt, pressedAt, pressAt, longAt, tappedAt, focusAt]) this.instant.configuration[at] = 0
  }

  /** What one points at, or has the focus on, can have gone. */
  lookAgain(): void {
    const { over, focus, network, instant } = this
    if (over && !instant.isOpen(over)) this.hand.hover(network.spots.find((spot) => over.way.some(({ thing, part }) => thing === spot.at.thing && part === spot.at.part) && instant.isOpen(spot)) ?? null)
    if (focus && !instant.canFocus(focus)) this.hand.focus(null)
  }

  get minds(): Readonly<Record<'hover' | 'focus', boolean>> {
    return { hover: this.network.mattersHover, focus: this.network.mattersFocus }
  }

  get over(): Spot | null {
    return this.spotAt(this.network.overAt)
  }

  set over(spot: Spot | null) {
    this.instant.configuration[this.network.overAt] = numberOf(spot)
  }

  get pressed(): Pressed<Spot> | null {
    const on = this.spotAt(this.network.pressedAt)
    const became = this.instant.configuration[this.network.pressAt] ?? 0
    return on && { on, drags: (became & PRESS.moved) > 0, isSpent: (became & PRESS.spent) > 0 }
  }

  set pressed(pressed: Pressed<Spot> | null) {
    const { configuration } = this.instant
    configuration[this.network.pressedAt] = numberOf(pressed?.on ?? null)
    configuration[this.network.pressAt] = (pressed?.drags ? PRESS.moved : 0) | (pressed?.isSpent ? PRESS.spent : 0)
  }

  get longMs(): number | null {
    return this.instant.configuration[this.network.longAt] || null
  }

  set longMs(ms: number | null) {
    if (ms !== null && this.longMs === null) this.instant.start(this.network.longClock)
    this.instant.configuration[this.network.longAt] = ms ?? 0
  }

  get tapped(): Spot | null {
    return this.spotAt(this.network.tappedAt)
  }

  get focus(): Spot | null {
    return this.spotAt(this.network.focusAt)
  }

  set focus(spot: Spot | null) {
    this.instant.configuration[this.network.focusAt] = numberOf(spot)
  }

  dispatch(trigger: TriggerKind, way: readonly Level<Thing>[], isMeant?: IsMeant): boolean {
    return this.instant.interpreter.dispatch(trigger, way, isMeant)
  }

  rulesAt({ thing, part }: Level<Thing>, trigger: TriggerKind): readonly Rule[] {
    return this.network.has(thing) ? rulesAt(thing.compiled, part, trigger) : []
  }

  tell(thing: Thing, what: Circumstance, isSo: boolean): void {
    this.instant.tell(thing, what, isSo)
  }

  /** That the second may come too late counts as another tap, which is possible as well. */
  isSecond(tap: Spot): boolean {
    if (this.tapped) this.instant.isExact = false
    return this.instant.configuration[this.network.tappedAt] === numberOf(tap)
  }

  keepTap(tap: Spot | null, waits: boolean): void {
    this.instant.configuration[this.network.tappedAt] = numberOf(tap)
    if (tap && waits) this.instant.start(this.network.tapClock)
  }

  focusOn(way: readonly Level<Thing>[]): Spot | null {
    for (const { thing, part } of way) {
      const spot = this.network.spots.find(({ at }) => at.thing === thing && at.part === part)
      if (spot && this.instant.canFocus(spot)) return spot
    }
    return null
  }

  isSameFocus(a: Spot, b: Spot): boolean {
    return a === b
  }

  reveal(): void {}

  dragAlong(): boolean {
    this.instant.isExact = false
    this.longMs = null
    return this.pressed?.on.way.some(({ thing, part }) => thing.compiled.component.parts.some(({ id, drag }) => id === part && drag !== undefined)) ?? false
  }

  letGo(): void {}

  /** The focus is moved by an occasion of its own. */
  focusAfter(): undefined {}

  hearKeys(): readonly Thing[] {
    return this.network.things.filter((thing) => thing.compiled.rulesOn.has('key') && this.instant.isThere(thing))
  }

  private spotAt(at: number): Spot | null {
    return this.network.spots[(this.instant.configuration[at] ?? 0) - 1] ?? null
  }
}

/** How a spot is kept; 0 for none. */
const numberOf = (spot: Spot | null): number => (spot ? spot.index + 1 : 0)

/** Whether a tap on a spot is kept back until no second one can come. */
export const isKeptBack = ({ way }: Spot): boolean => keepsTapBack(way.flatMap(({ thing, part }) => rulesAt(thing.compiled, part, 'double tap')))
