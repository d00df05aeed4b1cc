import { certain, firstOf, ledTo, wordOf, type Drag, type Id, type LeadingTrigger, type Rule } from '../document'
import { DRAG_READINGS } from '../expression'
import { axisAt, leadTo, ledOn, letBack, partAt, readyToGoOn, sampled, takeLead, type Instance, type Led, type Sample } from '../machine'
import { parseEasing } from '../motion'
import { inverse, matrixTo, transformed, type Matrix, type Point } from '../scene'
import type { EventTarget } from '../semantics'
import { listenersToScrolling } from './listeners'
import type { Moment } from './moment'
import { answering } from './pictures'
import { redraw } from './population'
import type { Run } from './run'
import { scrollAreas } from './scrolling'
import { speedOf } from './speed'
import { tidy } from './tidy'

/** A drag as what it may lead knows it, from where it began. */
export interface Haul {
  /** The parts along its way that somebody asks how far they have been dragged. */
  readonly parts: readonly HauledPart[]
  /** Whose rules it leads, the parts of that on its way, and the states that was in when it began; null for nobody's. */
  readonly leads: { readonly path: string; readonly parts: readonly (Id | null)[]; readonly states: readonly Id[] } | null
}

interface HauledPart {
  readonly path: string
  readonly part: Id
  readonly word: string
  /** From the surface to what holds the part. */
  readonly toHolder: Matrix
  readonly grabbedAt: Point
  readonly samples: readonly Sample<Point>[]
}

/** Where along a way the innermost rule is that a drag can lead now; past its end where none is. */
export function levelLed(moment: Moment, way: readonly EventTarget<string>[]): number {
  const at = way.findIndex(({ thing, part }) => leadable(moment, thing, [part], 'while dragged').length > 0)
  return at < 0 ? way.length : at
}

/** Begins a drag at a point, which leads the rules of a level of its way and of the levels of the same instance around that; says whether it leads any. */
export function beginHaul(moment: Moment, way: readonly EventTarget<string>[], at: Point, level: number): boolean {
  const { run } = moment
  const path = way[level]?.thing
  const leads = path === undefined ? null : { path, parts: way.slice(level).flatMap((each) => (each.thing === path ? [each.part] : [])), states: certain(run.instances.get(path)).states }
  run.haul = { leads, parts: way.flatMap((each) => hauled(run, each, at)) }
  return leads !== null
}

function hauled(run: Run, { thing: path, part }: EventTarget<string>, at: Point): HauledPart[] {
  const compiled = run.instances.get(path)?.compiled
  const own = compiled?.component.parts.find(({ id }) => id === part)
  if (!compiled || !own || !DRAG_READINGS.some((reading) => compiled.reads.has(`${wordOf(own.name)}.${reading}`))) return []
  const holder = matrixTo(answering(run), path, own.parent ?? own.id)
  const toHolder = holder && inverse(holder)
  return toHolder ? [{ path, part: own.id, word: wordOf(own.name), toHolder, grabbedAt: transformed(toHolder, at), samples: [] }] : []
}

/** Takes the drag on to a point: what asks how far it has come is told, then what it leads follows. */
export function haulOn(moment: Moment, at: Point): void {
  const { run } = moment
  const { haul, nowMs: atMs } = run
  if (!haul) return
  const parts = haul.parts.map((part): HauledPart => ({ ...part, samples: sampled(part.samples, draggedBy(run, part, at), atMs) }))
  run.haul = { ...haul, parts }
  for (const { path, word, samples } of parts) tellDragged(moment, path, word, certain(samples.at(-1)).value, speedOf(samples, atMs))
  if (haul.leads) leadOn(moment, haul.leads.path, haul.leads.parts, 'while dragged', haul.leads.states)
}

/** How far a part has been dragged: as far as it has come where it can be dragged itself, else as far as the pointer has. */
function draggedBy({ instances }: Run, { path, part, toHolder, grabbedAt }: HauledPart, at: Point): Point {
  const own = shiftedBy(instances.get(path), part)
  if (own) return own
  const now = transformed(toHolder, at)
  return { x: now.x - grabbedAt.x, y: now.y - grabbedAt.y }
}

/** How far a part that can be dragged itself has been; null for any other. */
function shiftedBy(instance: Instance | undefined, id: Id): Point | null {
  const index = instance?.compiled.partIndex.get(id)
  if (!instance || index === undefined || !partAt(instance.compiled, index).drag) return null
  return instance.dragged.get(index) ?? { x: 0, y: 0 }
}

function tellDragged({ interpreter }: Moment, path: string, word: string, by: Point, speed: Point): void {
  interpreter.name(path, { [`${word}.dragX`]: tidy(by.x), [`${word}.dragY`]: tidy(by.y), [`${word}.speedX`]: tidy(speed.x * 1000), [`${word}.speedY`]: tidy(speed.y * 1000) })
}

/** The drag is let go: what it leads goes on to its end where its rule says so, unless the drag was taken away, and back where it does not. */
export function letGoOfHaul(moment: Moment, isTakenAway: boolean): void {
  const { run } = moment
  const { haul } = run
  if (!haul) return
  for (const { path, word, samples } of haul.parts) tellDragged(moment, path, word, samples.at(-1)?.value ?? NOWHERE, speedOf(samples, run.nowMs))
  if (!haul.leads) return
  const { path } = haul.leads
  for (const led of ledBy(run, path, 'while dragged')) {
    if (!isTakenAway && isKept(moment, path, led)) goOn(moment, path, led)
    giveUp(run, path, led.axis)
  }
}

const ledBy = ({ instances }: Run, path: string, on: LeadingTrigger['on']): readonly Led[] => instances.get(path)?.led.filter(({ rule }) => rule.trigger.on === on) ?? []

/** What leads an axis is let go and goes on to its end, by the speed of the hand or in so many ms where those are given. */
function goOn({ run, interpreter }: Moment, path: string, led: Led, ms: number | null = null): void {
  redraw(run, readyToGoOn(certain(run.instances.get(path)), led.axis, run.nowMs, ms))
  if (interpreter.canFire(path, led)) interpreter.fire(path, led)
}

/** The drag is over for whoever asks: what cannot be dragged itself has been dragged nowhere. */
export function forgetHaul(moment: Moment): void {
  const { run } = moment
  const parts = run.haul?.parts ?? []
  run.haul = null
  for (const { path, part, word } of parts) tellDragged(moment, path, word, shiftedBy(run.instances.get(path), part) ?? NOWHERE, NOWHERE)
}

const NOWHERE: Point = { x: 0, y: 0 }

const HALF_WAY = 0.5

const isKept = (moment: Moment, path: string, { rule: { trigger }, fraction }: Led): boolean =>
  trigger.on !== 'while dragged' || trigger.keptIf === null ? fraction >= HALF_WAY : moment.isTrue(path, trigger.keptIf)

/** Lets whoever asks know how far its parts are scrolled, and can be, in px. */
export function tellScrolling(moment: Moment): void {
  const { run, interpreter } = moment
  for (const [path, asked] of listenersToScrolling(run.population.listeners)) {
    const instance = run.instances.get(path)
    const parts = instance?.compiled.component.parts.filter(({ name }) => asked.some((each) => each.startsWith(`${wordOf(name)}.`))) ?? []
    for (const { id, name } of parts) {
      const [area] = scrollAreas(answering(run), [{ thing: path, part: id }], (each) => run.instances.get(each))
      if (!area) continue
      const { x, y } = area.instance.dragged.get(firstOf(area.content)) ?? NOWHERE
      const word = wordOf(name)
      interpreter.name(path, { [`${word}.scrollX`]: tidy(0 - x), [`${word}.scrollY`]: tidy(0 - y), [`${word}.scrollableX`]: tidy(0 - area.reach.least.x), [`${word}.scrollableY`]: tidy(0 - area.reach.least.y) })
    }
  }
}

/** Something has scrolled, or coasts on from there as long as its drag says: what that leads follows, and is there once it has come to its end. */
export function scrolled(moment: Moment, path: string, part: Id, coasting: Drag | null): void {
  const { run } = moment
  leadOn(moment, path, [part, null], 'while scrolled', null, coasting)
  for (const led of ledBy(run, path, 'while scrolled')) {
    if (led.fraction < 1) continue
    goOn(moment, path, led, coasting?.settleMs ?? 0)
    giveUp(run, path, led.axis)
  }
}

/** Leads each axis by the first of its rules that has come anywhere; one that leads already goes first. */
function leadOn(moment: Moment, path: string, parts: readonly (Id | null)[], on: LeadingTrigger['on'], from: readonly Id[] | null, coasting: Drag | null = null): void {
  const { run } = moment
  const { nowMs: atMs } = run
  const pace = coasting && { ms: coasting.settleMs, ease: parseEasing(coasting.easing).ease }
  const rules = leadable(moment, path, parts, on)
  for (const [index, axis] of run.instances.get(path)?.compiled.component.axes.entries() ?? []) {
    const instance = certain(run.instances.get(path))
    const led = ledOn(instance, index)
    if ((from && from[index] !== instance.states[index]) || (led && led.rule.trigger.on !== on)) continue
    const far = [...(led ? [led.rule] : []), ...rules.filter((rule) => rule.axis === axis.id)].map((rule) => ({ rule, fraction: fractionOf(moment, path, rule) })).find(({ fraction }) => fraction > 0)
    if (far && far.rule === led?.rule) {
      redraw(run, leadTo(instance, index, far.fraction, atMs, pace))
      continue
    }
    const back = leadTo(instance, index, 0, atMs)
    const to = far ? ledTo(axis, far.rule, certain(instance.states[index])) : null
    if (far && to !== null && !isInTheWay(moment, path, index)) redraw(run, leadTo(takeLead(letBack(back, index, atMs), index, to, far.rule, atMs), index, far.fraction, atMs, pace))
    else if (!far && led) redraw(run, on === 'while dragged' ? back : letBack(back, index, atMs))
  }
}

/** Whether a motion that is under way lets no other one begin before its end. */
const isInTheWay = (moment: Moment, path: string, axis: number): boolean => ['ignore', 'finish first'].includes(moment.inTheWay(path, axis) ?? '')

/** The rules of some parts of an instance that could lead somewhere now. */
function leadable(moment: Moment, path: string, parts: readonly (Id | null)[], on: LeadingTrigger['on']): readonly Rule[] {
  const instance = moment.run.instances.get(path)
  const rules = instance?.compiled.rulesOn.get(on)?.filter((rule) => parts.includes(rule.part)) ?? []
  return rules.filter((rule) => {
    const axis = instance?.compiled.component.axes.findIndex(({ id }) => id === rule.axis) ?? -1
    return instance !== undefined && ledTo(axisAt(instance.compiled, axis), rule, certain(instance.states[axis])) !== null && moment.interpreter.canFire(path, { axis, rule })
  })
}

/** How far a rule has come, from 0 to 1; nowhere where that cannot be worked out. */
function fractionOf(moment: Moment, path: string, { trigger }: Rule): number {
  const worth = 'by' in trigger ? moment.numberOf(path, trigger.by) : 0
  return Math.min(1, Math.max(0, worth))
}

/** What still leads an axis does so no more. */
function giveUp(run: Run, path: string, axis: number): void {
  const instance = run.instances.get(path)
  if (instance && ledOn(instance, axis)) redraw(run, letBack(instance, axis, run.nowMs))
}
