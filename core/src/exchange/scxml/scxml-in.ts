import {
  addComponent, certain, firstOf, freeName, jsonOr, namesOf, newComponent, newState, orElse, RheoError, slug, withFreeNames, wordOf, type Action, type Axis, type Component, type Id, type Literal, type NewId, type Part, type Project, type Rule, type State, type Variable,
} from '../../document'
import { attempt, validated } from '../../document/schema'
import { Component as ComponentShape } from '../../document/component'
import { parseExpression } from '../../expression'
import { textIn, type XmlElement } from '../xml-tree'
import { scxml } from '../forms/scxml'
import { heard } from './events'
import { Regions, type Leaf, type Region } from './regions'
import { inside, msOf, nameOf, OURS, scxmlTree } from './tree'

/** A state chart as a component, and what of it there is nothing for here, a sentence each. */
export interface ScxmlIn {
  readonly component: Component
  readonly leftOut: readonly string[]
}

/** Elements that do something there is no action for. */
const NOT_DONE: ReadonlySet<string> = new Set(['script', 'if', 'elseif', 'else', 'foreach', 'log', 'raise', 'invoke', 'finalize', 'donedata', 'param', 'content', 'history'])

/**
 * A component of a state chart (SCXML 1.0, W3C 2015): the component itself where it was written by this application and its states and
 * rules are still those; otherwise its states without looks, and its transitions as rules. Throws a `RheoError` (`not-scxml`, `not-xml`,
 * `too-large`).
 */
export async function scxmlIn(text: string, project: Project, newId: NewId): Promise<ScxmlIn> {
  const root = scxmlTree(text)
  return (await writtenHere(root, text, project, newId)) ?? new Reading(root, project, newId).all()
}

/** The component a document holds in our own namespace, while the document is the one that was made of it. */
async function writtenHere(root: XmlElement, text: string, project: Project, newId: NewId): Promise<ScxmlIn | null> {
  const [held] = inside(root, `${OURS} component`)
  if (!held) return null
  const component = orElse(() => validated<Component>(ComponentShape, jsonOr(textIn(held), null), 'The component'), null)
  if (!component) return null
  const isTaken = project.components.some(({ id }) => id === component.id)
  const named: Component = { ...component, id: isTaken ? newId(component.name) : component.id, name: freeName(component.name, namesOf(project.components)) }
  if (attempt(project, addComponent(named)) instanceof RheoError) return null
  const other = { ...project, components: [...project.components.filter(({ id }) => id !== component.id), component] }
  const made = await orElse(() => scxml.make(other, { of: 'component', id: component.id }, { kit: () => Promise.reject(new Error('It needs none.')), settings: {}, progress: () => undefined, film: null }), null)
  return made && firstOf(made.files).content === text ? { component: named, leftOut: [] } : null
}

class Reading {
  private readonly left = new Set<string>()
  private readonly regions: Regions
  private readonly component: Component
  private readonly states = new Map<Leaf, State>()
  private readonly parts = new Map<string, Part>()
  private readonly taken = new Set<Id>()

  constructor(private readonly root: XmlElement, project: Project, private readonly newId: NewId) {
    this.regions = new Regions(root, (what) => this.left.add(what))
    this.component = newComponent((name) => this.id(name), freeName(called(root.attributes.name, 'State chart'), namesOf(project.components)))
  }

  all(): ScxmlIn {
    this.lookThrough(this.root)
    const [frame] = this.component.parts
    const axes = withFreeNames(this.regions.all.map((region) => this.axis(region)), [])
    const component: Component = { ...this.component, axes: axes.length > 0 ? axes : this.component.axes, variables: this.variables() }
    const rules = this.regions.all.flatMap((region, index) => this.rules(region, certain(axes[index]), component.variables))
    const parts = [certain(frame), ...this.parts.values()]
    return { component: { ...component, parts, rules }, leftOut: [...this.left] }
  }

  private id(name: string): Id {
    let id = this.newId(name)
    while (this.taken.has(id)) id = this.newId(name)
    this.taken.add(id)
    return id
  }

  /** Names what there is nothing for, once for each. */
  private lookThrough(element: XmlElement): void {
    if (element.name.startsWith(OURS)) return
    if (NOT_DONE.has(element.name)) this.left.add(`${nameOf(element)}${element.parent ? ` in ${nameOf(element.parent)}` : ''}: there is nothing here that does it.`)
    else if (element.name.includes(' ')) this.left.add(`“${element.name}”: it is of another language.`)
    element.children.forEach((child) => this.lookThrough(child))
  }

  private axis(region: Region): Axis {
    const taken = new Set<string>()
    const states = region.leaves.map((leaf, index) => {
      const name = freeName(called(leaf.name, 'state'), taken)
      taken.add(name)
      const state = { ...newState(this.id(name), name, index), final: leaf.isFinal }
      this.states.set(leaf, state)
      return state
    })
    return { id: this.id(region.name), name: called(region.name, 'state'), states, start: certain(this.states.get(region.start)).id, boundTo: null }
  }

  private variables(): readonly Variable[] {
    const named = new Set<string>()
    return inside(this.root, 'datamodel').flatMap((model) => inside(model, 'data')).flatMap((data): readonly Variable[] => {
      const { id = '', expr = textIn(data).trim(), src } = data.attributes
      const start = literalOf(expr)
      if (id === '' || id.length > 100 || wordOf(id) !== id || named.has(id) || src !== undefined || start === undefined) {
        this.left.add(`data “${id}”: ${src !== undefined ? 'it comes from elsewhere' : start === undefined ? `${expr === '' ? 'nothing' : expr} is no value` : 'it has no name of its own that can stand in an expression'}.`)
        return []
      }
      named.add(id)
      return [{ id: this.id(id), name: id, type: typeof start === 'number' ? 'number' : typeof start === 'boolean' ? 'yes/no' : 'text', start }]
    })
  }

  private rules(region: Region, axis: Axis, variables: readonly Variable[]): readonly Rule[] {
    return region.leaves.flatMap((leaf) => {
      // What is said further in comes first (SCXML § 3.13).
      const transitions = leaf.path.flatMap((element) => inside(element, 'transition').map((transition) => ({ transition, element })))
      return [
        ...leaf.path.flatMap((element) => this.atEdges(element, leaf, axis, variables)),
        ...transitions.flatMap(({ transition, element }) => this.ofTransition(transition, element, leaf, region, axis, variables)),
      ]
    })
  }

  /** What is done on entering a state and on leaving it; delayed events are timers of their own. */
  private atEdges(element: XmlElement, leaf: Leaf, axis: Axis, variables: readonly Variable[]): readonly Rule[] {
    if (element !== leaf.element) {
      for (const edge of inside(element, 'onentry', 'onexit')) {
        for (const done of edge.children) if (done.name !== '#text' && !isTiming(done)) this.left.add(`“${done.name}” in ${edge.name} of ${nameOf(element)}: it holds states inside it, each of which would do it.`)
      }
      return []
    }
    return ([['onentry', 'entered'], ['onexit', 'left']] as const).flatMap(([edge, on]) => {
      const actions = inside(element, edge).flatMap((each) => this.actions(each, variables))
      return actions.length === 0 ? [] : [this.rule(axis, leaf, { trigger: { on }, part: null }, { target: { go: 'stay' }, actions })]
    })
  }

  private ofTransition(transition: XmlElement, element: XmlElement, leaf: Leaf, region: Region, axis: Axis, variables: readonly Variable[]): readonly Rule[] {
    const { event, cond, target } = transition.attributes
    const what = `The transition${event === undefined ? '' : ` on “${event}”`} in ${nameOf(element)}`
    const guard = cond === undefined ? null : this.condition(cond)
    if (guard === undefined) {
      this.left.add(`${what}: its condition “${certain(cond)}” cannot be read.`)
      return []
    }
    const to = this.target(target, region, what)
    if (to === null) return []
    const actions = this.actions(transition, variables)
    if (event === undefined) this.left.add(`${what}: it goes without an event whenever its condition holds; here when its state is entered.`)
    return (event === undefined ? [null] : event.trim().split(/\s+/)).flatMap((name): readonly Rule[] => {
      if (name !== null && /(^|\.)\*$|^error\.|^done\./.test(name)) {
        this.left.add(`${what}: “${name}” stands for events there is no trigger for.`)
        return []
      }
      if (name !== null && /^while-(dragged|scrolled)(\.|$)/.test(name)) {
        this.left.add(`${what}: it hangs on how far something is dragged or scrolled, and a state chart does not say how.`)
        return []
      }
      const timer = name === null ? null : this.timerOf(leaf, name)
      const isAgain = name !== null && inside(transition, 'send').some((send) => send.attributes.event === name && msOf(send.attributes.delay) === timer?.ms)
      const trigger = name === null ? { trigger: { on: 'entered' } as const, part: null } : timer ? { trigger: { on: isAgain ? 'every' : 'after', ms: timer.ms, since: timer.on === leaf.element ? 'entering' : 'entering the first', pauseWhile: null } as const, part: null } : heard(name)
      const isBack = to?.element === leaf.element
      return [this.rule(axis, leaf, trigger, { target: to === undefined ? { go: 'stay' } : { go: 'state', state: certain(this.states.get(to)).id }, guard, actions }, isBack)]
    })
  }

  /** The delayed event of that name that is sent on entering a state or one it is in. */
  private timerOf({ path }: Leaf, event: string): { readonly ms: number; readonly on: XmlElement } | null {
    for (const on of path) {
      const send = inside(on, 'onentry').flatMap((each) => inside(each, 'send')).find(({ attributes }) => attributes.event === event && attributes.delay !== undefined)
      const ms = send && msOf(send.attributes.delay)
      if (ms != null) return { ms, on }
    }
    return null
  }

  /** Where a transition leads: undefined stays, null leads nowhere in its region. */
  private target(target: string | undefined, region: Region, what: string): Leaf | null | undefined {
    if (target === undefined) return undefined
    const leaves = target.trim().split(/\s+/).map((id) => ({ id, leaf: this.regions.leafOf(region, id) }))
    const [first, ...others] = leaves.filter(({ leaf }) => leaf !== null)
    for (const { id } of [...leaves.filter(({ leaf }) => leaf === null), ...others]) this.left.add(`${what}: it leads to “${id}” as well, which is ${this.regions.all.some((each) => this.regions.leafOf(each, id)) ? 'a state beside' : 'no state'}.`)
    return first?.leaf ?? null
  }

  private actions(element: XmlElement, variables: readonly Variable[]): readonly Action[] {
    return element.children.flatMap((child): readonly Action[] => {
      const { location, expr = '', event, eventexpr, target, type } = child.attributes
      const where = `in ${nameOf(element.parent ?? element)}`
      if (child.name === 'assign') {
        const to = this.condition(expr)
        if (location !== undefined && to !== undefined && variables.some(({ name }) => name === location)) return [{ id: this.id('set'), do: 'set', variable: location, to }]
        this.left.add(`assign “${location ?? ''}” ${where}: ${to === undefined ? `“${expr}” cannot be read` : 'there is no such variable'}.`)
      }
      if (child.name === 'send' && !isTiming(child)) {
        if (event !== undefined && target === undefined && type === undefined) return [{ id: this.id('send'), do: 'send', message: called(event.replace(/^message\./, ''), 'message'), payload: null, recipient: 'everyone' }]
        this.left.add(`send “${event ?? eventexpr ?? ''}” ${where}: it goes beyond what is here.`)
      }
      if (child.name === 'send' && child.attributes.delayexpr !== undefined) this.left.add(`send “${event ?? ''}” ${where}: its delay is worked out.`)
      return []
    })
  }

  /** An expression of ECMAScript as ours has it; undefined where it is none of ours. */
  private condition(text: string): string | undefined {
    const ours = text.trim().replaceAll('===', '==').replaceAll('!==', '!=')
    return orElse(() => { parseExpression(ours); return ours }, undefined)
  }

  private rule(axis: Axis, leaf: Leaf, { trigger, part }: { readonly trigger: Rule['trigger']; readonly part: string | null }, { target, guard = null, actions }: Pick<Rule, 'target' | 'actions'> & Partial<Pick<Rule, 'guard'>>, isBack = false): Rule {
    const on = part === null ? null : this.part(part)
    const state = certain(this.states.get(leaf)).id
    // A state that leads to itself is left and entered again, which nothing shows.
    return { id: this.id(slug(trigger.on)), axis: axis.id, trigger, part: on, within: { only: [state] }, guard, actions, target: isBack && actions.length > 0 ? { go: 'stay' } : target, motion: null, letThrough: false }
  }

  /** A part of that name, so that there is something to use. */
  private part(name: string): Id {
    const known = this.parts.get(name)
    if (known) return known.id
    const root = certain(this.component.parts[0])
    const index = this.parts.size
    const part: Part = { id: this.id(name), kind: 'box', name: called(name, 'part'), parent: root.id, base: { x: 8, y: 8 + index * 28, width: 80, height: 20, fill: '#c9c2b2' } }
    this.parts.set(name, part)
    return part.id
  }
}

/** A name as things here have them: something, and not too long. */
const called = (name: string | undefined, otherwise: string): string => name?.trim().slice(0, MOST_OF_A_NAME).trim() || otherwise

const MOST_OF_A_NAME = 150

const isTiming = ({ name, attributes }: XmlElement): boolean => name === 'cancel' || (name === 'send' && attributes.delay !== undefined)

/** A value as ECMAScript writes it; undefined for what is worked out. */
function literalOf(text: string): Literal | undefined {
  const quoted = /^'((?:[^'\\]|\\.)*)'$/s.exec(text)?.[1]
  if (quoted !== undefined) return quoted.replaceAll(/\\(.)/gs, (_all, each: string) => (each === 'n' ? '\n' : each))
  const value: unknown = jsonOr(text, undefined)
  return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? value : undefined
}
