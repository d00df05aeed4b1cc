/** Built for the page by the tests: plays every take of the demo project with the code of this build. */
import { skerryLine } from '@rheoscope/core/demo'
import { playTake } from '@rheoscope/core/run'

const play = (): readonly string[] => skerryLine.takes.map((take) => JSON.stringify(playTake(skerryLine, take).trace))

Object.assign(globalThis, { playDemoTakes: play })
