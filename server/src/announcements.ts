import { EventEmitter } from 'node:events'
import type { Request, Response } from 'express'
import { tell, type Storage, type Transaction } from './storage'

const HEARTBEAT_MS = 20_000

/** The channel processes tell one another on what becomes of projects. */
const CHANNEL = 'rheoscope_projects'

type News = { readonly project: string } & ({ readonly event: 'revision'; readonly data: number } | { readonly event: 'removed'; readonly data: null })

/** Tells every open window of a project, at whichever process, that it has a new revision once the transaction is committed. */
export const announceRevision = (transaction: Transaction, project: string, revision: number): Promise<void> =>
  announce(transaction, { project, event: 'revision', data: revision })

/** Tells every open window of a project that it is gone. */
export const announceRemoval = (transaction: Transaction, project: string): Promise<void> => announce(transaction, { project, event: 'removed', data: null })

const announce = (transaction: Transaction, news: News): Promise<void> => tell(transaction, CHANNEL, JSON.stringify(news))

/** Passes on what is announced of projects to the windows that follow them at this process, as server-sent events. */
export class Announcements {
  private readonly emitter = new EventEmitter().setMaxListeners(0)
  private readonly open = new Set<Response>()

  /** Announcements of what happens in a storage. */
  static async of(storage: Storage): Promise<Announcements> {
    const announcements = new Announcements()
    await storage.listen(CHANNEL, {
      hear: (said) => {
        const news: News = JSON.parse(said)
        announcements.emitter.emit(news.project, news)
      },
      missed: () => announcements.endAll(),
    })
    return announcements
  }

  /** Keeps a response open and writes what is announced of the project. */
  follow(project: string, request: Request, response: Response): void {
    if (!openEvents(request, response)) return
    response.write(': following\n\n')
    const write = ({ event, data }: News) => response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
    this.emitter.on(project, write)
    this.open.add(response)
    response.on('close', () => {
      clearInterval(heartbeat)
      this.emitter.off(project, write)
      this.open.delete(response)
    })
  }

  /** Ends what is open: windows ask again, and then for what they have missed. */
  endAll(): void {
    for (const response of this.open) response.end()
  }
}

/** Begins a response of server-sent events; says whether there are to be any: whoever asks for the head alone has it now. */
export function openEvents(request: Request, response: Response): boolean {
  response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' })
  response.flushHeaders()
  if (request.method !== 'HEAD') return true
  response.end()
  return false
}
