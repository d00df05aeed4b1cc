import { certain, itemAt } from '../certain'
import type { Component } from '../component'
import type { NewId } from '../defaults'
import { statesHeldBy } from '../moves'
import type { Rule, Target, Within } from '../rule'
import type { Id } from '../value'
import type { Motion } from '../motion'
import { batch, type Edit } from './edit'
import { addRule } from './rule-edits'

/** Rules by the names of what they refer to, so that they can be given to other components. */
export interface RuleClip {
  readonly format: 'rheoscope-rules'
  readonly rules: readonly NamedRule[]
}

interface NamedRule {
  readonly rule: Omit<Rule, 'id' | 'axis' | 'part' | 'within' | 'target'>
  readonly part: string | null
  /** The names of the states it holds in. */
  readonly states: readonly string[]
  /** With the names of the states it leads to. */
  readonly target: Target
}

/** Rules of a component as a clip. */
export function ruleClipOf(component: Component, rules: readonly Rule[]): RuleClip {
  return {
    format: 'rheoscope-rules',
    rules: rules.map(({ id: _id, axis, part, within: _within, target, ...rule }, index) => {
      const states = component.axes.find((each) => each.id === axis)?.states ?? []
      return {
        rule,
        part: component.parts.find((each) => each.id === part)?.name ?? null,
        states: statesHeldBy(component, itemAt(rules, index)).map(({ name }) => name),
        target: certain(retargeted(target, (state) => states.find(({ id }) => id === state)?.name ?? '')),
      }
    }),
  }
}

/**
 * Gives a component the rules of a clip, on an axis of it. States and parts go by their names; a rule that would hold
 * in no state it has, or lead to none, is left out, and one on a part it has not listens to the whole component.
 * Null when none is left.
 */
export function pasteRules(component: Component, axis: Id, clip: RuleClip, newId: NewId): Edit | null {
  const states = component.axes.find(({ id }) => id === axis)?.states ?? []
  const stateNamed = (wanted: string) => states.find(({ name }) => name === wanted)?.id
  const edits = clip.rules.flatMap(({ rule, part, states: names, target }): Edit[] => {
    const only = names.flatMap((name) => stateNamed(name) ?? [])
    const to = retargeted(target, stateNamed)
    if (only.length === 0 || to === undefined) return []
    const within: Within = only.length === states.length ? { except: [] } : { only }
    return [addRule(component.id, {
      ...rule, id: newId(rule.trigger.on), axis, within, part: component.parts.find(({ name }) => name === part)?.id ?? null,
      target: to,
      motion: rule.motion && motionFor(component, rule.motion, newId),
      actions: rule.actions.map((action) => ({ ...action, id: newId(action.do) })),
    })]
  })
  return edits.length > 0 ? batch(...edits) : null
}

/** A target with other words for the states it leads to; undefined where one has none. */
export function retargeted(target: Target, wordFor: (state: string) => string | undefined): Target | undefined {
  if (target.go === 'state') {
    const state = wordFor(target.state)
    return state === undefined ? undefined : { go: 'state', state }
  }
  if (target.go !== 'one of') return target
  const of = target.of.flatMap(({ state, weight }) => {
    const word = wordFor(state)
    return word === undefined ? [] : [{ state: word, weight }]
  })
  return of.length === target.of.length ? { go: 'one of', of } : undefined
}

/** The motion without what it says of parts the component does not have. */
function motionFor({ parts }: Component, motion: Motion, newId: NewId): Motion {
  const isHere = (id: Id) => parts.some((part) => part.id === id)
  return {
    ...motion,
    lanes: motion.lanes.filter(({ part }) => isHere(part)).map((lane) => ({ ...lane, id: newId(lane.property ?? 'lane') })),
    keyframes: motion.keyframes.map((stage) => ({ ...stage, id: newId('stage'), look: Object.fromEntries(Object.entries(stage.look).filter(([part]) => isHere(part))) })),
  }
}
