import { theOne } from '../../../document'
import { isWithin } from '../../../machine'
import { chanceIn, drawList, drawListAt, play, startRun } from '../../../run'
import { isByItself, type Facts, type Seen } from '../../ground/state-space'
import type { PrototypeCheck } from '../../ground/context'
import { after, readingWhen, type Thing } from '../../explore'
import { inMs, type Finding } from '../../model/finding'
import type { CutTimes } from './never-completes'
import { jumpBetween } from '../picture/jumps'
import { prototypeContext, surfacesOf, type PrototypeContext } from '../../ground/prototype'
import { confirmed, witnessOf, witnessTo } from '../../ground/witness'

/** So many ways to cut a motion, or to come anew, are replayed before it is taken that none really does. */
const MOST_TRIED = 6

/** Screens and overlays whose way in is cut off by itself, always or at times, and those that jump because they come anew while they still go. */
export const screensInMotion: PrototypeCheck = {
  name: 'never-completes', scope: 'prototype', levels: ['fault', 'risk'],
  means: 'a screen or overlay goes, always or at times, before it has come all the way, or comes again where it was not',
  finds: (project, options) => {
    const context = prototypeContext(project, options)
    if (!context) return []
    return surfacesOf(context).flatMap((surface) => [...cutOff(context, surface), ...jumping(context, surface)])
  },
}

/** The motions of a screen or overlay that are left while they are still going. */
const left = (facts: Facts, surface: Thing): readonly Seen<'shown'>[] =>
  facts.all('shown').filter(({ mark }) => mark.item.thing === surface && mark.left > 0 && facts.network.span(mark.left).most > 0)

function cutOff({ project, moving }: PrototypeContext, surface: Thing): readonly Finding[] {
  const facts = moving.closed
  const cuts = left(facts, surface).filter(({ mark, step }) => !mark.isShown && !mark.wasLeaving && isByItself(step))
  const hasArrived = facts.all('arrived').some(({ mark, step }) => mark.item.thing === surface && (step.deadline?.least ?? 0) > 0)
  for (const cut of cuts.slice(0, MOST_TRIED)) {
    const { needsMs, afterMs } = timesOf(facts, cut)
    if (afterMs >= needsMs) continue
    const { name, id, kind } = theOne(project.screens, (screen) => screen.id === surface.shown?.screen)
    const witness = witnessTo(moving, facts, after(cut.step), { caption: 'cut here, before it has come all the way' }, (trace) => trace.some((event, index) =>
      event.what === 'surface' && event.screen === id && event.isShown && trace.slice(index + 1).some((later) => later.what === 'surface' && later.screen === id && !later.isShown && later.atMs < event.atMs + needsMs)))
    if (!witness) continue
    const isAlways = !hasArrived && facts.isFinished
    return [{
      id: `${isAlways ? 'never-completes' : 'may-be-cut-short'} ${id}`, kind: isAlways ? 'never-completes' : 'may-be-cut-short', level: isAlways ? 'fault' : 'risk',
      sentence: isAlways
        ? `The ${kind} “${name}” is left after ${inMs(afterMs)}, but its ${inMs(needsMs)} motion needs ${inMs(needsMs - afterMs)} more: it never completes.`
        : `The way in of the ${kind} “${name}” can be cut up to ${inMs(needsMs - afterMs)} early: it needs ${inMs(needsMs)}, and can go after ${inMs(afterMs)}.`,
      about: { screen: id }, remedy: null, witness, numbers: { afterMs, needsMs, earlyMs: needsMs - afterMs },
    }]
  }
  return []
}

/** How long a motion that is left would take, and how much of that it gets at least. */
const timesOf = ({ network }: Facts, { mark, step }: Seen<'shown'>): CutTimes =>
  ({ needsMs: network.span(mark.left).most, afterMs: readingWhen(step, network.itemClock(mark.item))?.[0] ?? 0 })

/** A screen or overlay that is there again before it has gone begins anew: where it is not where it was, it jumps. */
function jumping({ project, moving }: PrototypeContext, surface: Thing): readonly Finding[] {
  const facts = moving.closed
  for (const again of left(facts, surface).filter(({ mark }) => mark.isShown).slice(0, MOST_TRIED)) {
    const enacted = moving.enact(facts, after(again.step))
    if (!enacted) continue
    const { inputs, chance, run } = enacted
    const before = startRun(project, moving.surface, chanceIn({ chance }))
    play(before, inputs.filter(({ atMs }) => atMs < run.nowMs), Math.max(0, run.nowMs - 1))
    const found = jumpBetween(drawListAt(before, run.nowMs), drawList(run), ({ instance }) => isWithin(instance, surface.path))
    if (!found) continue
    const jump = found.jump.property
    const { name, id, kind } = theOne(project.screens, (screen) => screen.id === surface.shown?.screen)
    const witness = confirmed(project, witnessOf({ surface: moving.surface, inputs, chance, lookAtMs: run.nowMs, caption: `${jump} jumps here` }), (trace) => trace.some((event) => event.what === 'surface' && event.screen === id && event.isShown && event.atMs === run.nowMs))
    return [{
      id: `jumps ${id}`, kind: 'jumps', level: isByItself(again.step) ? 'risk' : 'note',
      sentence: `${jump} of the ${kind} “${name}” jumps when it comes again before it has gone.`,
      about: { screen: id }, remedy: null, witness, numbers: {},
    }]
  }
  return []
}
