import { apply, doing, historyOf, messageOf, rebase, recordEntry, redoing, RheoError, undoing, type Author, type Edit, type Entry, type History, type Lost, type Project, type Signature } from '@rheoscope/core/document'
import type { Appended, StoredHistory } from '@rheoscope/core/protocol'
import { attempt } from '@rheoscope/core/schema'
import type { KeptEntries } from './kept-entries'
import { isPassing, mishapOf, type SetAside } from './sending'

/** What a session needs of the server; anything that speaks this will do. */
export interface ProjectServer {
  append(base: number, entries: readonly Entry[]): Promise<Appended>
  log(after: number): Promise<readonly Entry[]>
  /** The last entries before a revision. */
  history(before: number): Promise<StoredHistory>
}

/** Where edits are: stored, on their way, or kept here because the server is away, has trouble, or no longer has the project. */
export type Connection = 'saved' | 'saving' | 'unreachable' | 'failing' | 'removed'

export interface SessionState {
  /** As it is shown: with whatever is being previewed. */
  readonly project: Project
  /** As it is stored, or will be: what edits are made of. */
  readonly document: Project
  readonly history: History
  /** There is more of the log than `history` knows, so that there may be more to undo. */
  readonly hasEarlier: boolean
  readonly connection: Connection
  /** Edits that are kept in this browser and not on the server yet. */
  readonly unsaved: number
  /** Edits that the server could not store and that have been taken out; they can be tried again. */
  readonly setAside: readonly SetAside[]
  /** A sentence for the person at work; null when there is nothing to say. */
  readonly notice: string | null
}

interface Options {
  readonly project: Project
  readonly revision: number
  /** What it took to open the project. */
  readonly mended?: readonly string[]
  /** What it does otherwise than when it was last worked on. */
  readonly differs?: readonly string[]
  /** The end of the log. */
  readonly history: StoredHistory
  readonly author: Author
  readonly server: ProjectServer
  readonly kept: KeptEntries
  readonly newId: () => string
  /** How long to wait after a first failure, in ms; twice as long after each further one. */
  readonly firstRetryMs?: number
}

const FIRST_RETRY_MS = 500
const LAST_RETRY_MS = 5000
const MOST_AT_ONCE = 200

/** So many pages of the log are read at once in search of something to undo. */
const MOST_PAGES = 10

/** What is said when a project opens; null when there is nothing to say. */
function openingNotice(mended: readonly string[], differs: readonly string[]): string | null {
  const said = [
    ...(mended.length > 0 ? [`The project held what does not fit any more, and has been mended: ${mended.join(' ')}`] : []),
    ...(differs.length > 0 ? [`The project was last worked on with an earlier version of Rheoscope. ${differs.join(' ')}`] : []),
  ]
  return said.length > 0 ? said.join(' ') : null
}

/** An edit that fails so often by itself, while the server answers otherwise, is set aside. */
const MOST_FAILURES = 3

/**
 * One project being worked on: edits show at once, are kept in the browser until the server has acknowledged
 * them, and are put on top of whatever others did meanwhile. Nothing needs saving. An edit that cannot be stored is
 * found by sending each alone, and set aside, so that it keeps no other back.
 */
export class ProjectSession {
  private readonly listeners = new Set<() => void>()
  private confirmed: { project: Project; revision: number; history: History }
  /** The revision of the first entry of the log that is known; nothing is before the first. */
  private knownFrom: number
  private pending: readonly Entry[] = []
  private setAside: readonly SetAside[] = []
  private previewed: Edit | null = null
  private isSending = false
  /** Something in what is pending could not be stored: until all is through each goes alone. */
  private isAlone = false
  private failures = 0
  /** What is said is about the last edit, and nobody needs to hear it after the next; otherwise it stays until it is dismissed. */
  private isOfEdit = false
  private retryMs: number
  private retry: ReturnType<typeof setTimeout> | undefined
  private isClosed = false
  private state: SessionState

  constructor(private readonly options: Options) {
    const { project, revision, author, mended = [], differs = [], firstRetryMs = FIRST_RETRY_MS } = options
    const history = historyOf(author.id, options.history.entries)
    this.retryMs = firstRetryMs
    this.knownFrom = options.history.from
    this.confirmed = { project, revision, history }
    const { pending, setAside } = options.kept.read()
    this.setAside = setAside
    this.pending = withoutStored(pending, options.history.entries)
    this.state = { project, document: project, history, hasEarlier: this.knownFrom > 1, connection: 'saved', unsaved: 0, setAside, notice: openingNotice(mended, differs) }
    if (pending.length > 0) {
      this.rebasePending()
      void this.send()
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly getState = (): SessionState => this.state

  /** The revision the project has or will have once everything is stored. */
  get revision(): number {
    return this.confirmed.revision + this.pending.length
  }

  /** Makes an edit; it shows before this returns. An edit that cannot be made says why in the notice. */
  dispatch(edit: Edit, label: string): void {
    this.previewed = null
    this.push(doing(this.signature(), this.projectNow(), edit, label))
  }

  /** Shows the project as it would be after an edit, until the next edit or `preview(null)`. Nothing is stored. */
  preview(edit: Edit | null): void {
    this.previewed = edit
    this.publish({})
  }

  /** Takes back the last edit made here that stands. Where somebody has changed the same since, says so and does nothing. */
  async undo(): Promise<void> {
    const isNothing = () => this.historyNow().undo.length === 0
    try {
      for (let page = 0; isNothing() && this.knownFrom > 1 && page < MOST_PAGES; page++) await this.readOn()
    } catch (error) {
      this.tellOfEdit(`Earlier edits cannot be read now: ${messageOf(error)}`)
      return
    }
    if (isNothing()) this.tellOfEdit(`There is nothing of yours to undo among the last ${this.historyNow().entries.length.toLocaleString('en')} edits.`)
    else this.push(undoing(this.signature(), this.historyNow(), this.projectNow()))
  }

  redo(): void {
    this.push(redoing(this.signature(), this.historyNow(), this.projectNow()))
  }

  /** Says why something that was asked for has not been done. */
  say(sentence: string): void {
    this.tellOfEdit(sentence)
  }

  dismissNotice(): void {
    this.publish({ notice: null })
  }

  /** Tries once more to store an edit that was set aside, on what the project is now. */
  tryAgain(entry: string): void {
    const found = this.setAside.find((each) => each.entry.id === entry)?.entry
    if (!found) return
    this.forget(entry)
    this.push(doing(this.signature(), this.projectNow(), found.edit, found.label))
  }

  /** Gives up an edit that was set aside. */
  forget(entry: string): void {
    this.setAside = this.setAside.filter((each) => each.entry.id !== entry)
    this.keep()
    this.publish({})
  }

  /** Another window has removed the project, or the server says that it has none. */
  noteRemoval(): void {
    clearTimeout(this.retry)
    this.publish({ connection: 'removed' })
  }

  /** What comes from the server has stopped coming, or comes again. */
  noteReach(isReached: boolean): void {
    if (this.state.connection === 'removed') return
    if (!isReached) this.publish({ connection: 'unreachable' })
    else if (this.state.connection === 'unreachable') this.goOn()
  }

  /** Asks the server at once instead of waiting for the next attempt. */
  async tryNow(): Promise<void> {
    clearTimeout(this.retry)
    if (this.pending.length > 0) await this.send()
    else {
      await this.options.server.log(this.confirmed.revision).then(() => this.noteReach(true), (error: unknown) => { if (mishapOf(error) === 'removed') this.noteRemoval() })
    }
  }

  /** The server has a revision this session may not know. A removed project that has one has been put back. */
  async catchUp(revision: number): Promise<void> {
    if (this.state.connection === 'removed') this.goOn()
    if (revision <= this.confirmed.revision || this.isSending) return
    try {
      const base = this.confirmed.revision
      const read = await this.options.server.log(base)
      // Some of these may have been taken in while they were read: by what was sent, or by another catching up.
      const missed = read.slice(this.confirmed.revision - base)
      if (!this.isSending && missed.length > 0) this.takeIn(missed)
    } catch (error) {
      if (mishapOf(error) === 'removed') this.noteRemoval()
      // Otherwise the next edit or announcement asks again.
    }
  }

  close(): void {
    this.isClosed = true
    clearTimeout(this.retry)
  }

  /** Stores what is pending and asks for what was missed, after a time in which neither could be done. */
  private goOn(): void {
    this.publish({ connection: this.pending.length > 0 ? 'saving' : 'saved' })
    void this.send()
    void this.catchUp(Infinity)
  }

  private projectNow(): Project {
    return this.pending.reduce((project, { edit }) => apply(project, edit), this.confirmed.project)
  }

  private historyNow(): History {
    return this.pending.reduce(recordEntry, this.confirmed.history)
  }

  private signature(): Signature {
    const { newId, author } = this.options
    return { id: newId(), author, madeAt: new Date().toISOString() }
  }

  /** Learns of entries before those that are known, for what can be undone. */
  private async readOn(): Promise<void> {
    const before = this.knownFrom
    const { entries, from } = await this.options.server.history(before)
    // Two who asked at once are told the same.
    if (this.knownFrom !== before) return
    this.knownFrom = from
    this.confirmed = { ...this.confirmed, history: historyOf(this.options.author.id, [...entries, ...this.confirmed.history.entries]) }
  }

  /** Says something that nobody needs to hear after the next edit. */
  tellOfEdit(notice: string): void {
    this.isOfEdit = true
    this.publish({ notice })
  }

  private push(entry: Entry | RheoError | null): void {
    if (entry instanceof RheoError) this.tellOfEdit(entry.message)
    else if (entry) {
      this.pending = [...this.pending, entry]
      this.keep()
      this.publish(this.isOfEdit ? { notice: null } : {})
      void this.send()
    }
  }

  private keep(): void {
    try {
      this.options.kept.write({ pending: this.pending, setAside: this.setAside })
    } catch (error) {
      // The browser's own store is full: the edits are still here, and on their way.
      this.isOfEdit = false
      this.publish({ notice: `Edits cannot be kept in this browser (${messageOf(error)}); leave the page open until they are stored.` })
    }
  }

  private publish(change: Partial<SessionState>): void {
    const project = this.projectNow()
    this.state = {
      ...this.state, ...change,
      document: project,
      project: this.previewed ? previewOf(project, this.previewed) : project,
      history: this.historyNow(),
      hasEarlier: this.knownFrom > 1,
      unsaved: this.pending.length,
      setAside: this.setAside,
    }
    this.listeners.forEach((listener) => listener())
  }

  private async send(): Promise<void> {
    if (this.isSending || this.pending.length === 0 || this.isClosed || this.state.connection === 'removed') return
    this.isSending = true
    clearTimeout(this.retry)
    const sent = this.pending.slice(0, this.isAlone ? 1 : MOST_AT_ONCE)
    if (this.state.connection === 'saved') this.publish({ connection: 'saving' })
    let isToGoOn = true
    try {
      const answer = await this.options.server.append(this.confirmed.revision, sent)
      this.calm()
      if (answer.accepted) await this.acknowledge(sent, answer.revision)
      else this.takeIn(answer.missed)
      if (this.pending.length === 0) this.isAlone = false
      this.publish({ connection: this.pending.length > 0 ? 'saving' : 'saved' })
    } catch (error) {
      isToGoOn = await this.fail(error, sent)
    } finally {
      this.isSending = false
    }
    if (isToGoOn) void this.send()
  }

  private calm(): void {
    this.retryMs = this.options.firstRetryMs ?? FIRST_RETRY_MS
    this.failures = 0
  }

  private async acknowledge(sent: readonly Entry[], revision: number): Promise<void> {
    if (revision !== this.confirmed.revision + sent.length) {
      // Some of these had been stored before, perhaps before this window was opened; the log says in which order.
      const missed = await this.options.server.log(this.confirmed.revision)
      this.pending = withoutStored(this.pending, sent)
      this.takeIn(missed)
      return
    }
    this.confirmed = {
      project: sent.reduce((project, { edit }) => apply(project, edit), this.confirmed.project),
      history: sent.reduce(recordEntry, this.confirmed.history),
      revision,
    }
    this.pending = this.pending.slice(sent.length)
    this.keep()
  }

  /** Takes in entries of the log that were not known here, and puts what is pending on top of them. */
  private takeIn(missed: readonly Entry[]): void {
    this.confirmed = {
      project: missed.reduce((project, { edit }) => apply(project, edit), this.confirmed.project),
      history: missed.reduce(recordEntry, this.confirmed.history),
      revision: this.confirmed.revision + missed.length,
    }
    this.pending = withoutStored(this.pending, missed)
    this.rebasePending()
  }

  private rebasePending(): void {
    const { entries, lost } = rebase(this.pending, this.confirmed.project, this.confirmed.history)
    this.pending = entries
    this.keep()
    if (lost.length > 0) this.isOfEdit = false
    this.publish(lost.length > 0 ? { notice: noticeOf(lost) } : {})
  }

  /** Says whether to send on at once. */
  private async fail(error: unknown, sent: readonly Entry[]): Promise<boolean> {
    switch (mishapOf(error)) {
      case 'removed':
        this.noteRemoval()
        return false
      case 'unreachable':
        return this.wait('unreachable')
      case 'refused':
        return this.single(sent, messageOf(error))
      case 'failed':
        if (isPassing(error) || !(await this.answersOtherwise())) return this.wait('failing')
        if (sent.length === 1 && ++this.failures < MOST_FAILURES) return this.wait('failing')
        return this.single(sent, messageOf(error))
    }
  }

  /** Finds what of some edits cannot be stored: alone it is set aside, among others each is sent alone from now on. */
  private single(sent: readonly Entry[], why: string): boolean {
    const [entry] = sent
    if (sent.length > 1) this.isAlone = true
    else if (entry) {
      this.calm()
      this.setAside = [...this.setAside, { entry, why }]
      this.pending = this.pending.filter(({ id, of }) => id !== entry.id && of !== entry.id)
      this.rebasePending()
      this.publish({ connection: this.pending.length > 0 ? 'saving' : 'saved' })
    }
    return true
  }

  private wait(connection: 'unreachable' | 'failing'): false {
    this.publish({ connection })
    if (!this.isClosed) this.retry = setTimeout(() => void this.send(), this.retryMs)
    this.retryMs = Math.min(LAST_RETRY_MS, this.retryMs * 2)
    return false
  }

  /** Whether the server does what it is asked when it is not asked to store anything. */
  private async answersOtherwise(): Promise<boolean> {
    try {
      await this.options.server.log(this.revision)
      return true
      // eslint-disable-next-line no-restricted-syntax -- Whatever it is, it is not about the edits.
    } catch {
      return false
    }
  }
}

/** The entries the server does not have yet. */
function withoutStored(entries: readonly Entry[], stored: readonly Entry[]): readonly Entry[] {
  const ids = new Set(stored.map(({ id }) => id))
  return entries.filter(({ id }) => !ids.has(id))
}

const said = ({ what, label }: Entry): string => (what === 'do' ? label : `${what} ${label}`)

/** What is said of edits that could not be made on what others have made of the project. */
function noticeOf(lost: readonly Lost[]): string {
  const gone = lost.filter(({ why }) => why.code === 'gone').map(({ entry }) => said(entry))
  const others = lost.filter(({ why }) => why.code !== 'gone').map(({ entry, why }) => `“${said(entry)}” was not done: ${why.message}`)
  return [...(gone.length > 0 ? [`What this was about has been removed in another window, so it was not done: ${gone.join('; ')}.`] : []), ...others].join(' ')
}

function previewOf(project: Project, edit: Edit): Project {
  const after = attempt(project, edit)
  return after instanceof RheoError ? project : after
}
