import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ProjectChecker } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { addToScreen, apply, certain, componentOf, instanceFor, newScreen, RheoError, screenOf, screenRule, type Edit, type Id, type Project } from '@rheoscope/core/document'

/** `npm run test:long` tries more. */
const RUNS = Number(process.env.RHEOSCOPE_EDITED ?? 2)

const USED: readonly Id[] = ['boardingButton', 'spinnerRing', 'ticketButton', 'ticketIcon', 'gangwaySwitch', 'mastLamp']

/** Two screens that lead to one another, each with some of the components on it. */
function begun(): Project {
  const components = USED.map((id) => certain(componentOf(skerryLine, id)))
  const empty: Project = { ...skerryLine, components, screens: [], takes: [], promises: [], accepted: [], startScreen: null, variables: [{ id: 'shared', name: 'shared', type: 'yes/no', start: false }] }
  const screens = (['one', 'two'] as const).map((id, index) => {
    const made = { ...newScreen(() => `${id}-ground`, id, 'phone'), id }
    const parts = USED.filter((_each, place) => place % 2 === index || place === 4).map((component, place) => instanceFor(empty, made, component, `${id}-${component}`, { x: 20, y: 20 + place * 120 }))
    const goes = { ...screenRule(`${id}-goes`, { on: 'tap' }, `${id}-ground`), actions: [{ id: `${id}-to`, do: 'go to screen' as const, screen: index === 0 ? 'two' : 'one', motion: null }] }
    return { ...made, parts: [...made.parts, ...parts], rules: [goes] }
  })
  return { ...empty, screens }
}

const set = (path: readonly string[], to: unknown): Edit => ({ edit: 'set', path, to })

/** Edits of every sort that something elsewhere may follow from; those that do not fit any more are passed over. */
const edits: fc.Arbitrary<(project: Project) => Edit> = fc.oneof(
  fc.integer({ min: 50, max: 3000 }).map((ms) => () => set(['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], ms)),
  fc.integer({ min: 0, max: 400 }).map((x) => (project: Project) => set(['components', 'gangwaySwitch', 'parts', certain(certain(componentOf(project, 'gangwaySwitch')).parts[1]).id, 'base', 'x'], x)),
  fc.constantFrom('ticketIcon', 'spinnerRing', '').map((filler) => (project: Project) => set(['components', 'ticketButton', 'parameters', certain(certain(componentOf(project, 'ticketButton')).parameters.find(({ type }) => type === 'slot')).id, 'initial'], filler)),
  fc.constantFrom('one', 'two').chain((screen) => fc.constantFrom(...USED).map((component) => (project: Project) => addToScreen(screen, instanceFor(project, certain(screenOf(project, screen)), component, `${screen}-more-${component}`, { x: 200, y: 300 })))),
  fc.constantFrom('one', 'two').map((screen) => () => set(['screens', screen, 'rules', `${screen}-goes`, 'actions'], [{ id: 'sets', do: 'set', variable: 'shared', to: '!shared' }])),
  fc.constant(() => set(['components', 'mastLamp', 'rules', certain(certain(componentOf(skerryLine, 'mastLamp')).rules[0]).id, 'guard'], 'shared')),
  fc.constantFrom('spinnerRing', 'ticketIcon').map((id) => () => ({ edit: 'remove' as const, path: ['components'], id })),
  fc.boolean().map((starts) => (project: Project) => {
    const part = certain(certain(screenOf(project, 'one')).parts.find((each) => each.kind === 'instance' && each.component === 'gangwaySwitch'))
    const axis = certain(certain(componentOf(project, 'gangwaySwitch')).axes[0])
    return set(['screens', 'one', 'parts', part.id, 'start'], starts ? { [axis.id]: certain(axis.states.at(-1)).id } : {})
  }),
)

function edited(project: Project, edit: (project: Project) => Edit): Project {
  try {
    return apply(project, edit(project))
  } catch (error) {
    if (error instanceof RheoError || (error instanceof Error && error.message.startsWith('There is no such'))) return project
    throw error
  }
}

test('what is found after some edits is what is found of the same project from scratch', () => {
  fc.assert(fc.property(fc.array(edits, { minLength: 1, maxLength: 3 }), (some) => {
    const checker = new ProjectChecker()
    let project = begun()
    checker.check(project)
    for (const edit of some) {
      project = edited(project, edit)
      const scratch: Project = JSON.parse(JSON.stringify(project)) as Project
      expect(checker.check(project)).toEqual(new ProjectChecker().check(scratch))
    }
  }), { numRuns: RUNS })
})
