import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { compareMotions, compareRests } from '../harness/compared-css'
import { useApplication } from '../harness/application'

const application = useApplication()

test('on its way from state to state, what the style sheet moves is in Chromium what the run shows', async () => {
  const hands = application.hands()
  let [lanes, left, lasting, values] = [0, 0, 0, 0]
  const wrong: string[] = []
  for (const component of skerryLine.components) {
    const compared = await compareMotions(hands, skerryLine, component)
    lanes += compared.lanes
    left += compared.left
    lasting += compared.lasting
    values += compared.values
    wrong.push(...compared.wrong)
  }
  console.log(`css: ${lanes - left} of ${lanes} lanes and ${lasting} lasting motions compared, ${values} values, ${wrong.length} differ`)
  expect(wrong).toEqual([])
  expect((lanes - left) / lanes).toBeGreaterThanOrEqual(0.8)
})

test('at rest, parts are in Chromium where they are here and like what they are here, in states of several axes too', async () => {
  const hands = application.hands()
  let values = 0
  const wrong: string[] = []
  for (const component of skerryLine.components) {
    const compared = await compareRests(hands, skerryLine, component)
    values += compared.values
    wrong.push(...compared.wrong)
  }
  console.log(`css at rest: ${values} values, ${wrong.length} differ`)
  expect(wrong).toEqual([])
})
