import { customType, integer, jsonb, pgTable, primaryKey, text, timestamp, uniqueIndex } from 'drizzle-orm/pg-core'
import type { Entry, Project } from '@rheoscope/core/document'
import type { CompleteCheck } from '@rheoscope/core/check'
import type { TakeOutcome } from '@rheoscope/core/run'

/** The projects there are, and how far each has come. What is in the bin has a time at which it was put there. */
export const projects = pgTable('projects', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull(),
  changedAt: timestamp('changed_at', { withTimezone: true }).notNull().defaultNow(),
  removedAt: timestamp('removed_at', { withTimezone: true }),
})

/** Projects as they were at some revisions; the entries after the newest bring it up to date. None is ever overwritten. */
export const snapshots = pgTable(
  'snapshots',
  {
    project: text('project').notNull().references(() => projects.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    /** The version of the document model it is of. */
    version: integer('version').notNull(),
    document: jsonb('document').$type<Project>().notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.project, table.revision, table.version] })],
)

/** The log of a project. An entry is stored once, however often it is sent. */
export const entries = pgTable(
  'entries',
  {
    project: text('project').notNull().references(() => projects.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    entryId: text('entry_id').notNull(),
    entry: jsonb('entry').$type<Entry>().notNull(),
    madeAt: timestamp('made_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.project, table.revision] }), uniqueIndex('entries_once').on(table.project, table.entryId)],
)

/** What each take came to when it was last played, with the revision it was played on. */
export const takeOutcomes = pgTable(
  'take_outcomes',
  {
    project: text('project').notNull().references(() => projects.id, { onDelete: 'cascade' }),
    take: text('take').notNull(),
    revision: integer('revision').notNull(),
    outcome: jsonb('outcome').$type<TakeOutcome>().notNull(),
    playedAt: timestamp('played_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.project, table.take, table.revision] })],
)

/** What complete checks of a project came to, with the revisions they were made on. */
export const checkResults = pgTable(
  'check_results',
  {
    project: text('project').notNull().references(() => projects.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    result: jsonb('result').$type<CompleteCheck>().notNull(),
    finishedAt: timestamp('finished_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.project, table.revision] })],
)

const bytea = customType<{ data: Uint8Array }>({ dataType: () => 'bytea' })

/** The bytes of pictures, by an id made from them; the same picture is stored once for all projects. */
export const assets = pgTable('assets', {
  id: text('id').primaryKey(),
  mediaType: text('media_type').notNull(),
  content: bytea('content').notNull(),
})

/** What has been done to this database once and for all. */
export const milestones = pgTable('milestones', {
  name: text('name').primaryKey(),
  reachedAt: timestamp('reached_at', { withTimezone: true }).notNull().defaultNow(),
})
