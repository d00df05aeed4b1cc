import { describe, expect, it } from '@jest/globals'
import { walkthroughOf, walkthroughOfPrototype, walkthroughOfScreen, type Walkthrough } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component } from '@rheoscope/core/document'
import { playTake } from '@rheoscope/core/run'
import { marksOfStep, type SymbolicPlace } from '../../src/check/explore'
import { contextOf } from '../../src/check/ground/context'
import { witnessOfRule } from '../../src/check/ground/witness'
import { takeOfLeg } from '../../src/exchange/forms/walkthrough'

const answered = ({ rules }: Component) => rules.filter(({ target }) => target.go !== 'ignored')

/** What fires when the legs are played as takes, by instance and rule; and what of what they expect does not come about. */
function played({ surface, legs }: Walkthrough): { readonly fired: ReadonlySet<string>; readonly missed: readonly string[] } {
  const runs = legs.map((leg, index) => playTake(skerryLine, takeOfLeg('it', surface, leg, index)))
  return {
    fired: new Set(runs.flatMap(({ trace }) => trace.flatMap((event) => (event.what === 'fired' ? [`${event.instance} ${event.rule}`] : [])))),
    missed: runs.flatMap(({ results }) => results.flatMap(({ isMet, expectation, seen }) => (isMet ? [] : [`${expectation.id}: ${seen}`]))),
  }
}

/** The fewest steps and new beginnings that make every rule fire that can, by a plain search through all of them. */
function fewest(component: Component): number | null {
  const { stateSpace, root } = contextOf(skerryLine, component)
  const { closed } = stateSpace
  const wanted = answered(component).filter((rule) => closed.firing(root, rule))
  const [first] = closed.explored.nodes
  if (!first || wanted.length > 5 || closed.explored.places.length > 40) return null
  const steps = new Map<SymbolicPlace, { readonly to: SymbolicPlace; readonly fires: number }[]>()
  for (const step of closed.steps) {
    const fires = marksOfStep(step, 'fired').reduce((sum, { thing, rule }) => (thing === root && wanted.includes(rule) ? sum | (1 << wanted.indexOf(rule)) : sum), 0)
    steps.set(step.from.place, [...(steps.get(step.from.place) ?? []), { to: step.to, fires }])
  }
  let front: readonly (readonly [SymbolicPlace, number])[] = [[first.place, 0]]
  const seen = new Set<string>()
  for (let length = 0; front.length > 0; length++) {
    if (front.some(([, done]) => done === 2 ** wanted.length - 1)) return length
    front = front.flatMap(([place, done]) => [[first.place, done] as const, ...(steps.get(place) ?? []).map(({ to, fires }) => [to, done | fires] as const)]).filter(([place, done]) => {
      const key = `${place.index} ${done}`
      return !seen.has(key) && seen.add(key)
    })
  }
  return null
}

describe('a walkthrough', () => {
  it.each(skerryLine.components.filter((component) => answered(component).length > 0).map((component) => [component.name, component] as const))('goes through every rule of %s that anybody comes to, and replays as it says', (_name, component) => {
    const walk = walkthroughOf(skerryLine, component)
    const { fired, missed } = played(walk)
    expect(missed).toEqual([])
    const context = contextOf(skerryLine, component)
    for (const rule of answered(component)) {
      if (!fired.has(` ${rule.id}`)) expect(witnessOfRule(context, rule, { caption: '' })).toBeNull()
    }
    expect(walk.missed.map(({ rule }) => rule.id)).toEqual(answered(component).filter(({ id }) => !fired.has(` ${id}`)).map(({ id }) => id))
  })

  it('is as short as a plain search finds where that can be done, within a fifth', () => {
    const compared = skerryLine.components.filter((component) => answered(component).length > 0).flatMap((component) => {
      const least = fewest(component)
      const { legs } = walkthroughOf(skerryLine, component)
      return least === null ? [] : [{ name: component.name, least, steps: legs.reduce((sum, { steps }) => sum + steps.length, legs.length - 1) }]
    })
    expect(compared.length).toBeGreaterThanOrEqual(12)
    expect(compared.filter(({ least, steps }) => steps > least * 1.2)).toEqual([])
  })

  it('goes through what leads from screen to screen, and through the rules of one screen', () => {
    const whole = walkthroughOfPrototype(skerryLine)!
    const { fired, missed } = played(whole)
    expect(missed).toEqual([])
    expect(whole.missed).toEqual([])
    expect(fired.size).toBeGreaterThan(30)
    const home = walkthroughOfScreen(skerryLine, 'home')
    expect([...played(home).fired].filter((each) => each.startsWith(' home-to'))).toHaveLength(4)
    expect(walkthroughOfPrototype({ ...skerryLine, startScreen: null })).toBeNull()
  })
})
