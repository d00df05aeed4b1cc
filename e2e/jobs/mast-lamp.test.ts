import { test } from '@jest/globals'
import { useApplication } from '../harness/application'
import { expectAsFewAsEver } from './counts'
import { expectOtherWaysAsWell } from './other-ways'
import { expectEveryEditWritten } from './written-edits'

const application = useApplication()

test('job 06, the mast lamp, from an empty project', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.setProperties({ fill: '#5b666b', x: '115', y: '60', width: '10', height: '56' })
  await hands.addPart('ellipse', { fill: '#24506f', y: '12' })
  await hands.addState()
  await hands.setProperty('fill', '#f2c14e')
  await hands.selectPart('box')
  await hands.setProperty('fill', '#8a5a3c')
  await hands.addTrigger('enter')
  await hands.wireAndBack('enter', 'rest', 'over')
  expectAsFewAsEver('06', hands)
  await expectEveryEditWritten(hands)

  await hands.hover('.specimen-picture ellipse')
  await hands.untilSpecimenIs('over')
  const fill = (shape: string) => hands.driver.executeScript<string>(`return document.querySelector('.specimen-picture ${shape}').getAttribute('fill')`)
  await hands.until('both have changed', async () => (await fill('ellipse')) === '#f2c14e' && (await fill('rect')) === '#8a5a3c')
  await hands.hover('.brand')
  await hands.untilSpecimenIs('rest')
  await hands.until('both are as they were', async () => (await fill('ellipse')) === '#24506f' && (await fill('rect')) === '#5b666b')
  await hands.untilFindings('nothing is wrong', (kinds) => kinds.length === 0)
  await expectOtherWaysAsWell('06', hands)
})
