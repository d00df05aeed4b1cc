import { and, asc, desc, eq, gt, inArray } from 'drizzle-orm'
import { apply, migrate, RheoError, touches, type Appended, type Entry, type Project, type ProjectSummary, type StoredProject } from '@rheoscope/core/document'
import { requireValid } from '@rheoscope/core/schema'
import type { Database } from './database'
import { entries, milestones, projects } from './tables'

/** After so many edits a project is written whole, so that opening it stays quick. */
const SNAPSHOT_EVERY = 100

/** So many projects are kept at hand in their present form. */
const MOST_AT_HAND = 16

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Projects in the database: a snapshot each, and every edit since the first. */
export class ProjectStore {
  private readonly atHand = new Map<string, StoredProject>()

  constructor(private readonly database: Database) {}

  async list(): Promise<readonly ProjectSummary[]> {
    const { id, name, revision, changedAt } = projects
    const rows = await this.database.select({ id, name, revision, changedAt }).from(projects).orderBy(desc(changedAt))
    return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
  }

  /** Stores a project under its own id. Throws `taken` when there is one. */
  async add(project: Project): Promise<StoredProject> {
    const stored = await this.database
      .insert(projects)
      .values(rowOf(project))
      .onConflictDoNothing()
      .returning({ id: projects.id })
    if (stored.length === 0) throw new RheoError('taken', project.id, 'There already is a project of that id.')
    return { project, revision: 0 }
  }

  /** The project as it is now. Throws `not-found`. */
  load(id: string): Promise<StoredProject> {
    return this.database.transaction((transaction) => this.current(transaction, id))
  }

  /** The entries of the log after a revision, the oldest first. Throws `not-found`. */
  log(id: string, after: number): Promise<readonly Entry[]> {
    return this.database.transaction(async (transaction) => {
      await this.current(transaction, id)
      return entriesAfter(transaction, id, after)
    })
  }

  /**
   * Adds entries made on `base`. They are committed before this resolves; entries that are in the log already are
   * not added again. Throws `not-found`, and what applying or validating throws; then nothing is stored.
   */
  append(id: string, base: number, added: readonly Entry[]): Promise<Appended> {
    return this.database.transaction(async (transaction): Promise<Appended> => {
      const stored = await this.current(transaction, id)
      const fresh = await this.withoutKnown(transaction, id, added)
      if (fresh.length === 0) return { accepted: true, revision: stored.revision }
      if (base !== stored.revision) return { accepted: false, revision: stored.revision, missed: await entriesAfter(transaction, id, base) }
      const project = applied(stored.project, fresh)
      const revision = stored.revision + fresh.length
      await transaction.insert(entries).values(fresh.map((entry, index) => ({ project: id, revision: base + index + 1, entryId: entry.id, entry })))
      const passesSnapshot = Math.floor(revision / SNAPSHOT_EVERY) > Math.floor(base / SNAPSHOT_EVERY)
      await transaction
        .update(projects)
        .set({ name: project.name, revision, changedAt: new Date(), ...(passesSnapshot ? { snapshot: project, snapshotRevision: revision } : {}) })
        .where(eq(projects.id, id))
      this.keepAtHand(id, { project, revision })
      return { accepted: true, revision }
    })
  }

  async remove(id: string): Promise<void> {
    await this.database.delete(projects).where(eq(projects.id, id))
    this.atHand.delete(id)
  }

  /** Stores a project once in the life of this database: it is marked as done together with it, or neither is. */
  async addOnce(milestone: string, make: () => Promise<Project>): Promise<void> {
    const [reached] = await this.database.select().from(milestones).where(eq(milestones.name, milestone))
    if (reached) return
    const project = await make()
    await this.database.transaction(async (transaction) => {
      const first = await transaction.insert(milestones).values({ name: milestone }).onConflictDoNothing().returning()
      if (first.length > 0) await transaction.insert(projects).values(rowOf(project)).onConflictDoNothing()
    })
  }

  private async current(transaction: Transaction, id: string): Promise<StoredProject> {
    const [row] = await transaction.select({ revision: projects.revision }).from(projects).where(eq(projects.id, id)).for('update')
    if (!row) throw new RheoError('not-found', id, 'There is no such project. It may have been removed.')
    const known = this.atHand.get(id)
    if (known?.revision === row.revision) return known
    const start = known && known.revision < row.revision ? known : await snapshotOf(transaction, id)
    const since = await entriesAfter(transaction, id, start.revision)
    const stored = { project: since.reduce((project, { edit }) => apply(project, edit), start.project), revision: row.revision }
    this.keepAtHand(id, stored)
    return stored
  }

  private async withoutKnown(transaction: Transaction, id: string, added: readonly Entry[]): Promise<readonly Entry[]> {
    const known = await transaction
      .select({ entryId: entries.entryId })
      .from(entries)
      .where(and(eq(entries.project, id), inArray(entries.entryId, added.map((entry) => entry.id))))
    const ids = new Set(known.map(({ entryId }) => entryId))
    return added.filter((entry) => !ids.has(entry.id))
  }

  private keepAtHand(id: string, stored: StoredProject): void {
    this.atHand.delete(id)
    this.atHand.set(id, stored)
    const [oldest] = this.atHand.keys()
    if (this.atHand.size > MOST_AT_HAND && oldest !== undefined) this.atHand.delete(oldest)
  }
}

const rowOf = (project: Project) => ({ id: project.id, name: project.name, revision: 0, snapshot: project, snapshotRevision: 0 })

async function snapshotOf(transaction: Transaction, id: string): Promise<StoredProject> {
  const [row] = await transaction.select({ project: projects.snapshot, revision: projects.snapshotRevision }).from(projects).where(eq(projects.id, id))
  return { ...row!, project: migrate({ ...row!.project }) as Project }
}

async function entriesAfter(transaction: Transaction, id: string, revision: number): Promise<readonly Entry[]> {
  const rows = await transaction
    .select({ entry: entries.entry })
    .from(entries)
    .where(and(eq(entries.project, id), gt(entries.revision, revision)))
    .orderBy(asc(entries.revision))
  return rows.map(({ entry }) => entry)
}

function applied(project: Project, added: readonly Entry[]): Project {
  try {
    let current = project
    const touched = new Set<string>()
    for (const { edit } of added) {
      current = apply(current, edit)
      for (const thing of touches(edit)) touched.add(thing)
    }
    requireValid(current, touched)
    return current
  } catch (error) {
    // Whatever an edit makes of a project that these cannot go through is no project.
    if (error instanceof TypeError || error instanceof RangeError) throw new RheoError('invalid', 'entries', 'The edits make something of the project that is no project.')
    throw error
  }
}
