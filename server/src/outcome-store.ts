import { desc, eq } from 'drizzle-orm'
import type { TakeOutcome } from '@rheoscope/core/run'
import type { Database } from './storage'
import { takeOutcomes } from './tables'

/** What takes came to, with the revision of the project they were played on. */
export class OutcomeStore {
  constructor(private readonly database: Database) {}

  /** Keeps outcomes; one of the same take on the same revision is replaced. Throws what the database says of a project that is gone. */
  async keep(project: string, outcomes: readonly TakeOutcome[]): Promise<void> {
    for (const outcome of outcomes) {
      const { take, revision } = outcome
      await this.database
        .insert(takeOutcomes)
        .values({ project, take, revision, outcome })
        .onConflictDoUpdate({ target: [takeOutcomes.project, takeOutcomes.take, takeOutcomes.revision], set: { outcome, playedAt: new Date() } })
    }
  }

  /** For each take the outcome on the newest revision it was played on. */
  async latest(project: string): Promise<readonly TakeOutcome[]> {
    const rows = await this.database
      .selectDistinctOn([takeOutcomes.take], { outcome: takeOutcomes.outcome })
      .from(takeOutcomes)
      .where(eq(takeOutcomes.project, project))
      .orderBy(takeOutcomes.take, desc(takeOutcomes.revision))
    return rows.map(({ outcome }) => outcome)
  }
}
