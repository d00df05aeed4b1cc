import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { Project } from '@rheoscope/core/document'
import { picturesBeside, withPicturesBeside } from '@rheoscope/core/exchange'
import { writtenOf } from './written-of'

/** The text of a file, with the pictures in it that lie beside it. */
export function textIn(file: string): string {
  const beside = (name: string) => path.join(path.dirname(file), name)
  return withPicturesBeside(readFileSync(file, 'utf8'), (name) => (existsSync(beside(name)) ? readFileSync(beside(name), 'base64') : undefined))
}

/** Writes a project, or one component of it, into a file in its written form, and its pictures into files beside it. */
export function writeBeside(file: string, project: Project, component: string | undefined): void {
  const { project: written, files } = picturesBeside(project)
  writeFileSync(file, writtenOf(written, component))
  if (component === undefined) for (const { name, data } of files) writeFileSync(path.join(path.dirname(file), name), data, 'base64')
}
