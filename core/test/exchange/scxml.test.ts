import { describe, expect, it } from '@jest/globals'
import { SaxesParser } from 'saxes'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, certain, leadsFrom, renameComponent, slug, statesHeldBy, type Component } from '@rheoscope/core/document'
import { FORMS, type HandedOver, type Making } from '@rheoscope/core/exchange'

const make = async (component: string, project = skerryLine): Promise<HandedOver> => certain(FORMS.find(({ name }) => name === 'scxml')).make(project, { of: 'component', id: component }, {} as Making)

interface Read {
  readonly ids: readonly string[]
  readonly initial: readonly string[]
  readonly targets: readonly string[]
  /** Of each transition the state it is in, its event, and where it leads. */
  readonly transitions: readonly (readonly [from: string, event: string, to: string | undefined])[]
  readonly sent: ReadonlySet<string>
}

/** What a reader of XML finds in a state chart. */
function read(text: string): Read {
  const parser = new SaxesParser({ xmlns: true })
  const states: string[] = []
  const found = { ids: [] as string[], initial: [] as string[], targets: [] as string[], transitions: [] as [string, string, string | undefined][], sent: new Set<string>() }
  parser.on('error', (error) => { throw error })
  parser.on('opentag', ({ local, attributes }) => {
    const said = (name: string) => attributes[name]?.value
    if (local === 'state') states.push(said('id')!)
    if (local === 'state') found.ids.push(said('id')!)
    if (said('initial') !== undefined) found.initial.push(said('initial')!)
    if (local === 'send') found.sent.add(said('event')!)
    if (local !== 'transition') return
    if (said('target') !== undefined) found.targets.push(said('target')!)
    found.transitions.push([states.at(-1)!, said('event')!, said('target')])
  })
  parser.on('closetag', ({ local }) => { if (local === 'state') states.pop() })
  parser.write(text).close()
  return found
}

/** Every way from state to state that the document has; by chance only to the first. */
function ways(component: Component): readonly string[] {
  return component.rules.filter(({ target }) => target.go !== 'ignored').flatMap((rule) => {
    const axis = component.axes.find(({ id }) => id === rule.axis)!
    const nameOf = (id: string) => `${slug(axis.name)}.${slug(axis.states.find((state) => state.id === id)!.name)}`
    return statesHeldBy(component, rule).flatMap((state) => leadsFrom(axis, rule, state.id).slice(0, 1).map((to) => `${nameOf(state.id)} → ${nameOf(to)}`))
  }).toSorted()
}

describe('a state chart', () => {
  it.each(skerryLine.components.map((component) => [component.name, component] as const))('of %s leads from state to state as the component does, and refers to nothing that is not there', async (_name, component) => {
    const { ids, initial, targets, transitions, sent } = read(String((await make(component.id)).files[0]?.content))
    expect(new Set(ids).size).toBe(ids.length)
    for (const id of [...initial, ...targets]) expect(ids).toContain(id)
    // Timers are sent where they count.
    for (const [, event] of transitions) if (/^(after|every)\./.test(event)) expect(sent).toContain(event)
    expect(transitions.flatMap(([from, , to]) => (to === undefined ? [] : [`${from} → ${to}`])).toSorted()).toEqual(ways(component))
  })

  it('says triggers as events, timers as delayed ones, conditions and variables; looks beside them', async () => {
    const { files, leavesOut } = await make('tideTable')
    const text = String(files[0]?.content)
    for (const said of ['<data id="tries" expr="0"/>', '<transition event="tap.ask" cond="tries &lt; 3"', '<assign location="tries" expr="tries + 1"/>', 'delay="200ms"', '<cancel sendid="after.tides.loading.', '<rheo:look>track: opacity 1</rheo:look>', 'rheo:motion="160 ms ease-out"']) expect(text).toContain(said)
    expect(leavesOut).toContain('“after 200 to 4000”: it comes some time until 4000 ms; here always after the least.')
  })

  it('is XML whatever things are called', async () => {
    const project = apply(skerryLine, renameComponent('boardingButton', ']]> "&<x/>'))
    expect(read(String((await make('boardingButton', project)).files[0]?.content)).ids).toHaveLength(5)
  })
})
