import { createHash } from 'node:crypto'
import { createReadStream, renameSync, rmSync } from 'node:fs'
import { open } from 'node:fs/promises'
import { createInterface } from 'node:readline'
import { Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { asc, count, getTableName, sql } from 'drizzle-orm'
import { fieldsOf, messageOf, RheoError } from '@rheoscope/core/document'
import { choice, integer, kinds, object, text } from '@rheoscope/core/shape'
import { validated } from '@rheoscope/core/schema'
import { newestMigration, rowsOf } from './known-schema'
import type { Database, Transaction } from './storage'
import { assets, checkResults, entries, milestones, projects, snapshots, takeOutcomes } from './tables'

const FORMAT = 'rheoscope-backup'
const VERSION = 1

/** So many pictures are read at once. */
const PAGE = 20

/** What belongs to a project, with what its rows are in the order of. */
const OF_PROJECT = [[snapshots, ['revision', 'version']], [entries, ['revision']], [takeOutcomes, ['take', 'revision']], [checkResults, ['revision']]] as const

/** What belongs to none. A picture is stored before a project refers to it, and so is there when it is read after it. */
const SHARED = [[assets, 'id'], [milestones, 'name']] as const

const TABLES = [projects, ...[...OF_PROJECT, ...SHARED].map(([table]) => table)].map(getTableName)

const Header = object({ format: choice(FORMAT), version: integer(1, 10_000), madeAt: text(40), schema: integer(0, Number.MAX_SAFE_INTEGER) })
const Footer = object({ kind: choice('end'), rows: integer(0, Number.MAX_SAFE_INTEGER), sha256: text(64) })
const Row = object({ kind: choice('row'), table: choice(...TABLES), row: text(Number.MAX_SAFE_INTEGER) })
const Line = kinds('kind', Row, Footer)

/**
 * Writes everything there is in a database, as gzipped lines of JSON: what it is a backup of, the rows of one table after the
 * other, and how many these were with the SHA-256 of all lines before. Each project is as it was at one instant; people may go
 * on working. Rows are kept as PostgreSQL writes them (`to_jsonb`), so that they come back the same into either kind of database.
 */
export async function writeBackup(database: Database, to: Writable): Promise<void> {
  await pipeline(Readable.from(summed(linesOf(database))), createGzip(), to)
}

/** Writes a backup to a file, which is there only once it is complete. `write` writes it to a stream. Throws what `readBackup` throws, and when it cannot be written. */
export async function keepBackup(file: string, write: (to: Writable) => Promise<void>): Promise<number> {
  const unfinished = `${file}.unfinished`
  try {
    const handle = await open(unfinished, 'w')
    await write(handle.createWriteStream())
    const rows = await readBackup(unfinished, () => Promise.resolve())
    renameSync(unfinished, file)
    return rows
  } catch (error) {
    rmSync(unfinished, { force: true })
    throw error
  }
}

/**
 * Puts everything a backup holds into a database in which there is nothing yet; all of it or nothing. Gives the number of
 * rows. Throws a `RheoError`: `not-empty`, or what `readBackup` throws.
 */
export async function restoreBackup(database: Database, file: string, newest: number): Promise<number> {
  await readBackup(file, () => Promise.resolve(), newest)
  return database.transaction(async (transaction) => {
    const [there] = await transaction.select({ many: count() }).from(projects)
    if (there && there.many > 0) throw new RheoError('not-empty', 'projects', `There are ${there.many} projects here already. Name a folder or a database in which there is nothing yet.`)
    return readBackup(file, (table, row) => insertRow(transaction, table, row), newest)
  })
}

/**
 * Reads a backup row by row. Gives the number of rows. Throws a `RheoError`: `not-a-backup`, `too-new` or `damaged`, the last
 * only after what stands before the damage has been read.
 */
export async function readBackup(file: string, take: (table: string, row: string) => Promise<void>, newest = Infinity): Promise<number> {
  const sum = createHash('sha256')
  let rows = 0
  let isBegun = false
  for await (const line of linesIn(file)) {
    if (!isBegun) requireHeader(line, newest)
    else {
      const said = parsedLine(line)
      if (said.kind === 'end') {
        if (said.rows !== rows || said.sha256 !== sum.digest('hex')) throw damaged(file)
        return rows
      }
      rows++
      await take(said.table, said.row)
    }
    isBegun = true
    sum.update(`${line}\n`)
  }
  throw isBegun ? damaged(file) : notABackup(file)
}

/** The lines of a gzipped file, as far as it can be read. Throws `not-a-backup` when it cannot be opened. */
async function* linesIn(file: string): AsyncGenerator<string> {
  const text = createGunzip()
  // What goes wrong is told to whoever reads the lines.
  pipeline(createReadStream(file), text).catch(() => undefined)
  try {
    yield* createInterface({ input: text, crlfDelay: Infinity })
  } catch (error) {
    if (!String(fieldsOf(error).code).startsWith('Z_')) throw notABackup(file)
  }
}

const damaged = (file: string) => new RheoError('damaged', file, `The backup ${file} is damaged or not complete. Nothing was restored from it.`)
const notABackup = (file: string) => new RheoError('not-a-backup', file, `${file} is not a backup of Rheoscope, or cannot be read.`)

function requireHeader(line: string, newest: number): void {
  const { version, schema } = validated(Header, parsed(line), 'The backup')
  if (version > VERSION || schema > newest) throw new RheoError('too-new', 'version', 'The backup was made by a newer Rheoscope. Restore it with that one.')
}

const parsedLine = (line: string) => validated(Line, parsed(line), 'The backup')

function parsed(line: string): unknown {
  try {
    return JSON.parse(line)
  } catch (error) {
    throw new RheoError('damaged', 'backup', `The backup is damaged: ${messageOf(error)}.`)
  }
}

/** The lines, and in the end how many rows they were with their sum. */
async function* summed(lines: AsyncIterable<string>): AsyncGenerator<string> {
  const sum = createHash('sha256')
  let rows = -1
  for await (const line of lines) {
    rows++
    sum.update(line)
    yield line
  }
  yield `${JSON.stringify({ kind: 'end', rows, sha256: sum.digest('hex') })}\n`
}

async function* linesOf(database: Database): AsyncGenerator<string> {
  yield `${JSON.stringify({ format: FORMAT, version: VERSION, madeAt: new Date().toISOString(), schema: await newestMigration(database) })}\n`
  for (const { id } of await database.select({ id: projects.id }).from(projects).orderBy(asc(projects.id))) {
    // Read whole before it is written, so that nobody waits for a slow disk.
    yield* await database.transaction((transaction) => linesOfProject(transaction, id), { isolationLevel: 'repeatable read', accessMode: 'read only' })
  }
  for (const [table, key] of SHARED) yield* linesOfShared(database, getTableName(table), key)
}

async function linesOfProject(transaction: Transaction, id: string): Promise<readonly string[]> {
  const [project] = await rowsOf<{ row: string }>(transaction, sql`select to_jsonb(t)::text as row from projects t where id = ${id}`)
  if (!project) return []
  const lines = [lineOf('projects', project.row)]
  for (const [table, order] of OF_PROJECT) {
    const name = getTableName(table)
    const rows = await rowsOf<{ row: string }>(transaction, sql`select to_jsonb(t)::text as row from ${sql.identifier(name)} t where project = ${id} order by ${columns(order)}`)
    lines.push(...rows.map(({ row }) => lineOf(name, row)))
  }
  return lines
}

async function* linesOfShared(database: Database, table: string, key: string): AsyncGenerator<string> {
  for (let last: string | undefined = ''; last !== undefined;) {
    const rows: readonly { readonly row: string; readonly key: string }[] = await rowsOf(database, sql`
      select to_jsonb(t)::text as row, ${sql.identifier(key)} as key from ${sql.identifier(table)} t where ${sql.identifier(key)} > ${last} order by ${sql.identifier(key)} limit ${PAGE}`)
    yield* rows.map(({ row }) => lineOf(table, row))
    last = rows.at(-1)?.key
  }
}

const columns = (names: readonly string[]) => sql.join(names.map((name) => sql.identifier(name)), sql`, `)

/** A row as a text inside a line: what PostgreSQL wrote comes back to it byte by byte, numbers included. */
const lineOf = (table: string, row: string): string => `${JSON.stringify({ kind: 'row', table, row })}\n`

/** Puts in the columns a row has; others have what is usual. */
async function insertRow(transaction: Transaction, table: string, row: string): Promise<void> {
  const names = columns(Object.keys(JSON.parse(row)))
  await transaction.execute(sql`insert into ${sql.identifier(table)} (${names}) select ${names} from jsonb_populate_record(null::${sql.identifier(table)}, ${row}::jsonb)`)
}
