import { describe, expect, test } from '@jest/globals'
import { apply, batch, componentOf, invert, newComponent, propertiesOf, RheoError, setProperty, turnInto, type Component, type Edit, type Part, type PartKind, type Project } from '@rheoscope/core/document'
import { skerryLine } from '@rheoscope/core/demo'
import { attempt } from '@rheoscope/core/schema'

const made = (of: Project, edit: Edit): Project => {
  const project = attempt(of, edit)
  if (project instanceof RheoError) throw project
  return project
}

let count = 0
const begun: Component = newComponent(() => `n${count++}`, 'Card')
const [root, box] = begun.parts as readonly [Part, Part]
const state = begun.axes[0]!.states[0]!.id
const project = { ...skerryLine, components: [...skerryLine.components, begun] }

const fresh = (kind: Exclude<PartKind, 'instance' | 'slot' | 'list' | 'field'>): Part => ({ id: 'fresh', name: `a new ${kind}`, kind, parent: root.id, base: {} })

describe('a part that becomes another kind of thing', () => {
  const look = setProperty(begun, { look: 'state', axis: begun.axes[0]!.id, state }, box.id, 'opacity', 0.5)
  const said = componentOf(apply(apply(project, look), setProperty(begun, { look: 'base' }, box.id, 'radiusTopLeft', 6)), begun.id)!
  const now = { ...project, components: [...skerryLine.components, said] }

  test('keeps its place, and what it has of what was said of it', () => {
    const edit = turnInto(said, box.id, { ...fresh('text'), base: { text: 'Text', width: 1 } }, { text: 'Fog' })!
    const turned = componentOf(made(now, edit), begun.id)!
    const part = turned.parts[1]!
    expect([part.id, part.kind, part.name, part.parent]).toEqual([box.id, 'text', 'a new text', root.id])
    const { x, y, width, height, fill } = box.base
    expect(part.base).toEqual({ text: 'Fog', x, y, width, height, fill })
    expect(turned.axes[0]!.states[0]!.look).toEqual({ [box.id]: { opacity: 0.5 } })
    expect(apply(made(now, edit), invert(edit, now))).toEqual(now)
  })

  test('loses in looks what it is not any more', () => {
    const shaped = componentOf(apply(now, batch(setProperty(said, { look: 'state', axis: begun.axes[0]!.id, state }, box.id, 'stroke', '#ffffff'))), begun.id)!
    const turned = componentOf(made({ ...project, components: [...skerryLine.components, shaped] }, turnInto(shaped, box.id, fresh('picture'))!), begun.id)!
    expect(turned.axes[0]!.states[0]!.look).toEqual({ [box.id]: { opacity: 0.5 } })
  })

  test('is what its kind can be, whichever kind becomes which', () => {
    const kinds = ['box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container'] as const
    for (const component of skerryLine.components) {
      for (const [index, part] of component.parts.slice(1).entries()) {
        const kind = kinds[index % kinds.length]!
        const edit = turnInto(component, part.id, fresh(kind))
        if (!edit) continue
        const after = componentOf(made(skerryLine, edit), component.id)!
        const has = new Set<string>(propertiesOf(kind).map(({ name }) => name))
        const words = [after.parts.find(({ id }) => id === part.id)!.base, ...after.axes.flatMap(({ states }) => states.map((each) => each.look[part.id] ?? {}))]
        expect(words.flatMap(Object.keys).filter((name) => !has.has(name))).toEqual([])
      }
    }
  })

  test('stops being written in when it was a field', () => {
    const field: Part = { id: 'field', name: 'Search', kind: 'field', parent: root.id, writes: 'query', accepts: 'query != ""', waitsMs: 200, base: { text: 'Search', height: 20 } }
    const held = { ...begun, parts: [...begun.parts, field] }
    const of = { ...skerryLine, components: [...skerryLine.components, held] }
    const turned = componentOf(made(of, turnInto(held, 'field', fresh('text'))!), begun.id)!.parts.at(-1)!
    expect(turned).toEqual({ id: 'field', name: 'a new text', kind: 'text', parent: root.id, base: { text: 'Search', height: 20 } })
  })

  test('is not the root, nor what stands for a component, nor what holds others', () => {
    expect(turnInto(begun, root.id, fresh('box'))).toBeNull()
    const button = skerryLine.components.find(({ parts }) => parts.some(({ kind }) => kind === 'instance'))!
    expect(turnInto(button, button.parts.find(({ kind }) => kind === 'instance')!.id, fresh('box'))).toBeNull()
    const holding = skerryLine.components.flatMap((component) => component.parts.filter(({ id, parent }) => parent !== null && component.parts.some((each) => each.parent === id)).map((part) => [component, part] as const))[0]!
    expect(turnInto(holding[0], holding[1].id, fresh('box'))).toBeNull()
  })
})
