import { entryOf, freeName, isLeading, itemAt, leadsFrom, slug, statesHeldBy, theOne, type Action, type Axis, type Component, type Id, type Literal, type Project, type Rule, type State } from '../../document'
import { svg, toMarkup, type SvgNode } from '../../scene'
import { lookWords, ruleWords } from '../../written'
import { counted, countedStates } from '../counted'
import { OURS } from '../scxml/tree'
import { componentIn, type Form } from './form'

/** A component as a machine other programs run. */
export const scxml: Form = {
  name: 'scxml',
  label: 'SCXML',
  forWhom: 'Builds it',
  says: 'The states and rules as a state chart (SCXML 1.0, W3C 2015): axes as parallel regions, triggers as events, timers as delayed events; looks and motions beside them in a namespace of their own.',
  takes: ['component'],
  make: (project, subject) => {
    const component = componentIn(project, subject)
    const writing = new Writing(project, component)
    const content = `<?xml version="1.0" encoding="UTF-8"?>\n${indented(writing.document())}\n`
    return {
      files: [{ name: `${slug(component.name)}.scxml`, mediaType: 'application/scxml+xml', content }],
      holds: [countedStates(component), counted(writing.transitions, 'transition')],
      leavesOut: [...writing.left],
    }
  },
}

class Writing {
  transitions = 0
  readonly left = new Set<string>()

  /** What axes and states are called, each once: an axis by its name, a state by that and its own. */
  private readonly ids = new Map<Axis | State, string>()

  private readonly scope: { readonly project: Project; readonly owner: Component }

  constructor(project: Project, private readonly component: Component) {
    this.scope = { project, owner: component }
    const taken = new Set<string>()
    const call = (thing: Axis | State, name: string) => {
      const free = freeName(name, taken, '-')
      taken.add(free)
      this.ids.set(thing, free)
      return free
    }
    for (const axis of component.axes) {
      const of = call(axis, slug(axis.name))
      for (const state of axis.states) call(state, `${of}.${slug(state.name)}`)
    }
  }

  document(): SvgNode {
    const { name, axes, parameters, variables } = this.component
    const data = [...parameters.filter(({ type }) => type !== 'slot').map(({ name: id, initial }) => [id, initial] as const), ...variables.map(({ name: id, start }) => [id, start] as const)]
      .map(([id, value]) => svg('data', id, { id, expr: literal(value) }))
    return svg('scxml', 'scxml', { xmlns: 'http://www.w3.org/2005/07/scxml', 'xmlns:rheo': OURS, version: '1.0', datamodel: 'ecmascript', name: slug(name) }, [
      // So that the component comes in again as it is.
      svg('rheo:component', 'component', {}, [], JSON.stringify(this.component)),
      ...(data.length > 0 ? [svg('datamodel', 'data', {}, data)] : []),
      svg('parallel', 'axes', {}, axes.map((axis) => svg('state', axis.id, { id: entryOf(this.ids, axis), initial: this.idOf(axis, axis.start) }, axis.states.map((state) => this.state(axis, state))))),
    ])
  }

  private state(axis: Axis, state: State): SvgNode {
    const held = this.component.rules.filter((rule) => rule.axis === axis.id && rule.target.go !== 'ignored' && statesHeldBy(this.component, rule).some(({ id }) => id === state.id))
    const at = (...kinds: readonly Rule['trigger']['on'][]) => held.filter(({ trigger }) => kinds.includes(trigger.on))
    const timers = at('after', 'every').flatMap((rule) => ('ms' in rule.trigger ? [{ rule, ms: rule.trigger.ms }] : []))
    for (const { trigger, name } of timers.map(({ rule }) => ({ trigger: rule.trigger, name: this.nameOf(rule) }))) {
      if ('mostMs' in trigger && trigger.mostMs !== undefined) this.left.add(`${name}: it comes some time until ${trigger.mostMs} ms; here always after the least.`)
      if ('pauseWhile' in trigger && trigger.pauseWhile !== null) this.left.add(`${name}: it does not pause while ${trigger.pauseWhile}.`)
    }
    const sends = timers.map(({ rule, ms }) => this.timer(state, rule, ms))
    const entering = [...sends, ...at('entered').filter(({ target }) => target.go === 'stay').flatMap((rule) => this.actions(rule))]
    const leaving = [...timers.map(({ rule }) => svg('cancel', rule.id, { sendid: this.eventOf(state, rule) })), ...at('left').filter(({ target }) => target.go === 'stay').flatMap((rule) => this.actions(rule))]
    const words = lookWords(this.scope, state.look)
    return svg('state', state.id, { id: entryOf(this.ids, state) }, [
      ...(entering.length > 0 ? [svg('onentry', 'onentry', {}, entering)] : []), ...(leaving.length > 0 ? [svg('onexit', 'onexit', {}, leaving)] : []),
      ...held.filter(({ trigger, target }) => !((trigger.on === 'entered' || trigger.on === 'left') && target.go === 'stay')).flatMap((rule) => this.transition(axis, state, rule)),
      ...words.map((line, index) => svg('rheo:look', `look${index}`, {}, [], line)),
    ])
  }

  private transition(axis: Axis, state: State, rule: Rule): readonly SvgNode[] {
    const { trigger, target, guard } = rule
    const [to, ...others] = leadsFrom(axis, rule, state.id)
    if (target.go === 'back' || (target.go === 'one of' && others.length > 0)) {
      this.left.add(`${this.nameOf(rule)}: ${target.go === 'back' ? 'it leads back where one came from' : 'chance decides where it leads; here the first'}.`)
      if (target.go === 'back') return []
    }
    if (isLeading(trigger)) this.left.add(`${this.nameOf(rule)}: it hangs on how far something is dragged or scrolled; the event has to be sent.`)
    if (trigger.on === 'changes') this.left.add(`${this.nameOf(rule)}: nothing says when a variable has changed; the event has to be sent.`)
    this.transitions++
    const { clauses } = ruleWords(this.scope, { ...rule, guard: null, letThrough: false })
    const isTimer = trigger.on === 'after' || trigger.on === 'every'
    // A timer that goes on counts anew where nothing else makes it.
    const again = trigger.on === 'every' && to === undefined ? [this.timer(state, rule, trigger.ms)] : []
    return [svg('transition', rule.id, {
      event: isTimer ? this.eventOf(state, rule) : this.event(rule), ...(guard === null ? {} : { cond: guard }), ...(to === undefined ? {} : { target: this.idOf(axis, to) }),
      ...(clauses.length > 0 ? { 'rheo:motion': clauses.join(', ') } : {}),
    }, [...again, ...this.actions(rule)])]
  }

  private timer(state: State, rule: Rule, ms: number): SvgNode {
    const event = this.eventOf(state, rule)
    return svg('send', rule.id, { event, id: event, delay: `${ms}ms` })
  }

  /** What comes from outside or within, by a name of its own: the trigger, the part it is on, the key. */
  private event({ trigger, part }: Rule): string {
    if (trigger.on === 'message') return `message.${slug(trigger.name)}`
    const on = this.component.parts.find(({ id }) => id === part)
    return [slug(trigger.on), ...(on && on.parent !== null ? [slug(on.name)] : []), ...('key' in trigger ? [trigger.key === ' ' ? 'Space' : trigger.key ?? 'any'] : []), ...(trigger.on === 'changes' ? [slug(trigger.name)] : [])].join('.')
  }

  private actions(rule: Rule): readonly SvgNode[] {
    const { does } = ruleWords(this.scope, rule)
    return rule.actions.map((action, index) => this.action(action, itemAt(does, index)))
  }

  /** @param words what it does */
  private action(action: Action, words: string): SvgNode {
    if (action.do === 'set') return svg('assign', action.id, { location: action.variable, expr: action.to })
    if (action.do === 'send') return svg('send', action.id, { event: `message.${slug(action.message)}` })
    this.left.add(`“${words}”: no state chart does that; it stands there in a namespace of its own.`)
    return svg('rheo:do', action.id, {}, [], words)
  }

  private idOf({ states }: Axis, state: Id): string {
    return entryOf(this.ids, theOne(states, ({ id }) => id === state))
  }

  /** The event of a timer in a state, which is also what its delayed sending is called. */
  private eventOf(state: State, { id, trigger }: Rule): string {
    return `${trigger.on}.${entryOf(this.ids, state)}.${id}`
  }

  private nameOf(rule: Rule): string {
    return `“${ruleWords(this.scope, rule).trigger}”`
  }
}

/** A value as ECMAScript has it. */
const literal = (value: Literal): string => (typeof value === 'string' ? `'${value.replace(/[\\']/g, '\\$&').replaceAll('\n', '\\n')}'` : JSON.stringify(value))

/** A document with a line for each element, those inside further in. */
function indented(node: SvgNode, depth = 0): string {
  const space = '  '.repeat(depth)
  if (node.children.length === 0) return `${space}${toMarkup(node)}`
  const [open] = toMarkup({ ...node, children: [svg('x', 'x', {})] }).split('<x/>')
  return [`${space}${open}`, ...node.children.map((child) => indented(child, depth + 1)), `${space}</${node.tag}>`].join('\n')
}
