import { expect, test } from '@jest/globals'
import { allOf, ProjectChecker, type Finding } from '@rheoscope/core/check'
import { chanceIn, drawList, play, shownFocus, startRun, type Run, type Trace } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import type { Project } from '@rheoscope/core/document'
import { EXAMPLES } from './examples'

interface Shown {
  readonly finding: Finding
  readonly project: Project
  /** The run as it is at the instant to be looked at, and what has happened by then. */
  readonly run: Run
  readonly trace: Trace
  readonly atMs: number
}

const stateIn = (run: Run): string => run.instances.get('')!.states[0]!

const hasFired = (trace: Trace, rule: string | undefined): boolean => trace.some((event) => event.what === 'fired' && event.rule === rule)

const opacityOf = (run: Run, part: string): number => Number(itemOf(drawList(run), '', part)!.values.opacity)

/** What has to be so in the replay of a fault's witness, from what the finding says, not from how it was found. */
const SHOWS: Readonly<Record<string, (shown: Shown) => boolean>> = {
  'state-unreachable': ({ finding, trace }) => !trace.some((event) => event.what === 'state' && event.to === finding.about.state),
  'no-way-out': ({ finding, run }) => run.instances.get('')!.states.includes(finding.about.state!),
  'rule-never-fires': ({ finding, trace }) => !hasFired(trace, finding.about.rule),
  'endless-immediate-loop': ({ trace, run, atMs }) => run.loop.isStopped && trace.filter((event) => event.what === 'fired' && event.atMs === atMs).length > 10,
  'rules-compete': ({ finding, trace, project }) => {
    const [first] = project.components[0]!.rules
    return hasFired(trace, first!.id) && !hasFired(trace, finding.about.rule)
  },
  'never-completes': ({ finding, trace, atMs }) => {
    const entered = trace.findLast((event) => event.what === 'state' && event.to === finding.about.state)!
    const left = trace.findLast((event) => event.what === 'state' && event.from === finding.about.state)!
    return left.atMs === atMs && left.atMs - entered.atMs === finding.numbers.afterMs && finding.numbers.afterMs! < finding.numbers.needsMs!
  },
  flashes: ({ finding, run }) => stateIn(run) === finding.about.state && itemOf(drawList(run), '', 'box') !== undefined,
  'hidden-takes-input': ({ finding, trace }) => hasFired(trace, finding.about.rule),
  covered: ({ finding, trace }) => trace.some((event) => event.what === 'input' && event.input.do === 'release') && !hasFired(trace, finding.about.rule),
  'disabled-answers': ({ finding, trace, run }) => hasFired(trace, finding.about.rule) && stateIn(run) !== finding.about.state,
  'focus-leads-away': ({ trace }) => trace.some((event) => event.what === 'input' && event.input.do === 'key') && trace.every((event) => event.what !== 'input' || event.input.do === 'key'),
  'focus-invisible': ({ finding, run }) => shownFocus(run)?.part === finding.about.part && opacityOf(run, finding.about.part!) === 0,
  'focus-trapped': ({ finding, trace, run }) => hasFired(trace, finding.about.rule) && shownFocus(run)?.part === finding.about.part,
  'no-keyboard-way': ({ finding, trace }) => hasFired(trace, finding.about.rule) && trace.every((event) => event.what !== 'input' || event.input.do !== 'key'),
  'two-hands-on-one': ({ trace }) => {
    const changes = trace.filter((event) => event.what === 'variable')
    return changes.length === 2 && changes[0]!.atMs === changes[1]!.atMs
  },
  'list-stays-empty': ({ finding, run }) => [...run.instances.keys()].every((path) => !path.startsWith(`${finding.about.part!}:`)),
  'promise-broken': ({ run }) => ['port', 'starboard'].every((instance) => run.instances.get(instance)!.states[0] === 'on'),
}

test('the witness of every fault, replayed, shows the fault', () => {
  const seen = new Set<string>()
  for (const { has: project } of EXAMPLES) {
    for (const finding of allOf(new ProjectChecker().check(project))) {
      const { witness, kind } = finding
      if (finding.level !== 'fault' || !witness) continue
      const run = startRun(project, witness.surface, chanceIn(witness))
      play(run, witness.inputs, witness.lookAtMs)
      expect([finding.id, SHOWS[kind]?.({ finding, project, run, trace: run.trace, atMs: witness.lookAtMs })]).toEqual([finding.id, true])
      seen.add(kind)
    }
  }
  expect([...seen].toSorted()).toEqual(Object.keys(SHOWS).toSorted())
})
