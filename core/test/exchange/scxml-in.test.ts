import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { addComponent, certain, idFrom, isLeading, leadsFrom, statesHeldBy, type Component, type Project, type Rule } from '@rheoscope/core/document'
import { attempt } from '@rheoscope/core/schema'
import { FORMS, scxmlIn, type Making, type ScxmlIn } from '@rheoscope/core/exchange'

let count = 0
const newId = (name: string): string => idFrom(name, String(count++))

const EMPTY: Project = { ...skerryLine, components: [], screens: [], takes: [], promises: [], accepted: [], startScreen: null }

const out = async (component: string, project = skerryLine): Promise<string> => String((await certain(FORMS.find(({ name }) => name === 'scxml')).make(project, { of: 'component', id: component }, {} as Making)).files[0]?.content)

const read = (text: string, project: Project = EMPTY): Promise<ScxmlIn> => scxmlIn(text, project, newId)

/** The document without anything in our namespace. */
const withoutOurs = (text: string): string => text.replaceAll(/<rheo:(\w+)[^>]*?(\/>|>[\s\S]*?<\/rheo:\1>)/g, '').replaceAll(/ (xmlns:)?rheo(:\w+)?="[^"]*"/g, '')

/** Words of a name, however it is written. */
const words = (name: string): string => name.toLowerCase().match(/[a-z0-9]+/g)?.join('-') ?? ''

/** What a rule listens to, as a state chart says it. */
function label(component: Component, { trigger, part, guard }: Rule): string {
  const on = component.parts.find(({ id, parent }) => id === part && parent !== null)
  const kind = trigger.on === 'after' || trigger.on === 'every' ? `${trigger.on} ${trigger.ms}` : trigger.on === 'message' || trigger.on === 'changes' ? `${trigger.on} ${words(trigger.name)}` : 'key' in trigger ? `${trigger.on} ${trigger.key}` : trigger.on
  return `${kind}${on ? ` on ${words(on.name)}` : ''}${guard === null ? '' : ` if ${guard}`}`
}

/** Everything that leads from state to state, with what it listens to; but for what hangs on a hand, which no state chart says. */
const transitions = (component: Component): readonly string[] => component.rules.filter(({ trigger }) => !isLeading(trigger)).filter(({ target }) => target.go !== 'ignored' && target.go !== 'stay' && target.go !== 'back').flatMap((rule) => {
  const axis = component.axes.find(({ id }) => id === rule.axis)!
  const nameOf = (id: string) => `${words(axis.name)}.${words(axis.states.find((state) => state.id === id)!.name)}`
  return statesHeldBy(component, rule).flatMap((state) => leadsFrom(axis, rule, state.id).slice(0, 1).map((to) => `${nameOf(state.id)} –${label(component, rule)}→ ${nameOf(to)}`))
}).toSorted()

describe('a state chart', () => {
  it.each(skerryLine.components.map(({ name, id }) => [name, id]))('that was written here comes in again as it was: %s', async (_name, id) => {
    const component = certain(skerryLine.components.find((each) => each.id === id))
    const { component: back, leftOut } = await read(await out(id), skerryLine)
    expect(leftOut).toEqual([])
    // It stands beside the one it was made of.
    expect(back).toEqual({ ...component, id: back.id, name: `${component.name} 2` })
    expect(attempt(skerryLine, addComponent(back))).not.toBeInstanceOf(Error)
  })

  it.each(skerryLine.components.filter(({ rules }) => rules.some(({ target }) => target.go === 'state')).map(({ name, id }) => [name, id]))('without what is ours is the same system of states and transitions: %s', async (_name, id) => {
    const component = certain(skerryLine.components.find((each) => each.id === id))
    const { component: back } = await read(withoutOurs(await out(id)))
    expect(attempt(EMPTY, addComponent(back))).not.toBeInstanceOf(Error)
    expect(back.axes.map(({ states }) => states.map(({ name }) => words(name)))).toEqual(component.axes.map(({ states }) => states.map(({ name }) => words(name))))
    expect(transitions(back)).toEqual(transitions(component))
  })

  it('that was changed elsewhere is what it says now', async () => {
    const text = (await out('gangwaySwitch')).replaceAll('gangway.down', 'gangway.lowered')
    const { component } = await read(text)
    expect(component.axes[0]?.states.map(({ name }) => name)).toContain('lowered')
  })

  it('of others comes in flat, and what there is nothing for is named one by one', async () => {
    const { component, leftOut } = await read(`<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0" name="Door" initial="shut" datamodel="ecmascript">
      <datamodel><data id="knocks" expr="0"/><data id="guests" expr="[]"/></datamodel>
      <script>alert(1)</script>
      <state id="shut"><onentry><send event="creak" delay="1.5s"/></onentry><transition event="creak" target="open"/><transition event="knock" cond="knocks &lt; 3"><assign location="knocks" expr="knocks + 1"/></transition></state>
      <state id="open" initial="wide"><invoke type="http" src="http://example.org"/><transition event="slam" target="shut"/><transition event="*" target="shut"/>
        <state id="ajar"><transition event="push" target="wide"/></state>
        <state id="wide"><transition event="slam" target="ajar"/></state>
        <history id="before"><transition target="ajar"/></history>
      </state>
      <state id="away"><transition event="home" target="before"/><transition cond="knocks &gt;" target="shut"/></state>
      <final id="gone"/>
    </scxml>`)
    expect(component.name).toBe('Door')
    const [axis] = component.axes
    expect(axis?.states.map(({ name, final }) => [name, final])).toEqual([['shut', false], ['open ▸ ajar', false], ['open ▸ wide', false], ['away', false], ['gone', true]])
    expect(axis?.states.find(({ id }) => id === axis.start)?.name).toBe('shut')
    expect(transitions(component)).toEqual([
      'state.away –message home→ state.open-ajar', 'state.open-ajar –message push→ state.open-wide', 'state.open-ajar –message slam→ state.shut', 'state.open-wide –message slam→ state.open-ajar', 'state.open-wide –message slam→ state.shut', 'state.shut –after 1500→ state.open-wide',
    ])
    // What is said further in is asked first.
    const slams = component.rules.filter(({ trigger }) => trigger.on === 'message' && trigger.name === 'slam').map(({ target }) => target.go === 'state' && axis?.states.find(({ id }) => id === target.state)?.name)
    expect(slams).toEqual(['shut', 'open ▸ ajar', 'shut'])
    expect(component.rules.find(({ guard }) => guard !== null)).toMatchObject({ guard: 'knocks < 3', target: { go: 'stay' }, actions: [{ do: 'set', variable: 'knocks', to: 'knocks + 1' }] })
    expect(leftOut).toEqual(expect.arrayContaining([
      expect.stringContaining('“script”'), expect.stringContaining('“invoke” in state “open”'), expect.stringContaining('history “before”'), expect.stringContaining('data “guests”'), expect.stringContaining('“*” stands for'), expect.stringContaining('“knocks >” cannot be read'),
    ]))
  })

  it('with regions side by side comes in as axes', async () => {
    const { component } = await read('<scxml><parallel><state id="power" initial="off"><state id="on"/><state id="off"><transition event="tap.plate" target="on"/></state></state><state id="pointer"><state id="rest"/><state id="over"/></state></parallel></scxml>')
    expect(component.axes.map(({ name, states }) => [name, states.map((state) => state.name)])).toEqual([['power', ['on', 'off']], ['pointer', ['rest', 'over']]])
    expect(component.rules[0]).toMatchObject({ trigger: { on: 'tap' }, part: component.parts.find(({ name }) => name === 'plate')?.id })
  })

  it.each([
    ['', /not complete XML|not an SCXML/], ['<svg/>', /not an SCXML file: its outermost element is not “scxml”/], ['<scxml><state></scxml>', /line 1/],
    ['<!DOCTYPE scxml [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><scxml name="&b;"/>', /entity/], [`<scxml>${'<state>'.repeat(300)}${'</state>'.repeat(300)}</scxml>`, /levels/], [`<scxml>${'<state/>'.repeat(20_001)}</scxml>`, /more than 20000 elements/],
  ])('that is none, or is more than there is room for, is refused with a sentence: %#', async (text, said) => {
    await expect(read(text)).rejects.toThrow(said)
  })

  it('comes in whatever its states, events and data are called, or is refused', async () => {
    const word = fc.oneof(fc.constantFrom('__proto__', 'constructor', '', ' ', 'tap', 'key.', 'key.a.', 'after', 'message.', 'changes.', '=', '"', 'a.b.c', '▸'), fc.string({ maxLength: 12 }))
    const escaped = (text: string) => text.replace(/[&<>"]/g, ' ').replaceAll(/[^\t\n\r\u0020-\uD7FF]/g, ' ')
    await fc.assert(fc.asyncProperty(word, word, word, word, async (a, b, event, data) => {
      const [from, to, on, id] = [a, b, event, data].map(escaped)
      const { component } = await read(`<scxml name="${from}"><datamodel><data id="${id}" expr="1"/></datamodel><state id="${from}"><onentry><send event="${on}" delay="1s"/></onentry><transition event="${on}" target="${to}"/></state><state id="${to}"/></scxml>`)
      expect(attempt(EMPTY, addComponent(component))).not.toBeInstanceOf(Error)
    }), { numRuns: 200 })
  })
})
