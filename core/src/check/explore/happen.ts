import { certain } from '../../document'
import { axisAt } from '../../machine'
import { isAmong } from '../../semantics'
import { forgetHand, numberOf } from './hand'
import type { Instant } from './instant'
import { stageOfWait, type Occasion, type Outcome, type UserOccasion } from './occasion'
import { beginAnew, vanish } from './presence'

/** Lets something happen at an instant; says what it comes to. */
export function happen(instant: Instant, occasion: Occasion): Outcome {
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
    case 'return':
      forgetHand(network, configuration)
      return beginAnew(instant)
    case 'message':
      return interpreter.deliver(occasion.thing, occasion.name, undefined)
    case 'name': {
      const { name, readers, domain } = occasion.name
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
      if (instant.keptAt(network.pressedAt) !== numberOf(occasion.spot)) instant.hold({ longMs: null })
      return
    case 'press':
    case 'release':
    case 'tap':
      person.hover(occasion.pointer === 'touch' ? null : occasion.spot)
      if (occasion.what !== 'release' && occasion.spot) person.press(occasion.spot)
      if (occasion.what !== 'press') person.release(occasion.spot)
      return
    case 'drag':
      return person.drag()
    case 'long':
      return person.long()
    case 'late tap':
      return person.lateTap()
    case 'focus':
      return person.focus(occasion.spot)
    case 'key':
      return person.key(occasion, network.mattersFocus ? instant.hand.focus : occasion.spot)
  }
}

/** What one points at, or has the focus on, can have gone. */
function lookAgain(instant: Instant): void {
  const { person, network, hand: { over, focus } } = instant
  if (over && !instant.isOpen(over)) person.hover(network.spots.find((spot) => isAmong(spot.at, over.way) && instant.isOpen(spot)) ?? null)
  if (focus && !instant.canFocus(focus)) person.focus(null)
}

/** Whatever is to go is gone once it has been told. */
function tellWaiting(instant: Instant): void {
  instant.interpreter.tellWaiting()
  for (const item of instant.leaving) vanish(instant, item)
  instant.leaving.clear()
}
