import type { Trigger } from '../../document'
import type { Instant } from './instant'
import type { UserOccasion } from './occasion'
import type { Level, Spot } from './spots'
import type { Thing } from './things'

/** What became of a press: it moved, and it was answered so that no tap follows. */
const PRESS = { moved: 1, spent: 2 } as const

const LONG_PRESS_MS = 500

/** What a person does, and what becomes of it: pointing, pressing, tapping, dragging, the focus and keys, as in a run. */
export const hands = {
  act(instant: Instant, occasion: UserOccasion | { readonly what: 'long' | 'late tap' }): void {
    switch (occasion.what) {
      case 'point':
        hover(instant, occasion.spot)
        return moveAway(instant, occasion.spot)
      case 'press':
        hover(instant, occasion.pointer === 'touch' ? null : occasion.spot)
        return press(instant, occasion.spot!)
      case 'release':
        hover(instant, occasion.pointer === 'touch' ? null : occasion.spot)
        return release(instant, occasion.spot)
      case 'tap':
        hover(instant, occasion.pointer === 'touch' ? null : occasion.spot)
        press(instant, occasion.spot!)
        return release(instant, occasion.spot)
      case 'drag':
        return drag(instant)
      case 'long':
        return long(instant)
      case 'late tap':
        return lateTap(instant)
      case 'focus':
        return focus(instant, occasion.spot)
      case 'key':
        return key(instant, occasion)
    }
  },

  /** What one points at, or has the focus on, can have gone. */
  lookAgain(instant: Instant): void {
    const { network, configuration } = instant
    const over = network.spots[configuration[network.overAt]! - 1]
    if (over && !instant.isOpen(over)) hover(instant, network.spots.find((spot) => over.way.some((level) => isSame(level, spot.at)) && instant.isOpen(spot)) ?? null)
    const focused = network.spots[configuration[network.focusAt]! - 1]
    if (focused && !instant.canFocus(focused)) focus(instant, null)
  },
}

const isSame = (a: Level, b: Level): boolean => a.thing === b.thing && a.part === b.part

const wayOf = (spot: Spot | null | undefined): readonly Level[] => spot?.way ?? []

const spotAt = ({ network, configuration }: Instant, at: number): Spot | undefined => network.spots[configuration[at]! - 1]

function hover(instant: Instant, to: Spot | null): void {
  const { network, configuration } = instant
  if (!network.mattersHover) return
  const [before, now] = [wayOf(spotAt(instant, network.overAt)), wayOf(to)]
  configuration[network.overAt] = to ? to.index + 1 : 0
  tell(instant, 'hovered', before, now)
  for (const level of before) if (!now.some((each) => isSame(each, level))) instant.dispatch('leave', [level])
  for (const level of now.toReversed()) if (!before.some((each) => isSame(each, level))) instant.dispatch('enter', [level])
}

/** Tells the things it is news for. */
function tell(instant: Instant, what: 'hovered' | 'pressed' | 'focused', before: readonly Level[], now: readonly Level[]): void {
  const things = (levels: readonly Level[]): ReadonlySet<Thing> => new Set(levels.map(({ thing }) => thing))
  const [had, has] = [things(before), things(now)]
  for (const thing of had) if (!has.has(thing)) instant.tell(thing, what, false)
  for (const thing of has) if (!had.has(thing)) instant.tell(thing, what, true)
}

function press(instant: Instant, spot: Spot): void {
  const { network, configuration } = instant
  const before = wayOf(spotAt(instant, network.pressedAt))
  configuration[network.pressedAt] = spot.index + 1
  configuration[network.pressAt] = 0
  tell(instant, 'pressed', before, spot.way)
  focus(instant, network.spots.find((each) => spot.way.some((level) => isSame(level, each.at)) && instant.canFocus(each)) ?? null)
  setLong(instant, spot, -1)
  instant.dispatch('press', spot.way)
}

/** Lets a press become a long one at the next time some rule on its way waits for. */
function setLong(instant: Instant, { way }: Spot, heldMs: number): void {
  const { network, configuration } = instant
  const thresholds = way.flatMap(({ thing, part }) => (network.has(thing) ? (thing.compiled.rulesOn.get('long press') ?? []) : []).filter((rule) => rule.part === part).map(({ trigger }) => thresholdOf(trigger)))
  const next = Math.min(...thresholds.filter((ms) => ms > heldMs))
  configuration[network.longAt] = next < Infinity ? next : 0
  if (heldMs < 0 && next < Infinity) instant.start(network.longClock)
}

const thresholdOf = (trigger: Trigger): number => (trigger.on === 'long press' ? trigger.thresholdMs : LONG_PRESS_MS)

function long(instant: Instant): void {
  const { network, configuration } = instant
  const spot = spotAt(instant, network.pressedAt)
  const heldMs = configuration[network.longAt]!
  configuration[network.longAt] = 0
  if (!spot) return
  if (instant.dispatch('long press', spot.way, (trigger) => thresholdOf(trigger) <= heldMs)) configuration[network.pressAt]! |= PRESS.spent
  else setLong(instant, spot, heldMs)
}

function moveAway(instant: Instant, to: Spot | null): void {
  const { network, configuration } = instant
  if (configuration[network.pressedAt]! - 1 !== (to?.index ?? -2)) configuration[network.longAt] = 0
}

function drag(instant: Instant): void {
  const { network, configuration } = instant
  const spot = spotAt(instant, network.pressedAt)
  if (!spot) return
  const hasMoved = (configuration[network.pressAt]! & PRESS.moved) > 0
  const isGrabbed = !hasMoved && spot.way.some(({ thing, part }) => thing.compiled.component.parts.some(({ id, drag: dragged }) => id === part && dragged !== undefined))
  configuration[network.longAt] = 0
  const isAnswered = instant.dispatch(hasMoved ? 'drag' : 'drag start', spot.way)
  configuration[network.pressAt]! |= PRESS.moved | (isAnswered || isGrabbed ? PRESS.spent : 0)
}

function release(instant: Instant, over: Spot | null): void {
  const { network, configuration } = instant
  const pressed = spotAt(instant, network.pressedAt)
  const became = configuration[network.pressAt]!
  configuration[network.pressedAt] = 0
  configuration[network.pressAt] = 0
  configuration[network.longAt] = 0
  if (!pressed) return
  tell(instant, 'pressed', pressed.way, [])
  instant.dispatch('release', pressed.way)
  const common = pressed.way.filter((level) => wayOf(over).some((each) => isSame(each, level)))
  if (common.length > 0 && (became & PRESS.spent) === 0) tap(instant, pressed, common)
  if ((became & PRESS.moved) > 0) instant.dispatch('drag end', pressed.way)
}

/** A tap, or the second of a double tap. That the second may come too late counts as another tap, which is possible as well. */
function tap(instant: Instant, spot: Spot, way: readonly Level[]): void {
  const { network, configuration } = instant
  const listening = network.mattersTwice ? way.flatMap(({ thing, part }) => (network.has(thing) ? (thing.compiled.rulesOn.get('double tap') ?? []).filter((rule) => rule.part === part) : [])) : []
  const isSecond = listening.length > 0 && configuration[network.tappedAt] === spot.index + 1
  configuration[network.tappedAt] = listening.length > 0 && !isSecond ? spot.index + 1 : 0
  const waits = listening.some(({ trigger }) => trigger.on === 'double tap' && trigger.tapWaits)
  if (waits && !isSecond) instant.start(network.tapClock)
  if (!waits) instant.dispatch('tap', way)
  if (isSecond) instant.dispatch('double tap', way)
}

/** A tap that was kept back is sent when no second one has come. */
function lateTap(instant: Instant): void {
  const { network, configuration } = instant
  const spot = spotAt(instant, network.tappedAt)
  configuration[network.tappedAt] = 0
  if (spot) instant.dispatch('tap', spot.way)
}

/** Whether a tap on a spot is kept back until no second one can come. */
export const keepsTapBack = ({ way }: Spot): boolean =>
  way.some(({ thing, part }) => (thing.compiled.rulesOn.get('double tap') ?? []).some((rule) => rule.part === part && rule.trigger.on === 'double tap' && rule.trigger.tapWaits))

function focus(instant: Instant, to: Spot | null): void {
  const { network, configuration } = instant
  if (!network.mattersFocus) return
  const before = spotAt(instant, network.focusAt)
  if ((before ?? null) === to) return
  configuration[network.focusAt] = to ? to.index + 1 : 0
  tell(instant, 'focused', wayOf(before), wayOf(to))
  if (before) instant.dispatch('blur', before.way)
  if (to) instant.dispatch('focus', to.way)
}

/** A key goes to what has the focus and outward; then Enter and Space tap, and others go to whoever listens everywhere. */
function key(instant: Instant, { key: pressed, modifiers, spot }: Extract<UserOccasion, { what: 'key' }>): void {
  const { network } = instant
  const focused = network.mattersFocus ? spotAt(instant, network.focusAt) : spot
  const isMeant = (anywhere: boolean) => (trigger: Trigger): boolean =>
    trigger.on === 'key' && trigger.key === pressed && trigger.anywhere === anywhere && (['shift', 'control', 'alt', 'meta'] as const).every((name) => (trigger.modifiers[name] ?? false) === (modifiers[name] ?? false))
  if (focused && instant.dispatch('key', focused.way, isMeant(false))) return
  if (focused && (pressed === 'Enter' || pressed === ' ') && instant.dispatch('tap', focused.way)) return
  for (const thing of network.things) if (thing.compiled.rulesOn.has('key') && instant.isThere(thing) && instant.offer(thing, 'key', isMeant(true))) return
}
