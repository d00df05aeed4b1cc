import { batch, firstOf, holdsIn, inProject, insertInto, isFromUser, setAt, triggerRow, type Axis, type Id, type Rule } from '../../../document'
import type { Offered, Trace } from '../../../run'
import { stateNames, type CheckContext, type ComponentCheck } from '../../ground/context'
import { after, stateIn, type Travelled } from '../../explore'
import type { Finding, Remedy } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** In so many states more than not a trigger has to be answered for its silence in the others to look like an oversight. */
const MOSTLY = 3

/**
 * Cells of the trigger table that someone can get to and nothing answers: the trigger is answered in another
 * state, it comes in this one as well, no rule fires, and it is not marked as nothing on purpose.
 */
export const unanswered: ComponentCheck = {
  name: 'unanswered', scope: 'component', levels: ['note'],
  means: 'a trigger answered elsewhere comes, and nothing answers, and it is not *nothing on purpose*',
  finds: (context) => keysTogether(silences(context).filter(({ isOversight }) => !isOversight)).map(({ finding }) => finding),
}

/** Triggers that are answered in all states but one or two. */
export const someButNotAll: ComponentCheck = {
  name: 'some-but-not-all', scope: 'component', levels: ['note'],
  means: 'the same, where all states but one or two answer',
  finds: (context) => silences(context).filter(({ isOversight }) => isOversight).map(({ finding }) => finding),
}

interface Silence {
  readonly axis: Axis
  readonly isKey: boolean
  readonly isOversight: boolean
  readonly finding: Finding
}

const known = new WeakMap<CheckContext, readonly Silence[]>()

/** Both questions look for the same, once. */
function silences(context: CheckContext): readonly Silence[] {
  const found = known.get(context) ?? silencesIn(context)
  known.set(context, found)
  return found
}

function silencesIn(context: CheckContext): readonly Silence[] {
  const { component, stateSpace, root } = context
  return component.axes.flatMap((axis) => {
    const answering = component.rules.filter((rule) => rule.axis === axis.id && isFromUser(rule.trigger))
    return [...new Set(answering.map(rowOf))].flatMap((row): Silence[] => {
      const rules = answering.filter((rule) => rowOf(rule) === row)
      const { trigger, part } = firstOf(rules)
      const net = stateSpace.closed.axis(root, axis.id)
      const silent = new Map<Id, Travelled>()
      for (const { mark, step } of stateSpace.closed.all('offered')) {
        if (mark.thing !== root || mark.trigger !== trigger.on || mark.part !== part) continue
        const state = stateIn(net, step.from.place.configuration)
        if (!silent.has(state) && !rules.some((rule) => holdsIn(rule, state, axis))) silent.set(state, step)
      }
      const [first] = silent
      if (!first) return []
      const [state, step] = first
      const states = axis.states.filter(({ id }) => silent.has(id)).map(({ id }) => id)
      const answered = axis.states.filter(({ id }) => rules.some((rule) => holdsIn(rule, id, axis)))
      const isOversight = states.length <= 2 && answered.length >= states.length + MOSTLY
      const kind = isOversight ? 'some-but-not-all' : 'unanswered'
      const witness = witnessTo(stateSpace, stateSpace.closed, after(step), { caption: `${trigger.on}, and nothing happens` }, (trace, offered) =>
        offered.some((event) => event.instance === '' && event.trigger === trigger.on && event.part === part && !isAnswered(trace, event, rules)))
      const what = triggerRow(trigger, null)
      return [{
        axis, isKey: trigger.on === 'key' || trigger.on === 'key up', isOversight,
        finding: {
          id: `${kind} ${component.id} ${axis.id} ${row}`, kind, level: 'note',
          sentence: isOversight
            ? `${what} is answered in all states but ${stateNames(axis, states)}.`
            : `${what} has no answer in ${stateNames(axis, states)}, though it can come there.`,
          about: { component: component.id, axis: axis.id, state, states, row },
          remedy: isOversight ? likeTheOthers(context, axis, rules, states) : onPurpose(context, firstOf(rules), states),
          witness, numbers: { cells: states.length, answered: answered.length },
        },
      }]
    })
  })
}

/** The keys of one axis that nothing answers are one finding: that an arrow leads nowhere at the end of a list is mostly meant. */
function keysTogether(silences: readonly Silence[]): readonly Silence[] {
  return silences.flatMap((silence): readonly Silence[] => {
    const alike = silence.isKey ? silences.filter(({ axis, isKey }) => isKey && axis === silence.axis) : [silence]
    if (alike.length === 1) return alike
    if (alike[0] !== silence) return []
    const { finding, axis } = silence
    const rows = alike.flatMap(({ finding: { about } }) => about.row ?? [])
    const states = axis.states.filter(({ id }) => alike.some(({ finding: { about } }) => about.states?.includes(id))).map(({ id }) => id)
    return [{
      ...silence,
      finding: {
        ...finding, id: `unanswered ${finding.about.component} ${axis.id} keys`,
        sentence: `${rows.length} rows of keys have no answer in ${states.length > 1 ? 'some of ' : ''}${stateNames(axis, states)}, though they can come there.`,
        about: { ...finding.about, states, rows },
        remedy: { label: 'Nothing, on purpose', edit: batch(...alike.flatMap(({ finding: { remedy } }) => remedy?.edit ?? [])) },
        numbers: { rows: rows.length, cells: alike.reduce((sum, { finding: { numbers } }) => sum + (numbers.cells ?? 0), 0) },
      },
    }]
  })
}

/** Whether one of the rules fired for an event, before anything else was put in. */
function isAnswered(trace: Trace, { before }: Offered, rules: readonly Rule[]): boolean {
  const next = trace.findIndex((event, index) => index >= before && event.what === 'input')
  return trace.slice(before, next < 0 ? undefined : next).some((event) => event.what === 'fired' && event.instance === '' && rules.some(({ id }) => id === event.rule))
}

const rowOf = (rule: Rule): string => triggerRow(rule.trigger, rule.part)

const onPurpose = ({ component }: CheckContext, like: Rule, states: readonly Id[]): Remedy => ({
  label: 'Nothing, on purpose',
  edit: insertInto(inProject('components', component.id, 'rules'), silence(like, states)),
})

const silence = (like: Rule, states: readonly Id[]): Rule => ({
  ...like, id: `quiet-${like.id}-${states.join('-')}`.slice(0, 63), within: { only: states }, guard: null, actions: [], target: { go: 'ignored' }, motion: null, letThrough: false,
})

/** The answer most of the other states give, in these as well. */
function likeTheOthers({ component }: CheckContext, axis: Axis, rules: readonly Rule[], states: readonly Id[]): Remedy {
  const common = firstOf(rules.toSorted((a, b) => axis.states.filter(({ id }) => holdsIn(b, id, axis)).length - axis.states.filter(({ id }) => holdsIn(a, id, axis)).length))
  const within = 'only' in common.within ? { only: [...common.within.only, ...states] } : { except: common.within.except.filter((id) => !states.includes(id)) }
  return { label: 'Answer as in the others', edit: setAt(inProject('components', component.id, 'rules', common.id, 'within'), within) }
}
