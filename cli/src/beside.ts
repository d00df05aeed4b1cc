import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { RheoError, type Project } from '@rheoscope/core/document'
import { picturesBeside, withPicturesBeside, type HandedFile } from '@rheoscope/core/exchange'
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

/** Writes what is handed over: one file where it is wanted or, when that is a folder, under its name; several into a folder. A single text is printed when no place is named. Throws a `RheoError` (`missing`) when one is needed. */
export function writeFiles(files: readonly HandedFile[], out: string | undefined): void {
  const [first, ...others] = files
  if (!first) return
  if (out === undefined) {
    if (others.length > 0 || typeof first.content !== 'string') throw new RheoError('missing', 'out', `It comes to ${files.length === 1 ? 'a file that is no text' : `${files.length} files`}: say where with --out.`)
    process.stdout.write(first.content)
    return
  }
  const isFolder = others.length > 0 || (existsSync(out) && statSync(out).isDirectory())
  if (isFolder) mkdirSync(out, { recursive: true })
  for (const { name, content } of files) writeFileSync(isFolder ? path.join(out, name) : out, content)
}
