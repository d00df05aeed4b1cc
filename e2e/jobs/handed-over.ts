import { expect } from '@jest/globals'
import type { Project, Take } from '@rheoscope/core/document'
import { compareMotions, compareRests } from '../harness/compared-css'
import { canBeDriven, differencesIn, walksIn } from '../harness/driven-take'
import type { Hands } from '../harness/hands'

/** The jobs whose result is handed over each day; all of them where all are tried. */
const EACH_DAY: readonly string[] = ['06', '10', '16']

/** Each component and screen while nobody does anything. */
const leftAlone = ({ components, screens }: Project): readonly Take[] =>
  [...components.map(({ id, name }) => ({ name, surface: { component: id } })), ...screens.map(({ id, name }) => ({ name, surface: { screen: id } }))]
    .map(({ name, surface }): Take => ({ id: 'alone', name: `${name}, left alone`, surface, inputs: [], endsAtMs: 2000, expectations: [], reducedMotion: false }))

/** Holds what a job has made, as a page, as elements and as style sheets in Chromium, against the run: on the ways through every rule. */
export async function expectHandedOverAsItRuns(job: string, hands: Hands, made: Project): Promise<void> {
  if (process.env.RHEOSCOPE_JOBS !== 'all' && !EACH_DAY.includes(job)) return
  const wrong: unknown[] = []
  const walks = [...leftAlone(made), ...walksIn(made)].filter(canBeDriven)
  for (const take of walks) {
    for (const as of 'component' in take.surface ? ['page', 'element'] as const : ['page'] as const) {
      const differences = await differencesIn(hands, made, take, as)
      if (differences.length > 0) wrong.push({ take: take.name, as, differences })
    }
  }
  let values = 0
  for (const component of made.components) {
    for (const compared of [await compareMotions(hands, made, component), await compareRests(hands, made, component)]) {
      values += compared.values
      wrong.push(...compared.wrong)
    }
  }
  process.stdout.write(`job ${job} handed over: ${walks.length} ways, ${values} values of CSS\n`)
  expect(wrong).toEqual([])
}
