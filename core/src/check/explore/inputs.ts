import { asLiteral, certain, isLeading, type Chance, type Input, type InputAction, type PointerKind, type Project, type Rule } from '../../document'
import { axisAt, keptAt, type Surface } from '../../machine'
import { advanceTo, answering, chanceIn, forkFromHere, nextDueMs, send as sendTo, shownSurfaces, startRun, USUAL_CHANCE, type Run } from '../../run'
import { pointOn, type Hit, type Point } from '../../scene'
import type { Node } from './explore'
import type { Network } from './network'
import type { Occasion } from './occasion'
import type { Spot } from './spots'
import { instantsOf, wayTo, type Wait } from './timing'

/** What a person would do to come to a node, with the run that does it. */
export interface Enacted {
  readonly inputs: readonly Input[]
  /** What the run draws where it has a choice; null when it has none. */
  readonly chance: Chance | null
  /** The run, right after the last step of the way, or at the end of the wait after it. */
  readonly run: Run
}

/** Beside everything there can be. */
const BESIDE = { x: -4000, y: -4000 }

/** More presses of Tab than these are not tried to get to a place. */
const MOST_TABS = 60

/**
 * The inputs with which a run comes to a node, and waits there if it shall; null when something on the way comes from outside, or cannot be pointed
 * at after all.
 */
export function enact(project: Project, surface: Surface, network: Network, node: Node, wait: Wait | null = null): Enacted | null {
  const way = wayTo(node)
  const instants = instantsOf(way, wait)
  const chance = chanceOf(way, instants)
  const run = startRun(project, surface, chanceIn({ chance }))
  const inputs: Input[] = []
  const act = (action: InputAction) => {
    inputs.push({ ...action, atMs: run.nowMs })
    sendTo(run, action)
  }
  for (const [index, { by }] of way.entries()) {
    advanceTo(run, certain(instants[index]))
    if (index > 0 && by !== null && !doIt(run, network, by, act, leadsIn(certain(way[index])))) return null
  }
  advanceTo(run, Math.max(run.nowMs, instants.at(-1) ?? 0))
  return { inputs, chance, run }
}

/** The rules of a step that a hand leads to their end. */
const leadsIn = ({ outcome: { marks } }: Node): readonly Led[] =>
  marks.flatMap((mark) => (mark.what === 'fired' && isLeading(mark.rule.trigger) ? [{ path: mark.thing.path, rule: mark.rule }] : []))

/** A rule of an instance that a hand leads to its end. */
interface Led {
  readonly path: string
  readonly rule: Rule
}

/** What a run has to draw so that it goes a way at some instants. A timer that does not come on the way comes as late as it can. */
function chanceOf(way: readonly Node[], instants: readonly number[]): Chance | null {
  const drawn = way.flatMap(({ outcome: { draws } }, index) => draws.map((draw) => {
    if ('place' in draw) return draw.place
    const later = way.findIndex((node, place) => place > index && (node.outcome.started.includes(draw.clock) || isDue(certain(way[place - 1]), node, draw.clock)))
    const comes = later >= 0 && isDue(certain(way[later - 1]), certain(way[later]), draw.clock)
    return comes ? certain(instants[later]) - certain(instants[index]) : draw.most
  }))
  return drawn.length > 0 ? { ...USUAL_CHANCE, drawn } : null
}

/** Whether a step is what a clock counted for. */
const isDue = ({ place }: Node, { by }: Node, clock: number): boolean => place.deadlines.some((deadline) => deadline.clock === clock && deadline.occasion === by)

/** A person takes so long between two things they do, where nothing happens of itself meanwhile. */
const PACE_MS = 100

/**
 * Goes on from where a run has come to one node to the next, at a person's pace; null when that does not lead to the
 * same states. Quicker than `enact`, and enough where only the states matter. A person waits `paceMs` where that is given.
 */
export function enactOn({ inputs, chance, run: before }: Enacted, network: Network, node: Node, paceMs: number | null = null): Enacted | null {
  const { by, place } = node
  const run = forkFromHere(before)
  const dueMs = nextDueMs(run)
  const more: Input[] = []
  if (by !== null && isOfItself(by)) {
    if (dueMs === Infinity) return null
    advanceTo(run, dueMs)
  } else {
    advanceTo(run, paceMs !== null ? run.nowMs + paceMs : dueMs > run.nowMs + PACE_MS ? run.nowMs + PACE_MS : run.nowMs)
    const act = (action: InputAction) => {
      more.push({ ...action, atMs: run.nowMs })
      sendTo(run, action)
    }
    if (by === null || !doIt(run, network, by, act, leadsIn(node))) return null
  }
  return isAt(run, network, place) ? { inputs: [...inputs, ...more], chance, run } : null
}

/** Whether a run is in the states of a place. */
const isAt = (run: Run, network: Network, { configuration }: Node['place']): boolean => network.axes.every(({ thing, own, states, at }) => {
  const instance = run.instances.get(thing.path)
  return instance === undefined || instance.states[own] === states[keptAt(configuration, at)]
})

/** So much may fall due before what is waited for does. */
const MOST_WAITED_FOR = 60

/** The same, where something else may fall due before what brings the step about: it is waited for until the run is there and has done what it shall. */
export function waitOn({ inputs, chance, run: before }: Enacted, network: Network, { place }: Node, hasDone: (run: Run) => boolean): Enacted | null {
  const run = forkFromHere(before)
  for (let waited = 0; waited < MOST_WAITED_FOR; waited++) {
    const dueMs = nextDueMs(run)
    if (dueMs === Infinity) return null
    advanceTo(run, dueMs)
    if (hasDone(run) && isAt(run, network, place)) return { inputs, chance, run }
  }
  return null
}

/** Whether time brings something about, and nobody. */
export const isOfItself = ({ what }: Occasion): boolean => what === 'settle' || what === 'timer' || what === 'wait' || what === 'gone' || what === 'come' || what === 'long' || what === 'late tap'

/** Does what an occasion asks of a person, who leads rules to their end with it where there are some; says whether it can be done. */
function doIt(run: Run, network: Network, occasion: Occasion, send: (action: InputAction) => void, leads: readonly Led[]): boolean {
  switch (occasion.what) {
    case 'begin':
    case 'settle':
    case 'timer':
    case 'wait':
    case 'gone':
    case 'come':
    case 'long':
    case 'late tap':
      return true
    case 'type':
      return write(occasion, send)
    case 'message':
    case 'drift':
    case 'return':
      return false
    case 'name': {
      const value = asLiteral(occasion.name.domain.valueOf(occasion.value))
      if (value === undefined) return false
      send({ do: 'parameter', instance: occasion.name.thing?.path ?? '', name: occasion.name.name, value })
      return true
    }
    case 'put': {
      const { thing, own, states } = occasion.axis
      send({ do: 'put', instance: thing.path, axis: axisAt(thing.compiled, own).id, state: certain(states[occasion.state]) })
      return true
    }
    case 'focus':
      return goToFocus(run, occasion.spot, send)
    case 'key':
      if (occasion.spot !== null && !hasFocus(run, occasion.spot) && !goToFocus(run, occasion.spot, send)) return false
      send({ do: 'key', key: occasion.key, modifiers: occasion.modifiers, ...(occasion.repeat ? { repeat: true } : {}) })
      if (occasion.key === ' ' && !network.matters.keyUp) send({ do: 'key up', key: ' ', modifiers: occasion.modifiers })
      return true
    case 'key up':
      send({ do: 'key up', key: occasion.key, modifiers: occasion.modifiers })
      return true
    case 'cancel':
      send({ do: 'cancel', pointer: occasion.pointer })
      return true
    case 'turn':
      if (leads.length > 0) return leadByWheel(run, network, occasion.spot, leads, send)
      return withPoint(run, network, occasion.spot, send, (point) => send(occasion.turn === 'pinch' ? { do: 'pinch', ...point, scale: 1.5, turn: 15 } : { do: 'wheel', ...point, deltaX: 0, deltaY: 100 }))
    case 'point':
      if (occasion.spot === null) send({ do: 'exit', pointer: 'mouse' })
      else return withPoint(run, network, occasion.spot, send, (point) => send({ do: 'move', ...point, pointer: 'mouse' }))
      return true
    case 'drag': {
      const { at } = run.hand.pointer
      if (!at) return false
      for (const step of [10, 20, 30]) send({ do: 'move', x: at.x + step, y: at.y, pointer: occasion.pointer })
      return true
    }
    case 'press':
    case 'tap':
    case 'release':
      return leads.length > 0 ? leadByDrag(run, occasion.pointer, leads, send) : press(run, network, occasion, send)
  }
}

function press(run: Run, network: Network, { what, spot, pointer }: Extract<Occasion, { what: 'point' | 'press' | 'release' | 'tap' | 'drag' | 'cancel' }>, send: (action: InputAction) => void): boolean {
  const leave = () => pointer === 'touch' && send({ do: 'exit', pointer })
  if (spot === null) {
    if (what !== 'release') send({ do: 'press', ...BESIDE, pointer })
    if (what !== 'press') send({ do: 'release', ...BESIDE, pointer })
    if (what === 'press') return true
    leave()
    return true
  }
  return withPoint(run, network, spot, send, (point) => {
    if (what !== 'release') send({ do: 'press', ...point, pointer })
    if (what !== 'press') send({ do: 'release', ...point, pointer })
    if (what !== 'press') leave()
  })
}

/** So far, in px, a person drags or scrolls to see what comes of it. */
const FAR_PX = [24, 60, 120, 240, 480, 960]

const WAYS = [{ x: 0, y: -1 }, { x: 0, y: 1 }, { x: 1, y: 0 }, { x: -1, y: 0 }]

/** The ways a person drags or turns the wheel to see what comes of it, the nearest first, in px. */
export const REACHES = FAR_PX.flatMap((px) => WAYS.map(({ x, y }) => ({ x: x * px, y: y * px })))

/** Whether some inputs lead rules to their end. */
function isLedBy(run: Run, leads: readonly Led[], inputs: readonly InputAction[]): boolean {
  const tried = forkFromHere(run)
  for (const input of inputs) sendTo(tried, input)
  return leads.every(({ path, rule }) => tried.trace.some((event) => event.what === 'fired' && event.instance === path && event.rule === rule.id))
}

/** Does the first of several things that leads rules to their end; says whether one does. */
function doFirst(run: Run, leads: readonly Led[], ways: readonly (readonly InputAction[])[], send: (action: InputAction) => void): boolean {
  const inputs = ways.find((each) => isLedBy(run, leads, each))
  inputs?.forEach(send)
  return inputs !== undefined
}

/** Drags as far as it takes for what is led to go on by itself once it is let go. */
function leadByDrag(run: Run, pointer: PointerKind, leads: readonly Led[], send: (action: InputAction) => void): boolean {
  const { at } = run.hand.pointer
  if (!at) return false
  const dragged = REACHES.map(({ x, y }): readonly InputAction[] => [
    ...[0.5, 1].map((share): InputAction => ({ do: 'move', x: at.x + x * share, y: at.y + y * share, pointer })),
    { do: 'release', x: at.x + x, y: at.y + y, pointer }, ...(pointer === 'touch' ? [{ do: 'exit' as const, pointer }] : []),
  ])
  return doFirst(run, leads, dragged, send)
}

/** Turns the wheel at a spot as far as it takes. */
function leadByWheel(run: Run, network: Network, spot: Spot, leads: readonly Led[], send: (action: InputAction) => void): boolean {
  const point = pointFor(run, network, spot)
  const turned = point ? REACHES.map(({ x, y }): readonly InputAction[] => [{ do: 'wheel', ...point, deltaX: x, deltaY: y }]) : []
  return doFirst(run, leads, turned, send)
}

function goToFocus(run: Run, spot: Spot | null, send: (action: InputAction) => void): boolean {
  if (spot === null) {
    send({ do: 'press', ...BESIDE, pointer: 'mouse' })
    send({ do: 'release', ...BESIDE, pointer: 'mouse' })
    return true
  }
  for (let tabs = 0; tabs < MOST_TABS; tabs++) {
    send({ do: 'key', key: 'Tab', modifiers: {} })
    if (hasFocus(run, spot)) return true
  }
  return false
}

function hasFocus({ hand: { focus } }: Run, { at }: Spot): boolean {
  return focus?.part.thing === at.thing.path && focus.part.part === at.part
}

/** Does something at a spot; overlays that lie over it are closed first. */
function withPoint(run: Run, network: Network, spot: Spot, send: (action: InputAction) => void, act: (point: Point) => void): boolean {
  let point = pointFor(run, network, spot)
  for (let overlays = shownSurfaces(run).length; point === null && overlays > 1; overlays--) {
    send({ do: 'key', key: 'Escape', modifiers: {} })
    point = pointFor(run, network, spot)
  }
  if (point) act(point)
  return point !== null
}

/** Where a spot can be pointed at now and nothing else that is listened to lies over it; null when it cannot be. */
function pointFor(run: Run, network: Pick<Network, 'spots' | 'matters'>, { at }: Spot): Point | null {
  const { thing: { path: instance }, part } = at
  if (part === null) return null
  const isListened = (hit: Hit) => network.spots.some((spot) => (spot.isListened || network.matters.focus) && spot.at.thing.path === hit.instance && spot.at.part === hit.part)
  return pointOn(answering(run), instance, part, (hits) => {
    const first = hits.find(isListened)
    return first?.instance === instance && first.part === part
  })
}

/** Writes into a field; says whether it is known what. */
function write({ spot: { at: { thing, part } }, name, value }: Extract<Occasion, { what: 'type' }>, send: (action: InputAction) => void): boolean {
  const text = asLiteral(name.domain.valueOf(value))
  if (text === undefined || part === null) return false
  send({ do: 'type', instance: thing.path, part, text: String(text).replace('\u0000', '') })
  return true
}
