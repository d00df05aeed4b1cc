import { certain, inProject, removeFrom, theOne, triggerRow, type Id, type Rule } from '../../../document'
import { keptAt } from '../../../machine'
import type { PrototypeCheck } from '../../ground/context'
import type { Node, Thing } from '../../explore'
import type { Finding, Witness } from '../../model/finding'
import { firstShown, prototypeContext, surfacesOf, type PrototypeContext } from '../../ground/prototype'
import { witnessTo } from '../../ground/witness'

/** Screens and overlays that rules lead to from the start, and that nobody ever comes to, because those rules never fire. */
export const neverCome: PrototypeCheck = {
  name: 'screen-unreachable', scope: 'prototype', levels: ['fault'],
  means: 'rules lead there from the start, and none of them ever fires',
  finds: (project, options) => {
    const context = prototypeContext(project, options)
    if (!context || !context.navigation.closed.isFinished) return []
    const { closed } = context.navigation
    return surfacesOf(context).filter((surface) => !firstShown(closed, surface)).map((surface): Finding => {
      const { screen, kind } = certain(surface.shown)
      const { name } = theOne(project.screens, ({ id }) => id === screen)
      const leading = rulesTo(context, screen)
      return {
        id: `${kind}-unreachable ${screen}`, kind: `${kind}-unreachable`, level: 'fault',
        sentence: `Nobody can reach the ${kind} “${name}” from the start: ${leading.length === 1 ? 'the rule that leads there never fires' : `the ${leading.length} rules that lead there never fire`}${why(context, leading)}.`,
        about: { screen }, remedy: null,
        witness: tourOfScreens(context, 'every screen that comes, and this one never does', (trace) => !trace.some((event) => event.what === 'surface' && event.screen === screen)),
        numbers: { rules: leading.length },
      }
    })
  },
}

/** Rules of screens one can come to from the start that never fire, whatever anybody does. */
export const screenRulesNeverFire: PrototypeCheck = {
  name: 'rule-never-fires', scope: 'prototype', levels: ['fault', 'note'],
  means: 'a rule of a screen one can come to never fires from the start',
  finds: (project, options) => {
    const context = prototypeContext(project, options)
    if (!context || !context.navigation.closed.isFinished) return []
    const { closed } = context.navigation
    const fired = new Set(closed.all('fired').map(({ mark }) => `${mark.thing.path} ${mark.rule.id}`))
    return surfacesOf(context).flatMap((surface): readonly Finding[] => {
      const screen = theOne(project.screens, ({ id }) => id === surface.shown?.screen)
      if (!firstShown(closed, surface)) return []
      return screen.rules.filter((rule) => canCome(rule) && !fired.has(`${surface.path} ${rule.id}`)).map((rule): Finding => {
        const isElsewhere = (screen.entryPoints ?? []).length > 0
        return {
          id: `rule-never-fires ${screen.id} ${rule.id}`, kind: 'rule-never-fires', level: isElsewhere ? 'note' : 'fault',
          sentence: `On “${screen.name}”, the rule on ${rule.trigger.on} never fires from the start${why(context, [{ thing: surface, rule }])}${isElsewhere ? '; by another way in it may' : ''}.`,
          about: { screen: screen.id, rule: rule.id, row: triggerRow(rule.trigger, rule.part), ...(rule.part === null ? {} : { part: rule.part }) },
          remedy: { label: 'Remove the rule', edit: removeFrom(inProject('screens', screen.id, 'rules'), rule.id) },
          witness: tourOfScreens(context, 'whatever happens, this rule never answers', (trace) => !trace.some((event) => event.what === 'fired' && event.instance === surface.path && event.rule === rule.id)),
          numbers: {},
        }
      })
    })
  },
}

/** That the way through the whole prototype could not be followed to its end. */
export const wholeNotFinished: PrototypeCheck = {
  name: 'not-finished', scope: 'prototype', levels: ['note'],
  means: 'the prototype was not followed to its end',
  finds: (project, options) => {
    const facts = prototypeContext(project, options)?.navigation.closed
    if (!facts || facts.isFinished) return []
    const { seen } = facts.explored
    return [{
      id: 'not-finished', kind: 'not-finished', level: 'note',
      sentence: `What one can come to from the start could not be looked at to the end: ${seen.toLocaleString('en')} configurations were seen. No screen is called unreachable for it.`,
      about: {}, remedy: null, witness: null, numbers: { seen },
    }]
  },
}

interface Leading {
  readonly thing: Thing
  readonly rule: Rule
}

function rulesTo({ things }: PrototypeContext, screen: Id): readonly Leading[] {
  const found = things.flatMap((thing) => thing.compiled.component.rules.filter(({ actions, target }) => target.go !== 'ignored' && actions.some((action) => 'screen' in action && action.do !== 'close overlay' && action.screen === screen)).map((rule) => ({ thing, rule })))
  return found.filter(({ rule }, index) => found.findIndex((other) => other.rule.id === rule.id) === index)
}

/** Whether what a rule waits for is something explorations bring about. */
const canCome = ({ target, trigger }: Rule): boolean => target.go !== 'ignored' && !(trigger.on === 'changes' && /^(pointer|wheel|scroll|pinch)\./.test(trigger.name))

/** What keeps rules from firing, in words, as far as one reason does for all. */
function why(context: PrototypeContext, leading: readonly Leading[]): string {
  const [first] = leading
  if (!first || leading.length > 1) return ''
  const { rule, thing } = first
  const { trigger } = rule
  if (trigger.on === 'message' && !isSent(context, trigger.name)) return `: nobody sends “${trigger.name}”`
  if (rule.guard !== null) return `: its condition ${rule.guard} is never true there`
  const part = thing.compiled.component.parts.find(({ id }) => id === rule.part)
  return part ? `: ${trigger.on} on “${part.name}” never comes to it` : ': what it waits for never comes there'
}

const isSent = ({ things }: PrototypeContext, message: string): boolean =>
  things.some(({ compiled: { component } }) => component.rules.some(({ actions }) => actions.some((action) => action.do === 'send' && action.message === message)))

/** The way on which most screens come without starting over, where its replay shows what it is said to. */
function tourOfScreens({ navigation }: PrototypeContext, caption: string, shows: Parameters<typeof witnessTo>[4]): Witness | null {
  const { closed } = navigation
  const items = [...closed.network.items.values()].filter(({ thing }) => thing.shown !== null)
  const seen = new Map<Node, ReadonlySet<number>>()
  let longest = certain(closed.explored.nodes[0])
  for (const node of closed.explored.nodes) {
    const here = items.filter(({ at }) => keptAt(node.place.configuration, at) !== 0).map(({ index }) => index)
    const visited = new Set([...(node.before ? (seen.get(node.before) ?? []) : []), ...here])
    seen.set(node, visited)
    if (visited.size > (seen.get(longest)?.size ?? 0)) longest = node
  }
  return witnessTo(navigation, closed, longest, { caption }, shows)
}
