import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, gt, inArray, isNotNull, isNull, lt, notLike } from 'drizzle-orm'
import { apply, differencesSince, DOCUMENT_VERSION, fieldsOf, invert, LAST_WITHOUT_AUTHORS, migrate, RheoError, type Entry, type Project } from '@rheoscope/core/document'
import { BIN_DAYS, type Appended, type BinnedProject, type ProjectSummary, type StoredHistory, type StoredProject } from '@rheoscope/core/protocol'
import { attempt, mended, mending } from '@rheoscope/core/schema'
import { announceRemoval, announceRevision } from './announcements'
import type { Database, Transaction } from './storage'
import { entries, milestones, projects, snapshots } from './tables'

/** After so many edits a project is written whole, so that opening it stays quick however many there have been. */
const SNAPSHOT_EVERY = 250

const DAY_MS = 86_400_000

/** So many projects are kept at hand in their present form. */
const MOST_AT_HAND = 16

/** Projects in the database: every edit since the first, and snapshots from which to go on. */
export class ProjectStore {
  private readonly atHand = new Map<string, StoredProject>()

  constructor(private readonly database: Database) {}

  async list(): Promise<readonly ProjectSummary[]> {
    const { id, name, revision, changedAt } = projects
    const rows = await this.database.select({ id, name, revision, changedAt }).from(projects).where(isNull(projects.removedAt)).orderBy(desc(changedAt))
    return rows.map((row) => ({ ...row, changedAt: row.changedAt.toISOString() }))
  }

  /** What is in the bin, the last that was put there first. */
  async bin(): Promise<readonly BinnedProject[]> {
    const { id, name, removedAt } = projects
    const rows = await this.database.select({ id, name, removedAt }).from(projects).where(isNotNull(removedAt)).orderBy(desc(removedAt))
    return rows.flatMap((row) => (row.removedAt ? [{ id: row.id, name: row.name, removedAt: row.removedAt.toISOString(), keptUntil: new Date(row.removedAt.getTime() + BIN_DAYS * DAY_MS).toISOString() }] : []))
  }

  /** Stores a project under its own id. Throws `taken` when there is one. */
  async add(project: Project): Promise<StoredProject> {
    const isNew = await this.database.transaction((transaction) => addedIn(transaction, project))
    if (!isNew) throw new RheoError('taken', project.id, 'There already is a project of that id.')
    return { project, revision: 0 }
  }

  /** The project as it is now. Throws `not-found`. */
  load(id: string): Promise<StoredProject> {
    return this.database.transaction(async (transaction) => {
      const stored = await this.current(transaction, id)
      const differs = differencesSince(await lastVersion(transaction, id), stored.project)
      return differs.length > 0 ? { ...stored, differs } : stored
    })
  }

  /** The entries of the log after a revision, the oldest first. Throws `not-found`. */
  log(id: string, after: number): Promise<readonly Entry[]> {
    return this.database.transaction(async (transaction) => {
      await this.current(transaction, id)
      return entriesAfter(transaction, id, after)
    })
  }

  /** The last entries of the log before a revision, the oldest first. Throws `not-found`. */
  history(id: string, before: number, most: number): Promise<StoredHistory> {
    return this.database.transaction(async (transaction) => {
      await this.current(transaction, id)
      const rows = await transaction.select().from(entries).where(and(eq(entries.project, id), lt(entries.revision, before))).orderBy(desc(entries.revision)).limit(most)
      return { entries: rows.toReversed().map(entryOf), from: rows.at(-1)?.revision ?? 0 }
    })
  }

  /**
   * Adds entries made on `base`. They are committed before this resolves; entries that are in the log already are
   * not added again. Throws `not-found`, and what applying or validating throws; then nothing is stored.
   */
  async append(id: string, base: number, added: readonly Entry[]): Promise<Appended> {
    let made: StoredProject | null = null
    const appended = await this.database.transaction(async (transaction): Promise<Appended> => {
      const stored = await this.current(transaction, id)
      const fresh = await this.withoutKnown(transaction, id, added)
      if (fresh.length === 0) return { accepted: true, revision: stored.revision }
      if (base !== stored.revision) return { accepted: false, revision: stored.revision, missed: await entriesAfter(transaction, id, base) }
      const project = applied(stored.project, fresh)
      const revision = stored.revision + fresh.length
      await transaction.insert(entries).values(fresh.map((entry, index) => ({ project: id, revision: base + index + 1, entryId: entry.id, entry })))
      await transaction.update(projects).set({ name: project.name, revision, changedAt: new Date() }).where(eq(projects.id, id))
      const passesSnapshot = Math.floor(revision / SNAPSHOT_EVERY) > Math.floor(base / SNAPSHOT_EVERY)
      if (passesSnapshot) await keepSnapshot(transaction, { project, revision })
      await announceRevision(transaction, id, revision)
      made = { project, revision }
      return { accepted: true, revision }
    })
    // Only what is committed is kept at hand: another process may have come to the same revision with something else.
    if (made) this.keepAtHand(id, made)
    return appended
  }

  /** Puts a project into the bin, from which it can be put back for `BIN_DAYS` days. */
  async remove(id: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      await transaction.update(projects).set({ removedAt: new Date() }).where(and(eq(projects.id, id), isNull(projects.removedAt)))
      await announceRemoval(transaction, id)
    })
    this.atHand.delete(id)
  }

  /** Puts a project back from the bin. Throws `not-found` when there is none of that id, in the bin or out of it. */
  async putBack(id: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const [row] = await transaction.update(projects).set({ removedAt: null }).where(eq(projects.id, id)).returning({ revision: projects.revision })
      if (!row) throw notFound(id)
      await announceRevision(transaction, id, row.revision)
    })
  }

  /** Deletes for good what is in the bin: one project, or all that have been there for `BIN_DAYS` days. */
  async emptyBin(id?: string): Promise<void> {
    const which = id === undefined ? lt(projects.removedAt, new Date(Date.now() - BIN_DAYS * DAY_MS)) : and(eq(projects.id, id), isNotNull(projects.removedAt))
    await this.database.delete(projects).where(which)
  }

  /** Stores a project once in the life of this database: it is marked as done together with it, or neither is. */
  async addOnce(milestone: string, make: () => Promise<Project>): Promise<void> {
    const [reached] = await this.database.select().from(milestones).where(eq(milestones.name, milestone))
    if (reached) return
    const project = await make()
    await this.database.transaction(async (transaction) => {
      const first = await transaction.insert(milestones).values({ name: milestone }).onConflictDoNothing().returning()
      if (first.length > 0) await addedIn(transaction, project)
    })
  }

  private async current(transaction: Transaction, id: string): Promise<StoredProject> {
    const [row] = await transaction.select({ revision: projects.revision, removedAt: projects.removedAt }).from(projects).where(eq(projects.id, id)).for('update')
    if (!row) throw notFound(id)
    if (row.removedAt) throw new RheoError('in-bin', id, 'This project is in the bin. It can be put back from the shelf.')
    const known = this.atHand.get(id)
    if (known?.revision === row.revision) return known
    const start = known && known.revision < row.revision ? known : await snapshotOf(transaction, id)
    const since = await entriesAfter(transaction, id, start.revision)
    const whole = grown(start.project, since)
    const { project, lines } = start === known ? { project: whole, lines: [] } : mended(whole)
    if (lines.length > 0) return keepMended(transaction, { project, revision: row.revision, mended: lines }, whole)
    const stored = { project, revision: row.revision }
    if (start.project.version !== DOCUMENT_VERSION) await keepSnapshot(transaction, stored)
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

const notFound = (id: string): RheoError => new RheoError('not-found', id, 'There is no such project. It may have been removed.')

/** Stores a project with its first snapshot; says whether there was none of its id. */
async function addedIn(transaction: Transaction, project: Project): Promise<boolean> {
  const stored = await transaction.insert(projects).values({ id: project.id, name: project.name, revision: 0 }).onConflictDoNothing().returning({ id: projects.id })
  if (stored.length > 0) await keepSnapshot(transaction, { project, revision: 0 })
  return stored.length > 0
}

async function keepSnapshot(transaction: Transaction, { project, revision }: StoredProject): Promise<void> {
  await transaction.insert(snapshots).values({ project: project.id, revision, version: project.version, document: project }).onConflictDoNothing()
}

/** What the ids of entries begin with that nobody made. */
const MENDED = 'mended-'

/** Puts what it took to open a project into its log, as an edit like any other, and keeps what it has become. */
async function keepMended(transaction: Transaction, { project, revision, mended: lines = [] }: StoredProject, before: Project): Promise<StoredProject> {
  const edit = mending(before, project)
  const entry: Entry = {
    id: `${MENDED}${randomUUID()}`, what: 'do', label: 'mend what did not fit', edit, inverse: invert(edit, before),
    author: { id: 'rheoscope', name: 'Rheoscope' }, madeAt: new Date().toISOString(), version: DOCUMENT_VERSION,
  }
  const stored = { project, revision: revision + 1, mended: lines }
  await transaction.insert(entries).values({ project: project.id, revision: stored.revision, entryId: entry.id, entry })
  await transaction.update(projects).set({ name: project.name, revision: stored.revision }).where(eq(projects.id, project.id))
  await keepSnapshot(transaction, stored)
  await announceRevision(transaction, project.id, stored.revision)
  return stored
}

/** The newest snapshot of a project, of whatever version it is. */
async function snapshotOf(transaction: Transaction, id: string): Promise<StoredProject> {
  const [row] = await transaction.select({ project: snapshots.document, revision: snapshots.revision }).from(snapshots)
    .where(eq(snapshots.project, id)).orderBy(desc(snapshots.revision), desc(snapshots.version)).limit(1)
  if (!row) throw new RheoError('not-found', id, 'There is nothing to open the project from.')
  return row
}

/** The version of the file somebody last worked on a project in. */
async function lastVersion(transaction: Transaction, id: string): Promise<number> {
  const [last] = await transaction.select().from(entries).where(and(eq(entries.project, id), notLike(entries.entryId, `${MENDED}%`))).orderBy(desc(entries.revision)).limit(1)
  if (last) return entryOf(last).version
  const [first] = await transaction.select({ version: snapshots.version }).from(snapshots).where(eq(snapshots.project, id)).orderBy(asc(snapshots.version)).limit(1)
  return first?.version ?? DOCUMENT_VERSION
}

async function entriesAfter(transaction: Transaction, id: string, revision: number): Promise<readonly Entry[]> {
  const rows = await transaction.select().from(entries).where(and(eq(entries.project, id), gt(entries.revision, revision))).orderBy(asc(entries.revision))
  return rows.map(entryOf)
}

/** Entries of before there were authors say nothing of them, and are of the version of then. */
const entryOf = ({ entry, madeAt }: typeof entries.$inferSelect): Entry =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- an entry is held against its shape before it is stored
  ({ author: { id: 'unknown', name: 'Somebody' }, madeAt: madeAt.toISOString(), version: LAST_WITHOUT_AUTHORS, ...fieldsOf(entry) }) as Entry

/** A document after entries that were accepted, each made on one of its own version; of the present version in the end. */
function grown(document: Project, since: readonly Entry[]): Project {
  return brought(since.reduce((now, { edit, version }) => apply(brought(now, version), edit), document))
}

/** A document that was accepted, brought to a later version. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what was accepted stays a project from version to version
const brought = (document: Project, version: number = DOCUMENT_VERSION): Project => (document.version < version ? (migrate({ ...document }, version) as Project) : document)

/** The project after some entries, each of which leaves it a valid one. Throws what `attempt` says of the first that cannot be made. */
const applied = (project: Project, added: readonly Entry[]): Project =>
  added.reduce((now, { edit, version, label }) => {
    if (version !== DOCUMENT_VERSION) throw new RheoError('migrated', 'version', `“${label}” was made with another version of Rheoscope. Reload the page.`)
    const next = attempt(now, edit)
    if (next instanceof RheoError) throw next
    return next
  }, project)
