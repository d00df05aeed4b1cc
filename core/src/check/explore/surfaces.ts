import type { ShowAction } from '../../document'
import { keptAt } from '../../machine'
import type { Ends } from '../../semantics'
import type { Instant } from './instant'
import { NO_SPAN, type NetItem, type Span } from './network'
import { isComingKept, isLeavingKept, keptComing, keptLeaving, PRESENCE, spanOfPresence } from './occasion'
import { beginSurface, vanish } from './presence'
import type { Thing } from './things'

/** Shows another screen, opens or closes an overlay, as a run does; says when that is done. */
export function show(instant: Instant, action: ShowAction): Ends {
  const screen = shownNow(instant).find(({ shown }) => shown?.kind === 'screen')
  const meant = instant.network.surfaces.find(({ shown }) => shown?.screen === action.screen)
  if (!screen || !meant) return AT_ONCE
  switch (action.do) {
    case 'go to screen': {
      const closed = closeAll(instant, action, screen, () => true)
      if (meant === screen) return closed
      const span = come(instant, action, screen, meant)
      leave(instant, action, screen, span)
      return [span.least, span.most]
    }
    case 'open overlay': {
      if (shownNow(instant).includes(meant)) return AT_ONCE
      const span = come(instant, action, screen, meant)
      return [span.least, span.most]
    }
    case 'close overlay':
      return closeAll(instant, action, screen, (overlay) => overlay === meant)
  }
}

const AT_ONCE: Ends = [0, 0]

/** The screens and overlays that are there and not on their way out, those beneath first. */
function shownNow(instant: Instant): readonly Thing[] {
  return instant.network.inOrder(instant.network.surfaces, instant.configuration).filter((thing) => instant.isThere(thing) && !instant.isLeaving(thing))
}

function closeAll(instant: Instant, action: ShowAction, screen: Thing, isMeant: (overlay: Thing) => boolean): Ends {
  const meant = shownNow(instant).filter((thing) => thing.shown?.kind === 'overlay' && isMeant(thing))
  return meant.reduce<Ends>(([least, most], overlay) => {
    const closing: ShowAction = { ...action, do: 'close overlay', screen: overlay.shown?.screen ?? action.screen }
    const span = interrupted(instant, overlay, instant.manner.shows(screen.shown?.screen ?? '', closing))
    leave(instant, action, overlay, span)
    return [Math.max(least, span.least), Math.max(most, span.most)]
  }, AT_ONCE)
}

/** A screen or overlay begins anew and comes in; on top of the others when it is an overlay. */
function come(instant: Instant, action: ShowAction, from: Thing, to: Thing): Span {
  const { network, configuration } = instant
  const item = itemOf(instant, to)
  const span = interrupted(instant, to, instant.manner.shows(from.shown?.screen ?? '', action))
  const was = wayOf(instant, item)
  vanish(instant, item)
  beginSurface(instant, to)
  const index = network.spanIndex(span)
  if (network.followsSurfaces && span.most > 0) {
    configuration[item.at] = keptComing(index)
    instant.start(network.itemClock(item))
  }
  mark(instant, action, item, { isShown: true, span, was })
  return span
}

/** A screen or overlay is told that it goes, does nothing more of itself, and is gone once it has gone all the way. */
function leave(instant: Instant, action: ShowAction, thing: Thing, span: Span): void {
  const { network, configuration, interpreter, manner } = instant
  const item = itemOf(instant, thing)
  const was = wayOf(instant, item)
  const everything = [thing, ...manner.allInside(thing)]
  for (const each of everything) if (instant.isThere(each)) interpreter.offer(each, 'hidden')
  mark(instant, action, item, { isShown: false, span, was })
  if (span.most <= 0) return vanish(instant, item)
  if (span.least < span.most) instant.isExact = false
  configuration[item.at] = keptLeaving(network.spanIndex(span))
  instant.start(network.itemClock(item))
  for (const each of everything) if (instant.isThere(each)) interpreter.retire(each)
}

const itemOf = ({ network }: Instant, thing: Thing): NetItem => {
  const item = network.items.get(thing)
  if (!item) throw new Error(`${thing.path} is no screen among others.`)
  return item
}

/** The way in or out that a screen or overlay is still on. */
interface Way {
  readonly left: Span
  readonly wasLeaving: boolean
}

function wayOf({ network, configuration }: Instant, { at }: NetItem): Way {
  const kept = keptAt(configuration, at)
  return { left: kept >= PRESENCE.moving ? network.span(spanOfPresence(kept)) : NO_SPAN, wasLeaving: isLeavingKept(kept) }
}

/** How long what comes or goes takes: anything up to that where it starts on the way in or out. Where that is not followed, it may always do so. */
function interrupted(instant: Instant, thing: Thing, span: Span): Span {
  const kept = instant.keptAt(itemOf(instant, thing).at)
  const isOnTheWay = isLeavingKept(kept) || isComingKept(kept) || (!instant.network.followsSurfaces && kept === PRESENCE.there && thing.shown?.kind === 'overlay')
  return isOnTheWay ? { ...span, least: 0 } : span
}

function mark(instant: Instant, action: ShowAction, item: NetItem, { isShown, span, was }: { readonly isShown: boolean; readonly span: Span; readonly was: Way }): void {
  const { network } = instant
  instant.marks.push({ what: 'shown', item, isShown, action, span: network.spanIndex(span), left: network.spanIndex(was.left), wasLeaving: was.wasLeaving })
}
