import { holdsIn, isFromUser, triggerRow, type Id, type Rule } from '../document'
import type { Trace } from '../run'
import { stateName, type Check } from './context'
import type { Finding } from './finding'
import type { Offer } from './walk'
import { confirmed, witnessOf, type Offered } from './witness'

/**
 * Cells of the response table that someone can get to and nothing answers: the trigger is answered in another
 * state, it was seen to come in this one, no rule fired, and it is not marked as nothing on purpose.
 */
export const unanswered: Check = ({ project, component, walk }) =>
  component.axes.flatMap((axis, index) => {
    const answering = component.rules.filter((rule) => rule.axis === axis.id && isFromUser(rule.trigger))
    return [...new Set(answering.map(rowOf))].flatMap((row): Finding[] => {
      const rules = answering.filter((rule) => rowOf(rule) === row)
      const { trigger, part } = rules[0]!
      const offered = walk.offers.filter((offer) => offer.trigger === trigger.on && offer.part === part)
      const silent = new Map<Id, Offer>()
      for (const offer of offered) {
        const state = offer.states[index]!
        if (!silent.has(state) && !rules.some((rule) => holdsIn(rule, state))) silent.set(state, offer)
      }
      const [first] = silent
      if (!first) return []
      const [state, offer] = first
      const witness = confirmed(project, witnessOf(component.id, offer.in, offer.atMs, `${trigger.on}, and nothing happens`), (trace, replayed) =>
        replayed.some((event) => event.trigger === trigger.on && event.part === part && !isAnswered(trace, event, rules)))
      const states = axis.states.filter(({ id }) => silent.has(id)).map(({ id }) => id)
      return [{
        id: `unanswered ${component.id} ${axis.id} ${row}`,
        kind: 'unanswered', level: 'note',
        sentence: `${trigger.on} has no answer in ${states.map((id) => stateName(axis, id)).join(', ')}, though it can come there.`,
        about: { component: component.id, axis: axis.id, state, states, row },
        remedy: {
          label: 'Nothing, on purpose',
          edit: { edit: 'insert', path: ['components', component.id, 'rules'], before: null, item: silence(rules[0]!, states) },
        },
        witness, numbers: { cells: states.length },
      }]
    })
  })

/** Whether one of the rules fired for an event, before anything else was put in. */
function isAnswered(trace: Trace, { before }: Offered, rules: readonly Rule[]): boolean {
  const next = trace.findIndex((event, index) => index >= before && event.what === 'input')
  return trace.slice(before, next < 0 ? undefined : next).some((event) => event.what === 'fired' && event.instance === '' && rules.some(({ id }) => id === event.rule))
}

const rowOf = (rule: Rule): string => triggerRow(rule.trigger, rule.part)

const silence = (like: Rule, states: readonly Id[]): Rule => ({
  ...like, id: `quiet-${like.id}-${states.join('-')}`.slice(0, 63), within: { only: states }, guard: null, actions: [], target: { go: 'nothing' }, motion: null, letThrough: false,
})
