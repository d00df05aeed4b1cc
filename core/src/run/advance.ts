import type { InputAction, Literal, Rule, TriggerKind } from '../document'
import { instanceDueMs } from '../machine'
import type { DrawList } from '../scene'
import { groupsOf, isOnKey, type KeyInput } from '../semantics'
import { firstDueMs, takeFirst } from './agenda'
import { scrollByKey } from './dragging'
import { listenersTo } from './listeners'
import { Moment } from './moment'
import { drawnAt } from './pictures'
import type { Run } from './run'
import { gestureDueMs } from './run-hand'
import { type, typedDueMs, writeTyped } from './typing'
import { cancel, exit, finishGesture, lookUnderPointer, pinch, point, wheel } from './user-input'

/** Lets the clock run to an instant; everything that falls due on the way happens at its time: what was typed and gestures first, then instances, then actions that waited. */
export function advanceTo(run: Run, ms: number): void {
  for (;;) {
    const [gesture, instance, actions, typed] = [gestureDueMs(run.hand), firstDueMs(run.agenda), actionsDueMs(run), typedDueMs(run)]
    const due = Math.min(gesture, instance, actions, typed)
    if (run.loop.isStopped || due > ms) break
    if (typed === due) happen(run, due, writeTyped)
    else if (gesture === due) happen(run, due, finishGesture)
    else if (instance === due) happenNext(run)
    else happen(run, due, (moment) => moment.goOn())
  }
  moveClock(run, Math.max(ms, run.nowMs))
}

/** Something a person does, now. */
export function send(run: Run, input: InputAction): void {
  if (run.loop.isStopped) return
  run.loop.fired = []
  run.trace.push({ what: 'input', atMs: run.nowMs, input })
  const moment = new Moment(run)
  take(moment, input)
  moment.interpreter.tellWaiting()
  lookUnderPointer(moment)
  writeTyped(moment)
  moment.interpreter.tellWaiting()
}

function take(moment: Moment, input: InputAction): void {
  switch (input.do) {
    case 'move':
    case 'press':
    case 'release':
      return point(moment, input)
    case 'exit':
      return exit(moment)
    case 'cancel':
      return cancel(moment)
    case 'pinch':
      return pinch(moment, input)
    case 'wheel':
      return wheel(moment, input)
    case 'put':
      return moment.interpreter.put(input.instance, input.axis, input.state)
    case 'parameter':
      return nameByHand(moment, input)
    case 'type':
      return type(moment, input)
    case 'key':
      if (!moment.person.key(input, moment.hand.focus)) scrollByKey(moment, input)
      return
    case 'key up':
      return moment.person.keyUp(input, moment.hand.focus)
  }
}

function nameByHand({ run, interpreter }: Moment, { instance, name, value }: { readonly instance: string; readonly name: string; readonly value: Literal }): void {
  if (run.project.variables.some((variable) => variable.name === name)) interpreter.assign(instance, name, value)
  else interpreter.name(instance, { [name]: value })
}

/** When something next happens without anyone doing anything; Infinity when nothing will. What the agenda has that is not so any more is taken out of it. */
export function nextDueMs(run: Run): number {
  const others = Math.min(gestureDueMs(run.hand), actionsDueMs(run), typedDueMs(run))
  while (!run.loop.isStopped) {
    const due = firstDueMs(run.agenda)
    if (due === Infinity || isDue(run, due)) return Math.min(due, others)
    takeFirst(run.agenda)
  }
  return Infinity
}

/** Whether what the agenda has first is still so. */
function isDue(run: Run, ms: number): boolean {
  const [first] = run.agenda
  const instance = first && run.instances.get(first.path)
  return instance !== undefined && instanceDueMs(instance) === ms
}

/** When actions that wait for others are to go on; Infinity when none waits. */
const actionsDueMs = ({ postponed }: Run): number => postponed.reduce((first, { dueMs }) => Math.min(first, dueMs), Infinity)

function happenNext(run: Run): void {
  const next = takeFirst(run.agenda)
  const instance = next && run.instances.get(next.path)
  if (!instance || instanceDueMs(instance) !== next.dueMs) return
  happen(run, next.dueMs, (moment) => {
    moment.happen(instance)
    if (!run.loop.isStopped) lookUnderPointer(moment)
  })
}

function happen(run: Run, dueMs: number, what: (moment: Moment) => void): void {
  moveClock(run, dueMs)
  const moment = new Moment(run)
  what(moment)
  moment.interpreter.tellWaiting()
}

/** What comes at another instant begins anew: what has fired until now is no loop. */
function moveClock(run: Run, ms: number): void {
  if (ms === run.nowMs) return
  run.nowMs = ms
  run.loop.fired = []
}

/** What is shown at an instant between now and whatever happens next. */
export const drawListAt = (run: Run, ms: number): DrawList => drawnAt(run, Math.min(Math.max(ms, run.nowMs), nextDueMs(run)))

/** Fires a rule of the surface's own as if its trigger had come; for looking at its motion. */
export function fireByHand(run: Run, rule: Rule): void {
  const { interpreter } = new Moment(run)
  const axis = axisOf(run, rule)
  if (axis >= 0) interpreter.fire('', { axis, rule })
  interpreter.tellWaiting()
}

/** Whether a rule of the surface's own could fire now, if its trigger came. */
export function couldFire(run: Run, rule: Rule): boolean {
  const axis = axisOf(run, rule)
  return axis >= 0 && new Moment(run).interpreter.canFire('', { axis, rule })
}

const axisOf = ({ instances }: Run, rule: Rule): number =>
  instances.get('')?.compiled.component.axes.findIndex(({ id }) => id === rule.axis) ?? -1

/** Actions that wait, as far as they decide what comes: by rule, with how many groups are left and in how many ms they go on. */
export type WaitingActions = readonly (readonly [path: string, rule: string, left: number, inMs: number])[]

/** The actions that wait for others of their rule to end. */
export const waitingActions = ({ postponed, nowMs }: Run): WaitingActions =>
  postponed.map(({ path, rule, group, dueMs }) => [path, rule.id, groupsOf(rule).length - group, dueMs - nowMs])

/** Whether a tap or press will come to something more if nothing else happens. */
export const isInGesture = ({ hand }: Run): boolean => gestureDueMs(hand) < Infinity

/** What has the keyboard focus; null when nothing has, or when it is not to be shown because the pointer put it there. */
export const shownFocus = ({ hand: { focus, isFocusShown } }: Run): { readonly instance: string; readonly part: string | null } | null =>
  focus && isFocusShown ? { instance: focus.part.thing, part: focus.part.part } : null

/** What is said when more should stand here than there may be; null when all is there. */
export const cutOff = ({ population, mostInstances }: Run): string | null =>
  population.isCutOff ? `More than ${mostInstances.toLocaleString('en')} instances should stand here; those beyond are left out. A list shows fewer with a filter, or a shorter table.` : null

/** Whether any rule of what stands there listens to a key with its modifiers, whatever state it is in. */
export const isHeard = ({ population: { listeners }, instances }: Run, input: KeyInput): boolean =>
  KEYS.some((kind) => listenersTo(listeners, kind).some((path) => instances.get(path)?.compiled.rulesOn.get(kind)?.some(({ trigger }) => isOnKey(trigger, input))))

const KEYS = ['key', 'key up'] as const

/** Whether anything that stands there listens to a kind of trigger, whatever state it is in. */
export const listensTo = ({ population: { listeners } }: Run, trigger: TriggerKind): boolean => listenersTo(listeners, trigger).length > 0
