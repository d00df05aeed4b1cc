import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { addPart, addScreen, addState, apply, renamePart, renameProject, RheoError, sameValue, serialise, starterProject, type Component, type Edit, type Project } from '@rheoscope/core/document'
import { attempt, readProject } from '@rheoscope/core/schema'
import { everything } from './everything'
import { hostileEdit } from './hostile-edits'

test.each([['the whole model', everything, 400], ['the demo project', skerryLine, 60]] as const)('whatever is accepted of hostile edits of %s can be read back', (_what, start, runs) => {
  let accepted = 0
  fc.assert(fc.property(fc.array(fc.nat(), { minLength: 12, maxLength: 12 }), (seeds) => {
    let project: Project = start
    for (const seed of seeds) {
      const edit = fc.sample(hostileEdit(project), { numRuns: 1, seed })[0]!
      const after = attempt(project, edit)
      if (after instanceof RheoError) continue
      accepted++
      expect(sameValue(after, apply(project, edit))).toBe(true)
      expect(sameValue(readProject(serialise(after)), JSON.parse(JSON.stringify(after)))).toBe(true)
      project = after
    }
  }), { numRuns: runs / 4 })
  expect(accepted).toBeGreaterThan(runs / 4)
})

const set = (path: readonly string[], to: unknown): Edit => ({ edit: 'set', path, to })
const [button] = skerryLine.components

describe('what no project can be is refused with its place', () => {
  test.each<readonly [string, Edit, string, string]>([
    ['a list that is none', set(['components'], 'gone'), 'invalid', 'components'],
    ['another version', set(['version'], 99), 'invalid', 'version'],
    ['no name', { edit: 'unset', path: ['name'] }, 'invalid', 'name'],
    ['another id', set(['components', 'boardingButton', 'id'], 'other'), 'invalid', 'components/boardingButton/id'],
    ['another kind of part', set(['components', 'boardingButton', 'parts', 'label', 'kind'], 'list'), 'invalid', 'components/boardingButton/parts/label/kind'],
    ['a key nobody knows', set(['components', 'boardingButton', 'colour'], 'red'), 'invalid', 'components/boardingButton/colour'],
    ['promises that are none', set(['promises'], null), 'invalid', 'promises'],
    ['a name of 260 letters', renameProject('x'.repeat(260)), 'invalid', 'name'],
    ['text no database can hold', renameProject('a\0b'), 'invalid', ''],
    ['something of another id', set(['components', 'boardingButton', 'parts', 'label'], { ...button!.parts[1], id: 'other' }), 'invalid', 'components/boardingButton/parts/label/id'],
    ['a screen by the id of a component', addScreen(skerryLine, { ...skerryLine.screens[0]!, id: 'boardingButton', name: 'x' }), 'taken', 'screens/boardingButton'],
    ['a part by the id of another', addPart('boardingButton', { id: 'label', kind: 'box', name: 'x', parent: 'plate', base: {} }), 'taken', 'components/boardingButton/parts/label'],
    ['a name that is taken', renamePart(button!, 'label', 'plate'), 'name-taken', 'components/boardingButton/parts/label/name'],
    ['a state by a name that is taken', addState(button!, button!.axes[0]!, 'new', 'rest', null), 'name-taken', 'components/boardingButton/axes/boarding/states/new/name'],
    ['a start state that is missing', set(['components', 'boardingButton', 'axes', 'boarding', 'start'], 'nowhere'), 'incoherent', 'components/boardingButton/axes/boarding/start'],
    ['a part that holds itself', set(['components', 'boardingButton', 'parts', 'label', 'parent'], 'label'), 'incoherent', 'components/boardingButton/parts/label/parent'],
    ['what is gone', { edit: 'remove', path: ['components', 'nowhere', 'parts'], id: 'x' }, 'gone', 'components/nowhere'],
    ['half of what is wanted', { edit: 'batch', edits: [renameProject('fine'), set(['startScreen'], 7)] }, 'invalid', 'startScreen'],
  ])('%s', (_what, edit, code, place) => {
    expect(attempt(skerryLine, edit)).toMatchObject({ code, place })
  })

  test('the last state of an axis', () => {
    const project = starterProject(((count) => () => `n${count++}`)(0), 'One')
    const [{ id, axes: [axis] }] = project.components as [Component]
    expect(attempt(project, { edit: 'remove', path: ['components', id, 'axes', axis!.id, 'states'], id: axis!.start })).toMatchObject({ code: 'invalid', message: 'The last of these cannot be taken away.' })
  })
})
