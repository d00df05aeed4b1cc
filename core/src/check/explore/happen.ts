import { certain, sameValue, textFieldsOf } from '../../document'
import { axisAt } from '../../machine'
import { isAmong } from '../../semantics'
import { UNKNOWN } from './domain'
import { forgetHand, numberOf } from './hand'
import { drift } from './holding'
import type { Instant } from './instant'
import { lead } from './leading'
import { stageOfWait, type Occasion, type Consequence, type UserOccasion } from './occasion'
import { arrive, beginAnew, vanish } from './presence'
import type { Spot } from './spots'
import { surfaceThing, type Thing } from './things'

/** Lets something happen at an instant; says what it comes to. */
export function happen(instant: Instant, occasion: Occasion): Consequence {
  bringAbout(instant, occasion)
  tellWaiting(instant)
  lookAgain(instant)
  tellWaiting(instant)
  return instant.outcome
}

function bringAbout(instant: Instant, occasion: Occasion): void {
  const { interpreter, network, configuration } = instant
  switch (occasion.what) {
    case 'begin':
      return beginAnew(instant)
    case 'settle':
      return interpreter.settle(occasion.axis.thing, occasion.axis.own)
    case 'timer': {
      const { thing, timed } = occasion.timer
      return interpreter.timeIsUp(thing, timed)
    }
    case 'wait': {
      const { thing, rule, at } = occasion.wait
      const stage = stageOfWait(instant.keptAt(at))
      configuration[at] = 0
      return interpreter.goOn(thing, rule, stage)
    }
    case 'gone':
      return vanish(instant, occasion.item)
    case 'come':
      return arrive(instant, occasion.item)
    case 'drift':
      return drift(instant, occasion.item)
    case 'return':
      forgetHand(network, configuration)
      return beginAnew(instant)
    case 'message':
      return interpreter.deliver(occasion.thing, occasion.name, undefined)
    case 'name': {
      const { name, readers, domain } = occasion.name
      instant.isOneByOne = occasion.value === UNKNOWN
      return interpreter.assign(certain(readers[0]), name, domain.valueOf(occasion.value))
    }
    case 'put': {
      const { thing, own, states } = occasion.axis
      return interpreter.put(thing, axisAt(thing.compiled, own).id, certain(states[occasion.state]))
    }
    default:
      return act(instant, occasion)
  }
}

/** What a person does. */
function act(instant: Instant, occasion: UserOccasion | { readonly what: 'long' | 'late tap' }): void {
  const { person, network } = instant
  switch (occasion.what) {
    case 'point':
      person.hover(occasion.spot)
      // Whoever points elsewhere has moved too far for a long press.
      if (instant.keptAt(network.handAt.pressed) !== numberOf(occasion.spot)) instant.hold({ longMs: null })
      return
    case 'press':
    case 'release':
    case 'tap': {
      const isFinger = occasion.pointer === 'touch'
      person.hover(isFinger ? null : occasion.spot)
      if (isFinger) person.touch(occasion.spot)
      if (occasion.what !== 'release') person.press(occasion.spot ?? network.beside)
      if (occasion.what !== 'press') person.release(occasion.spot)
      if (occasion.what !== 'press' && isFinger) person.touch(null)
      return
    }
    case 'cancel':
      person.cancel()
      if (occasion.pointer === 'touch') person.touch(null)
      return
    case 'turn':
      person.turn(occasion.turn, occasion.spot.way, TURNED[occasion.turn])
      if (occasion.turn === 'scroll') lead(instant, 'while scrolled', occasion.spot.way)
      return
    case 'drag':
      return person.drag()
    case 'long':
      return person.long()
    case 'late tap':
      return person.lateTap()
    case 'type': {
      const { thing } = occasion.spot.at
      instant.isExact &&= occasion.value !== UNKNOWN && !waits(occasion.spot)
      return instant.interpreter.assign(thing, occasion.name.name, occasion.name.domain.valueOf(occasion.value))
    }
    case 'focus':
      if (occasion.spot === null && network.matters.outside) return person.press(network.beside)
      return person.focus(occasion.spot, occasion.spot !== null)
    case 'key':
    case 'key up':
      return press(instant, occasion)
  }
}

/** Whether what is written somewhere is kept only once typing has paused. */
const waits = ({ at: { thing, part } }: Spot): boolean => textFieldsOf(thing.compiled.component).some(({ id, waitsMs = 0 }) => id === part && waitsMs > 0)

/** How far nobody knows. */
const TURNED = {
  wheel: { 'wheel.x': undefined, 'wheel.y': undefined },
  scroll: { 'scroll.x': undefined, 'scroll.y': undefined },
  pinch: { 'pinch.scale': undefined, 'pinch.turn': undefined },
} as const

/** A key goes down, or comes up; where it makes no difference when it comes up, it does so at once. */
function press(instant: Instant, occasion: Extract<UserOccasion, { what: 'key' | 'key up' }>): void {
  const { person, network, configuration } = instant
  const focus = () => (network.matters.focus ? instant.hand.focus : occasion.spot)
  if (occasion.what === 'key') person.key(occasion, focus())
  if (occasion.what === 'key up' || !network.matters.keyUp) person.keyUp(occasion, focus())
  if (network.matters.keyUp) configuration[network.handAt.key] = occasion.what === 'key up' ? 0 : network.keys.findIndex(({ key, modifiers }) => key === occasion.key && sameValue(modifiers, occasion.modifiers)) + 1
}

/** What one points at, or has the focus on, can have gone. */
function lookAgain(instant: Instant): void {
  lendFocus(instant)
  const { person, network, hand: { over, finger, focus, isFocusShown } } = instant
  const openOn = ({ way }: Spot) => network.spots.find((spot) => isAmong(spot.at, way) && instant.isOpen(spot)) ?? null
  if (over && !instant.isOpen(over)) person.hover(openOn(over))
  if (finger && !instant.isOpen(finger)) person.touch(openOn(finger))
  if (focus && !instant.canFocus(focus)) person.focus(null, isFocusShown)
}

/** An overlay that opens takes the focus in; one that closes gives it back. */
function lendFocus(instant: Instant): void {
  const { network, configuration, person } = instant
  for (const [overlay, at] of network.lentAt) {
    const isOpen = instant.isThere(overlay) && !instant.isLeaving(overlay)
    const kept = instant.keptAt(at)
    const { focus, isFocusShown } = instant.hand
    if (isOpen === kept > 0) continue
    configuration[at] = isOpen ? numberOf(focus) + 1 : 0
    if (!isOpen) person.focus(network.spots[kept - 2] ?? null, isFocusShown)
    else person.focus(firstIn(instant, overlay), isFocusShown)
  }
}

/** What has the focus first in an overlay that says nothing of it, as far as one can know without drawing it. */
function firstIn(instant: Instant, overlay: Thing): Spot | null {
  const inside = instant.network.spots.filter((spot) => surfaceThing(spot.at.thing) === overlay && instant.canFocus(spot))
  if (inside.length > 1) instant.isExact = false
  return inside[0] ?? null
}

/** Whatever is to go is gone once it has been told. */
function tellWaiting(instant: Instant): void {
  instant.interpreter.tellWaiting()
  for (const item of instant.leaving) vanish(instant, item)
  instant.leaving.clear()
}
