import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import {
  addPart, addState, apply, batch, invert, merge, parseFile, removePart, removeState, sameValue, serialise, setProperty, setPropertyEverywhere, touchedBy,
  type Edit, type Project,
} from '@rheoscope/core/document'
import { anyEdit, anyEditOf, anyJson } from './any-edit'

const button = skerryLine.components[0]!
const axis = button.axes[0]!
/** What is quick to make any edit of. */
const few: Project = { ...skerryLine, components: skerryLine.components.slice(0, 2), screens: skerryLine.screens.slice(0, 1), takes: [] }

describe('edits', () => {
  test.each(['set', 'unset', 'insert', 'remove', 'move', 'batch'] as const)('%s: applying its inverse after it gives the project back', (kind) => {
    fc.assert(fc.property(anyEditOf(kind, skerryLine), (edit) => {
      const after = apply(skerryLine, edit)
      expect(sameValue(apply(after, invert(edit, skerryLine)), skerryLine)).toBe(true)
    }), { numRuns: 200 })
  })

  test('a run of edits is taken back by their inverses in reverse', () => {
    fc.assert(fc.property(fc.array(fc.nat(), { minLength: 1, maxLength: 12 }), (seeds) => {
      const inverses: Edit[] = []
      let project: Project = few
      for (const seed of seeds) {
        const edit = fc.sample(anyEdit(project), { numRuns: 1, seed })[0]!
        inverses.unshift(invert(edit, project))
        project = apply(project, edit)
      }
      expect(sameValue(inverses.reduce(apply, project), few)).toBe(true)
    }), { numRuns: 60 })
  })

  test('merged edits do what the two do one after the other', () => {
    fc.assert(fc.property(anyEditOf('set', skerryLine), anyJson, (edit, to) => {
      const second = { ...edit, to } as Edit
      const both = merge(edit, second)
      expect(sameValue(both && apply(skerryLine, both), apply(apply(skerryLine, edit), second))).toBe(true)
    }))
  })

  test('edits survive being written as JSON', () => {
    fc.assert(fc.property(anyEdit(skerryLine), (edit) => {
      expect(sameValue(apply(skerryLine, JSON.parse(JSON.stringify(edit)) as Edit), apply(skerryLine, edit))).toBe(true)
    }))
  })

  test('whatever an edit does not touch stays the very same object', () => {
    const edit = setProperty(button, { look: 'base' }, 'plate', 'fill', '#000000')
    const after = apply(skerryLine, edit)
    expect(after.components[1]).toBe(skerryLine.components[1])
    expect(after.components[0]!.rules).toBe(button.rules)
    expect(touchedBy(edit)).toEqual([['components', 'boardingButton', 'parts', 'plate', 'base', 'fill']])
  })

  test('an edit about something that is gone says so and changes nothing', () => {
    const edit = setProperty(button, { look: 'base' }, 'plate', 'fill', '#000000')
    const without = apply(skerryLine, { edit: 'remove', path: ['components'], id: 'boardingButton' })
    expect(() => apply(without, edit)).toThrow(/no longer there/)
  })

  test('putting in what is there already is refused', () => {
    expect(() => apply(skerryLine, addPart(button.id, button.parts[1]!))).toThrow(/already is a “label”/)
  })
})

describe('edits of looks', () => {
  test('the first word of a look about a part and the next ones are kept apart from the base', () => {
    const place = { look: 'state', axis: axis.id, state: 'rest' } as const
    const once = apply(skerryLine, setProperty(button, place, 'label', 'opacity', 0.5))
    const twice = apply(once, setProperty(once.components[0]!, place, 'label', 'x', 4))
    expect(twice.components[0]!.axes[0]!.states[0]!.look).toEqual({ label: { opacity: 0.5, x: 4 } })
    expect(twice.components[0]!.parts).toBe(button.parts)
  })

  test('said in all looks, no state says otherwise any more', () => {
    const after = apply(skerryLine, setPropertyEverywhere(button, 'plate', 'fill', '#111111')).components[0]!
    expect(after.parts[0]!.base.fill).toBe('#111111')
    expect(after.axes[0]!.states.map(({ look }) => look.plate?.fill)).toEqual([undefined, undefined, undefined, undefined])
  })

  test('a new state is a copy of the selected one, in a colour of its own', () => {
    const added = apply(skerryLine, addState(button, axis, 'new', 'again', axis.states[2]!)).components[0]!.axes[0]!.states.at(-1)!
    expect(added.look).toEqual(axis.states[2]!.look)
    expect(added.hue).toBe(4)
  })

  test('a state leaves with the rules that need it, and not without a successor to start in', () => {
    const after = apply(skerryLine, removeState(button, axis, 'rest')!).components[0]!
    expect(after.axes[0]!.start).toBe('over')
    expect(after.rules.map(({ id }) => id)).not.toContain('unhover')
    expect(after.rules.find(({ id }) => id === 'board')!.within).toEqual({ only: ['over'] })
    const alone = skerryLine.components[1]!
    const one = { ...alone.axes[0]!, states: alone.axes[0]!.states.slice(0, 1) }
    expect(removeState(alone, one, one.start)).toBeNull()
  })

  test('a part leaves with everything said about it', () => {
    const after = apply(skerryLine, batch(removePart(button, 'ring'))).components[0]!
    expect(JSON.stringify(after.axes)).not.toContain('"ring"')
    expect(after.parts.map(({ id }) => id)).toEqual(['plate', 'label', 'tick'])
  })
})

describe('the project file', () => {
  test('what is written is read back', () => {
    fc.assert(fc.property(anyEdit(skerryLine), (edit) => {
      const project = apply(skerryLine, edit)
      expect(sameValue(parseFile(serialise(project)).content, JSON.parse(JSON.stringify(project)))).toBe(true)
    }))
  })

  test('differs in the lines that changed and no others', () => {
    const before = serialise(skerryLine).split('\n')
    const after = serialise(apply(skerryLine, setProperty(button, { look: 'base' }, 'plate', 'fill', '#000000'))).split('\n')
    expect(after.filter((line, index) => line !== before[index])).toEqual(['            "fill": "#000000",'])
  })

  test.each([
    ['half of it', serialise(skerryLine).slice(0, 900), /not complete JSON/],
    ['a picture', '{"type":"picture"}', /not a Rheoscope project/],
    ['a file from the future', serialise({ ...skerryLine, version: 9 as never }), /newer Rheoscope \(version 9/],
    ['no version', '{"format":"rheoscope"}', /which version/],
  ])('%s is refused with a sentence', (_what, text, sentence) => {
    expect(() => parseFile(text)).toThrow(sentence)
  })
})
