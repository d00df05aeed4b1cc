import { EventEmitter } from 'node:events'
import type { Request, Response } from 'express'

const HEARTBEAT_MS = 20_000

type News = { readonly event: 'revision'; readonly data: number } | { readonly event: 'removed'; readonly data: null }

/** Tells every open window of a project that it has a new revision, or that it is gone, as server-sent events. */
export class Announcements {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  announce(project: string, revision: number): void {
    this.tell(project, { event: 'revision', data: revision })
  }

  announceRemoval(project: string): void {
    this.tell(project, { event: 'removed', data: null })
  }

  /** Keeps a response open and writes what is announced of the project. */
  follow(project: string, request: Request, response: Response): void {
    if (!openEvents(request, response)) return
    response.write(': following\n\n')
    const tell = ({ event, data }: News) => response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
    this.emitter.on(project, tell)
    response.on('close', () => {
      clearInterval(heartbeat)
      this.emitter.off(project, tell)
    })
  }

  private tell(project: string, news: News): void {
    this.emitter.emit(project, news)
  }
}

/** Begins a response of server-sent events; says whether there are to be any: whoever asks for the head alone has it now. */
export function openEvents(request: Request, response: Response): boolean {
  response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' })
  if (request.method !== 'HEAD') return true
  response.end()
  return false
}
