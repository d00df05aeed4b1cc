import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { scxmlInto } from '../src/scxml-into'

test('a state chart comes into a project as a component, with what does not come along', async () => {
  const { project, changes, leftOut } = await scxmlInto(skerryLine, '<scxml name="Hatch"><script/><state id="shut"><transition event="tap" target="open"/></state><state id="open"/></scxml>')
  expect(project.components.at(-1)).toMatchObject({ name: 'Hatch', axes: [{ states: [{ name: 'shut' }, { name: 'open' }] }] })
  expect([changes, leftOut]).toEqual([['“Hatch” is new'], ['“script” in “scxml”: there is nothing here that does it.']])
  await expect(scxmlInto(skerryLine, '<svg/>')).rejects.toThrow('This is not an SCXML file')
})
