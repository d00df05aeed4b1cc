/** Built for the page by the tests: plays every take of a project with the code of this build. */
import type { Project } from '@rheoscope/core/document'
import { playTake } from '@rheoscope/core/run'

const play = (project: Project): readonly string[] => project.takes.map((take) => JSON.stringify(playTake(project, take).trace))

Object.assign(globalThis, { playTakes: play })
