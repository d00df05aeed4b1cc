import { inProject, setAt } from '../../../document'
import { stateChangesIn, endOf, wayOf } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { inMs, type Finding, type Severity } from '../../model/finding'

/** Motions longer than the project allows. */
export const tooLong: ComponentCheck = {
  name: 'too-long', scope: 'component', levels: ['risk'],
  means: 'longer than the project allows',
  finds: (context) => beyond(context, 'too-long', context.project.limits?.longestMs, (ms, limit) => ms > limit),
}

/** Motions shorter than the project allows; what takes no time at all is no motion. */
export const tooShort: ComponentCheck = {
  name: 'too-short', scope: 'component', levels: ['risk'],
  means: 'shorter than the project allows',
  finds: (context) => beyond(context, 'too-short', context.project.limits?.shortestMs, (ms, limit) => ms > 0 && ms < limit),
}

function beyond(context: CheckContext, kind: string, limitMs: number | undefined, isBeyond: (ms: number, limit: number) => boolean): readonly Finding[] {
  if (limitMs === undefined) return []
  const level: Severity = 'risk'
  return stateChangesIn(context).filter((change) => isBeyond(endOf(change), limitMs)).map((change): Finding => ({
    id: `${kind} ${context.component.id} ${change.axis.id} ${change.from.id} ${change.to.id} ${change.rule?.id ?? ''}`,
    kind, level,
    sentence: `${wayOf(change)} takes ${inMs(endOf(change))}; the project allows ${kind === 'too-long' ? 'at most' : 'no less than'} ${inMs(limitMs)}.`,
    about: { component: context.component.id, axis: change.axis.id, state: change.from.id, ...(change.rule ? { rule: change.rule.id } : {}) },
    remedy: change.rule?.motion?.durationMs !== undefined ? { label: inMs(limitMs), edit: setAt(inProject('components', context.component.id, 'rules', change.rule.id, 'motion', 'durationMs'), limitMs) } : null,
    witness: null, numbers: { takesMs: endOf(change), limitMs },
  }))
}
