import { describe, expect, it } from '@jest/globals'
import { lexer, parse, walk } from 'css-tree'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, type Axis, type Component, type Look, type Project, type State, type Token } from '@rheoscope/core/document'
import { FORMS, type HandedOver, type Making } from '@rheoscope/core/exchange'

const make = async (component: string, project = skerryLine): Promise<HandedOver> => certain(FORMS.find(({ name }) => name === 'css')).make(project, { of: 'component', id: component }, {} as Making)

const textOf = async (component: string, project = skerryLine): Promise<string> => String((await make(component, project)).files[1]?.content)

/** What a reader of CSS finds wrong with a style sheet: what it cannot read, and values no property of that name can have. */
function faultsIn(text: string): readonly string[] {
  const faults: string[] = []
  const tree = parse(text, { positions: true, parseCustomProperty: true, onParseError: (error) => faults.push(error.message) })
  walk(tree, { visit: 'Declaration', enter: ({ property, value }) => {
    if (property.startsWith('--') || value.type !== 'Value') return
    const { error } = lexer.matchProperty(property, value)
    if (error?.name === 'SyntaxMatchError') faults.push(`${property}: ${error.message}`)
  } })
  return faults
}

describe('a style sheet', () => {
  it.each(skerryLine.components.map(({ id, name }) => [name, id]))('of %s can be read by others', async (_name, id) => {
    expect(faultsIn(await textOf(id))).toEqual([])
  })

  it('has a rule for each look, the transitions of each change of state, and what people have who would rather not see things move', async () => {
    const text = await textOf('ticketButton')
    expect(text).toContain('.ticket-button:where([data-press="down"]) {\n  --scale-x: 0.97;')
    expect(text).toContain('.ticket-button:where([data-press="rest"][data-press-from="down"]) {\n  transition: --scale-x 120ms ease-out 0ms, --scale-y 120ms ease-out 0ms, background-color 120ms ease-out 0ms;')
    const [, reduced] = text.split('@media (prefers-reduced-motion: reduce)')
    expect(reduced).toContain('.ticket-button:where([data-press="rest"][data-press-from="down"]) {\n  transition: background-color 120ms ease-out 0ms;')
  })

  it('says what several axes make of a part together where the rules of each by itself do not come to it', async () => {
    const component = withTwoAxes()
    const text = await textOf('two', { ...skerryLine, components: [component] })
    expect(text).toContain(':where(.two[data-a="on"][data-b="on"]) .two__box {\n  left: 30px;')
  })

  it('has colours that are said by a token as a custom property, once for all', async () => {
    const sea: Token = { id: 'sea', name: 'Deep sea', type: 'colour', value: '#24506f' }
    const two = withTwoAxes()
    const component = { ...two, parts: two.parts.map((part) => (part.id === 'box' ? { ...part, base: { fill: { token: 'sea' } } } : part)) }
    const text = await textOf('two', { ...skerryLine, tokens: [sea], components: [component] })
    expect(text).toContain(':root {\n  /* Deep sea: #24506f */\n  --deep-sea: oklab(')
    expect(text).toMatch(/\.two__box \{[^}]*background-color: var\(--deep-sea\);/)
  })

  it('says what it leaves out at its place and in the list', async () => {
    const { files, leavesOut } = await make('boardingButton')
    const note = 'text of “label” from “done” to “rest” (tap): no CSS goes that way; it changes at once.'
    expect(leavesOut).toContain(note)
    expect(String(files[1]?.content)).toContain(`/* ${note} */`)
  })

  it('is no more than a style sheet whatever things are called', async () => {
    const names = ['</style><script>alert(1)</script>', '*/ body { display: none } /*', '"] { } [x="', '{}', '—']
    const first = skerryLine.components.find(({ id }) => id === 'anchorIcon')
    for (const name of names) {
      const component: Component = { ...certain(first), id: 'odd', name, parts: certain(first).parts.map((part) => ({ ...part, name })), axes: certain(first).axes.map((axis) => ({ ...axis, name, states: axis.states.map((state) => ({ ...state, name })) })) }
      const { files: [page, sheet] } = await make('odd', { ...skerryLine, components: [component] })
      expect(faultsIn(String(sheet?.content))).toEqual([])
      expect(String(page?.content)).not.toContain('<script')
      expect(String(page?.content).match(/<\/style>/g)).toHaveLength(1)
    }
  })
})

/** A box that either of two axes moves, and both together elsewhere. */
function withTwoAxes(): Component {
  const { components: [first] }: Project = skerryLine
  const state = (id: string, look: Look): State => ({ id, name: id.slice(1), hue: 0, final: false, loop: null, look })
  const axis = (id: string): Axis => ({ id, name: id, start: `${id}off`, boundTo: null, states: [state(`${id}off`, {}), state(`${id}on`, { box: { x: 10 } })] })
  return {
    ...certain(first), id: 'two', name: 'Two', rules: [], pairs: [], parameters: [], variables: [], absent: {}, axes: [axis('a'), axis('b')],
    parts: [{ id: 'root', kind: 'container', name: 'frame', parent: null, base: {} }, { id: 'box', kind: 'box', name: 'box', parent: 'root', base: {} }],
    combinations: [{ id: 'both', states: { a: 'aon', b: 'bon' }, look: { box: { x: 30 } } }],
  }
}
