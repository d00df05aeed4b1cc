import { expect } from '@jest/globals'
import { apply, serialise, type Project } from '@rheoscope/core/document'
import { readWritten, writtenProject } from '@rheoscope/core/written'
import type { BenchHands } from '../harness/bench'

/** Holds the project after each edit of a job to its written form: read in again it is the same, and written again the same text. */
export async function expectEveryEditWritten(hands: BenchHands): Promise<void> {
  const { began, edits, now } = await hands.whatWasDone()
  let project: Project = began
  for (const edit of edits) {
    project = apply(project, edit)
    const text = writtenProject(project)
    const read = readWritten(text)
    expect({ problems: read.problems, project: read.project }).toEqual({ problems: [], project })
    expect(writtenProject(read.project)).toBe(text)
  }
  expect(serialise(project)).toBe(serialise(now))
}
