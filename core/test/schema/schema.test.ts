import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { Ajv2020 } from 'ajv/dist/2020.js'
import fc from 'fast-check'
import { apply, DOCUMENT_VERSION, Project, serialise, type Edit } from '@rheoscope/core/document'
import { EditShape, EntryShape, projectJsonSchema, readProject, validated } from '@rheoscope/core/schema'
import { skerryLine } from '@rheoscope/core/demo'
import { anyEdit } from '../document/any-edit'
import { signed } from '../document/made'
import { everything } from './everything'
import { changedAt, pathsIn } from './places'

const published = path.resolve(import.meta.dirname, '../../../docs/project-file.schema.json')

describe('the schema', () => {
  test.each([['the demo project', skerryLine], ['a project that uses the whole model', everything]])('takes in %s, from its file', (_what, project) => {
    expect(readProject(serialise(project))).toEqual(project)
  })

  test.each<[string, (project: Project) => unknown, RegExp]>([
    ['an unknown property', (project) => ({ ...project, colour: 'red' }), /colour/],
    ['a part without a name', (project) => without(project, ['components', 'boardingButton', 'parts', 'label', 'name']), /components\/0\/parts/],
    ['a state twice', (project) => {
      const { axes } = project.components[0]!
      return apply(project, set(['components', 'boardingButton', 'axes'], [{ ...axes[0]!, states: [...axes[0]!.states, axes[0]!.states[0]!] }]))
    }, /states/],
    ['a negative time', (project) => apply(project, set(['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], -5)), /trigger/],
    ['a start state that is missing', (project) => apply(project, set(['components', 'boardingButton', 'axes', 'boarding', 'start'], 'nowhere')), /does not have/],
    ['a rule that leads nowhere', (project) => apply(project, set(['components', 'boardingButton', 'rules', 'finish', 'target'], { go: 'state', state: 'nowhere' })), /missing/],
    ['a part that holds itself', (project) => apply(project, set(['components', 'boardingButton', 'parts', 'label', 'parent'], 'label')), /holds itself/],
  ])('refuses %s and names the place', (_what, broken, sentence) => {
    expect(() => readProject(JSON.stringify(broken(skerryLine)))).toThrow(sentence)
  })

  test('takes in every edit and entry', () => {
    fc.assert(fc.property(anyEdit(skerryLine), (edit) => {
      expect(() => validated(EditShape, edit, 'it')).not.toThrow()
      expect(() => validated(EntryShape, { ...signed('entry-0001'), what: 'do', label: 'x', edit, inverse: edit, version: DOCUMENT_VERSION }, 'it')).not.toThrow()
    }))
  })
})

describe('the published JSON Schema', () => {
  const validate = new Ajv2020({ strict: false }).compile(projectJsonSchema())

  test('is the one in the documentation', () => {
    expect(JSON.parse(readFileSync(published, 'utf8'))).toEqual(projectJsonSchema())
  })

  test('takes in what the schema takes in', () => {
    for (const project of [skerryLine, everything]) {
      validate(project)
      expect(validate.errors).toBeNull()
    }
  })

  test('agrees with the schema on projects with one thing set to something else', () => {
    const fields = pathsIn(everything)
    const wrong = fc.constantFrom<unknown>(null, -1, 'nonsense!', true, [], {}, 1e9)
    fc.assert(fc.property(fc.constantFrom(...fields), wrong, (at, to) => {
      const changed = changedAt(everything, at, to)
      const isValid = Project.joi.validate(changed, { convert: false }).error === undefined
      expect({ at, to, isValid: validate(changed) }).toEqual({ at, to, isValid })
    }), { numRuns: 400 })
  })
})

const set = (at: readonly string[], to: unknown): Edit => ({ edit: 'set', path: at, to })
const without = (project: Project, at: readonly string[]): unknown => apply(project, { edit: 'unset', path: at })
