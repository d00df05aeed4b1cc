import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { openedText } from '@rheoscope/core/exchange'
import { textIn, writeBeside } from '../src/beside'
import { writtenOf } from '../src/written-of'

test('a project is written whole, or one component by its name or id', () => {
  expect(writtenOf(skerryLine, undefined)).toMatch(/^project "Skerry Line", starts on Home, id skerryLine\n/)
  expect(writtenOf(skerryLine, 'Mast lamp')).toMatch(/^component "Mast lamp"\n/)
  expect(writtenOf(skerryLine, 'mastLamp')).toBe(writtenOf(skerryLine, 'Mast lamp'))
  expect(() => writtenOf(skerryLine, 'Anchor chain')).toThrow('There is no component called “Anchor chain”: Boarding button, ')
})

test('what one component says goes into a project', () => {
  const text = writtenOf(skerryLine, 'Mast lamp').replaceAll('lit', 'burning')
  const { project } = openedText(text, skerryLine)
  expect(project.components.find(({ id }) => id === 'mastLamp')?.axes[0]?.states.map(({ id, name }) => [id, name])).toEqual([['dark', 'dark'], ['lit', 'burning']])
  expect(project.components).toHaveLength(skerryLine.components.length)
})

test('pictures lie beside the file, and are in it again when it is read', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-beside-'))
  const file = path.join(folder, 'ferry.rheo')
  writeBeside(file, skerryLine, undefined)
  expect(readdirSync(folder)).toHaveLength(1 + skerryLine.assets.length)
  expect(openedText(textIn(file)).project).toEqual(skerryLine)
  readdirSync(folder).forEach((name) => { if (name.endsWith('.svg')) rmSync(path.join(folder, name)) })
  expect(openedText(textIn(file)).project.assets).toEqual(skerryLine.assets.map(({ data: _data, ...asset }) => asset))
  rmSync(folder, { recursive: true })
})
