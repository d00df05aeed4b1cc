import { asPaint, isGradient, itemAt, type Axis, type Component, type Literal, type Project, type State } from '@rheoscope/core/document'
import { cycleValue, shownValue } from '@rheoscope/core/machine'
import { isCrossFade, laneEndMs } from '@rheoscope/core/motion'
import { runOfMotion } from '@rheoscope/core/run'
import { css } from '../../core/src/exchange/forms/css'
import { CssLooks } from '../../core/src/exchange/css/looks'
import { leadingRules, movedBy } from '../../core/src/exchange/css/motions'
import { CssNames } from '../../core/src/exchange/css/names'
import { isSameCssValue } from '../../core/src/exchange/css/same-value'
import { shownBy } from '../../core/src/exchange/css/shown-by'
import type { Hands } from './hands'

const INSTANTS = 50

/** One CSS property of one part on the way from a state to another, and what the run shows of it, at each instant. */
interface Probe {
  readonly selector: string
  readonly property: string
  readonly expected: readonly string[]
}

interface Way {
  readonly root: string
  readonly attribute: string
  /** Null for what goes on while a state lasts. */
  readonly from: string | null
  readonly to: string
  readonly instants: readonly number[]
  readonly probes: readonly Probe[]
}

/** Every change of state of a component with what the run shows of all it moves; and how many lanes are moved that no CSS moves. */
function waysOf(project: Project, component: Component, names: CssNames): { readonly ways: readonly Way[]; readonly lanes: number; readonly left: number } {
  const looks = new CssLooks(project, component, names)
  let [count, left] = [0, 0]
  const ways = leadingRules(project, component).map(({ axis, rule, from, to, lanes }): Way => {
    const own = lanes.filter((lane) => component.axes[lane.axis] === axis)
    const after = runOfMotion(project, component, rule, axis.id, from.id)!.instances.get('')!
    const endMs = Math.max(1, ...own.map(laneEndMs))
    // Between the milliseconds at which something jumps.
    const instants = Array.from({ length: INSTANTS }, (_each, index) => (endMs * (index + 0.5)) / INSTANTS)
    const probes = own.flatMap((lane): readonly Probe[] => {
      const moved = movedBy(looks, lane)
      count++
      if (moved.length === 0) left++
      const at = (ms: number): Literal => { const shown = shownValue(after, lane.part, lane.property, ms); return isCrossFade(shown) ? lane.to : shown }
      return moved.map(({ css: property, text }) => ({ selector: `.${names.part(component, itemAt(component.parts, lane.part))}`, property, expected: instants.map((ms) => text(at(ms))) }))
    })
    return { root: `.${names.component(component)}`, attribute: names.attribute(axis), from: names.state(from), to: names.state(to), instants, probes }
  })
  return { ways: [...ways, ...lastingIn(component, looks, names)], lanes: count, left }
}

/** What goes on in each state, for two of its rounds and a half. */
function lastingIn(component: Component, looks: CssLooks, names: CssNames): readonly Way[] {
  return component.axes.flatMap((axis) => axis.states.flatMap((state): readonly Way[] => {
    const cycles = looks.cyclesIn(axis, state)
    const instants = Array.from({ length: INSTANTS }, (_each, index) => (2.5 * Math.max(0, ...cycles.map(({ durationMs }) => durationMs)) * (index + 0.5)) / INSTANTS)
    const probes = cycles.flatMap((cycle) => {
      const part = itemAt(component.parts, cycle.part)
      return shownBy(looks.drawn.get(part)!, cycle.property, cycle.to).map(({ css: property, text }) => ({ selector: `.${names.part(component, part)}`, property, expected: instants.map((ms) => { const shown = cycleValue(cycle, ms); return text(isCrossFade(shown) ? cycle.to : shown) }) }))
    })
    return probes.length === 0 ? [] : [{ root: `.${names.component(component)}`, attribute: names.attribute(axis), from: null, to: names.state(state), instants, probes }]
  }))
}

/** What a page shows on each way: computed styles with all that moves held at each instant. */
const MEASURE = `
  const begun = Object.fromEntries(arguments[0].map(({ root, attribute }) => [attribute, document.querySelector(root).getAttribute(attribute)]))
  return arguments[0].map(({ root, attribute, from, to, instants, probes }) => {
    // Afresh for each way: what has been moved remembers it.
    const holder = document.querySelector(root).cloneNode(true)
    document.querySelector(root).replaceWith(holder)
    holder.setAttribute(attribute, from ?? begun[attribute])
    const elements = probes.map(({ selector }) => document.querySelector(selector))
    elements.forEach((each) => getComputedStyle(each).left)
    if (from !== null) holder.setAttribute(attribute + '-from', from)
    holder.setAttribute(attribute, to)
    const moving = document.getAnimations()
    moving.forEach((each) => each.pause())
    const seen = instants.map((ms) => {
      moving.forEach((each) => { each.currentTime = ms })
      return probes.map(({ property }, index) => getComputedStyle(elements[index]).getPropertyValue(property))
    })
    moving.forEach((each) => each.cancel())
    holder.removeAttribute(attribute + '-from')
    holder.setAttribute(attribute, begun[attribute])
    return seen
  })`

/** What came of holding the CSS of a component against its run. */
export interface Compared {
  /** Lanes there are, and those that no CSS moves. */
  readonly lanes: number
  readonly left: number
  readonly lasting: number
  readonly values: number
  /** What is otherwise, a line each. */
  readonly wrong: readonly string[]
}

/** Holds each change of state of a component, with all that moves held at instants, in Chromium against what the run shows. */
export async function compareMotions(hands: Hands, project: Project, component: Component): Promise<Compared> {
  const { ways, lanes, left } = waysOf(project, component, new CssNames(project))
  const lasting = ways.filter(({ from }) => from === null).length
  if (ways.length === 0) return { lanes, left, lasting, values: 0, wrong: [] }
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [{ name: 'prefers-reduced-motion', value: 'no-preference' }] })
  await openCss(hands, project, component)
  const seen = await hands.driver.executeScript<readonly (readonly (readonly string[])[])[]>(MEASURE, ways)
  await hands.askDevTools('Emulation.setEmulatedMedia', { features: [] })
  const wrong: string[] = []
  let values = 0
  for (const [index, { probes, attribute, from, to, instants }] of ways.entries()) {
    for (const [place, { selector, property, expected }] of probes.entries()) {
      const off = instants.findIndex((_ms, at) => !isSameCssValue(property, expected[at]!, seen[index]![at]![place]!))
      values += instants.length
      if (off >= 0) wrong.push(`${component.name}: ${property} of ${selector}, ${attribute} ${from ?? 'lasting'} → ${to}, at ${instants[off]} ms: ${expected[off]} here, ${seen[index]![off]![place]} there`)
    }
  }
  return { lanes, left, lasting, values, wrong }
}

/** What a page shows of parts at rest, in some states of several axes. */
const AT_REST = `
  return arguments[0].map(({ root, states, probes }) => {
    const holder = document.querySelector(root)
    for (const [attribute, state] of Object.entries(states)) holder.setAttribute(attribute, state)
    return probes.map(({ selector, property }) => getComputedStyle(document.querySelector(selector)).getPropertyValue(property))
  })`

/** Combinations of states of a component, every so many of them, with where each part is to stand and what it is to be like. */
function rests(project: Project, component: Component, names: CssNames) {
  const looks = new CssLooks(project, component, names)
  let all: readonly (readonly (readonly [Axis, State])[])[] = [[]]
  for (const axis of component.axes) all = all.flatMap((standing) => axis.states.map((state) => [...standing, [axis, state] as const]))
  const some = all.filter((_each, index) => index % Math.ceil(all.length / 24) === 0)
  return some.map((standing) => {
    const values = looks.valuesIn(standing.filter(([axis, state]) => state.id !== axis.start))
    const probes = component.parts.flatMap((part, index) => ['x', 'y', 'width', 'height', 'fill', 'opacity', 'stroke', 'rotation'].flatMap((property) => {
      const value = values[index]![property]
      return value === undefined || (property === 'fill' && isGradient(asPaint(value))) ? [] : shownBy(looks.drawn.get(part)!, property, value).map(({ css: name, text }) => ({ selector: `.${names.part(component, part)}`, property: name, expected: text(value) }))
    }))
    return { root: `.${names.component(component)}`, states: Object.fromEntries(standing.map(([axis, state]) => [names.attribute(axis), names.state(state)])), probes }
  })
}

/** Holds a component at rest, in states of several axes too, in Chromium against what is drawn. */
export async function compareRests(hands: Hands, project: Project, component: Component): Promise<Pick<Compared, 'values' | 'wrong'>> {
  await openCss(hands, project, component)
  const wanted = rests(project, component, new CssNames(project))
  const seen = await hands.driver.executeScript<readonly (readonly string[])[]>(AT_REST, wanted)
  const wrong: string[] = []
  let values = 0
  for (const [index, { states, probes }] of wanted.entries()) {
    for (const [place, { selector, property, expected }] of probes.entries()) {
      values++
      const there = seen[index]![place]!
      if (!isSameCssValue(property, expected, there)) wrong.push(`${component.name}: ${JSON.stringify(states)} ${property} of ${selector}: ${expected} here, ${there} there`)
    }
  }
  return { values, wrong }
}

/** Opens the page of the CSS of a component. */
async function openCss(hands: Hands, project: Project, component: Component): Promise<void> {
  const { files } = await css.make(project, { of: 'component', id: component.id }, NOTHING)
  await hands.driver.get(`data:text/html;base64,${Buffer.from(String(files[0]!.content)).toString('base64')}`)
}

const NOTHING = { kit: () => Promise.reject(new Error('It needs none.')), settings: {}, progress: () => undefined, film: null }
