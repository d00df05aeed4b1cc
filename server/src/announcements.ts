import { EventEmitter } from 'node:events'
import type { Request, Response } from 'express'

const HEARTBEAT_MS = 20_000

/** Tells every open window of a project that it has a new revision, as server-sent events. */
export class Announcements {
  private readonly emitter = new EventEmitter().setMaxListeners(0)

  announce(project: string, revision: number): void {
    this.emitter.emit(project, revision)
  }

  /** Keeps a response open and writes a `revision` event whenever the project changes. */
  follow(project: string, request: Request, response: Response): void {
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', connection: 'keep-alive' })
    response.write(': following\n\n')
    const tell = (revision: number) => response.write(`event: revision\ndata: ${revision}\n\n`)
    const heartbeat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT_MS)
    this.emitter.on(project, tell)
    request.on('close', () => {
      clearInterval(heartbeat)
      this.emitter.off(project, tell)
    })
  }
}
