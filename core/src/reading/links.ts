import { expressionsOfList, isExpression, namesGivenBy, type Component, type Id, type Part, type Project, type Screen } from '../document'
import { namesOr } from '../expression'
import { compile, namesOfBehaviour, surfaceComponent, type Compiled } from '../machine'

/** One way in which something on a screen affects something else there. */
export interface Link {
  /** The parts on the screen between which it goes; null is the screen itself. */
  readonly from: Id | null
  readonly to: Id | null
  readonly by: 'message' | 'variable' | 'state'
  /** The message, the variable or the state. */
  readonly name: string
}

/** What one thing on a screen tells and is told, whatever stands inside it included. */
interface Voice {
  readonly part: Id | null
  readonly sends: readonly { readonly message: string; readonly to: 'holder' | 'siblings' | 'everyone' | Id }[]
  readonly hears: ReadonlySet<string>
  readonly sets: ReadonlySet<string>
  readonly reads: ReadonlySet<string>
}

/**
 * Who affects whom on a screen: by messages, by variables of the screen or the whole project, and by putting one
 * another into states. What goes on inside one instance is its own affair. Throws `gone` for a component that is missing.
 */
export function linksOn(project: Project, screen: Screen): readonly Link[] {
  const surface = surfaceComponent(project, { screen: screen.id })
  const own = new Set([...project.variables, ...screen.variables].map(({ name }) => name))
  const voices = [voiceOf(project, null, [surface], own, surface), ...screen.parts.flatMap((part) => partVoice(project, part, own))]
  const links: Link[] = []
  const add = (link: Link) => {
    if (link.from !== link.to && !links.some((each) => each.from === link.from && each.to === link.to && each.by === link.by && each.name === link.name)) links.push(link)
  }
  for (const { part: from, sends, sets } of voices) {
    for (const { part: to, hears, reads } of voices) {
      for (const send of sends) if (hears.has(send.message) && isMeantFor(send.to, from, to)) add({ from, to, by: 'message', name: send.message })
      for (const name of sets) if (reads.has(name)) add({ from, to, by: 'variable', name })
    }
  }
  for (const { actions } of surface.rules) {
    for (const action of actions) if (action.do === 'drive') add({ from: null, to: action.instance, by: 'state', name: stateName(project, screen, action) })
  }
  return links
}

function isMeantFor(recipient: string, from: Id | null, to: Id | null): boolean {
  switch (recipient) {
    case 'everyone':
      return true
    case 'holder':
      return from !== null && to === null
    case 'siblings':
      return from !== null && to !== null
    default:
      return from === null && to === recipient
  }
}

function partVoice(project: Project, part: Part, own: ReadonlySet<string>): readonly Voice[] {
  const id = part.kind === 'instance' || part.kind === 'list' ? part.component : null
  const component = project.components.find((each) => each.id === id)
  const said = [...Object.values(part.base).flatMap((value) => (isExpression(value) ? [value.expr] : [])), ...(part.kind === 'list' ? expressionsOfList(part) : [])]
  const asked = said.flatMap(namesOr).filter((name) => own.has(name))
  if (!component) return asked.length > 0 && part.parent !== null ? [{ part: part.id, sends: [], hears: new Set(), sets: new Set(), reads: new Set(asked) }] : []
  const compiled = compile(project, component)
  const voice = voiceOf(project, part.id, inside(compiled).map((each) => each.component), own, component)
  return [{ ...voice, reads: new Set([...voice.reads, ...asked]) }]
}

/** Everything that is said and heard by components that stand inside one another; only the outermost is a holder's and a sibling's. */
function voiceOf(project: Project, part: Id | null, components: readonly Component[], own: ReadonlySet<string>, outermost: Component): Voice {
  const actions = components.flatMap((component) => component.rules.flatMap((rule) => rule.actions.map((action) => ({ action, component }))))
  const isOwn = (component: Component, name: string) => own.has(name) && (component === outermost && part === null ? true : ![...component.variables, ...component.parameters].some((each) => each.name === name))
  const tied = components.flatMap((component) => component.axes.flatMap(({ boundTo }) => (boundTo !== null && 'variable' in boundTo && isOwn(component, boundTo.variable) ? [boundTo.variable] : [])))
  return {
    part,
    sends: actions.flatMap(({ action, component }) => {
      if (action.do !== 'send') return []
      const { message, recipient } = action
      if (typeof recipient === 'object') return part === null ? [{ message, to: recipient.instance }] : []
      return recipient === 'everyone' || component === outermost ? [{ message, to: recipient }] : []
    }),
    hears: new Set(components.flatMap(({ rules }) => rules.flatMap(({ trigger }) => (trigger.on === 'message' ? [trigger.name] : [])))),
    sets: new Set([...components.flatMap((component) => namesGivenBy(component).filter((name) => isOwn(component, name))), ...tied]),
    reads: new Set([...components.flatMap((component) => (part === null ? namesOfBehaviour(component) : [...compile(project, component).reads]).filter((name) => isOwn(component, name))), ...tied]),
  }
}

const inside = (compiled: Compiled): readonly Compiled[] => [compiled, ...compiled.inner.flatMap(inside)]

function stateName(project: Project, screen: Screen, { instance, axis, state }: { readonly instance: Id; readonly axis: Id; readonly state: Id }): string {
  const part = screen.parts.find(({ id }) => id === instance)
  const component = project.components.find(({ id }) => part?.kind === 'instance' && id === part.component)
  return component?.axes.find(({ id }) => id === axis)?.states.find(({ id }) => id === state)?.name ?? '?'
}
