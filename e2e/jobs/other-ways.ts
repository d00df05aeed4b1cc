import type { BenchHands } from '../harness/bench'
import { expectHandedOverAsItRuns } from './handed-over'
import { expectTypedAsWell } from './typed'

/** Holds what a job has made by hand against the other ways it goes: made once more as text, and handed over. */
export async function expectOtherWaysAsWell(job: string, hands: BenchHands): Promise<void> {
  const { now: made } = await hands.whatWasDone()
  await expectTypedAsWell(job, hands, made)
  await expectHandedOverAsItRuns(job, hands, made)
}
