import { randomBytes } from 'node:crypto'
import { createServer, type RequestListener, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { networkInterfaces } from 'node:os'
import express, { type Router } from 'express'
import { certain, RheoError } from '@rheoscope/core/document'

/** It stops by itself after so long, in ms. */
const LASTS_MS = 15 * 60_000

/** A page may have so much. */
const MOST_BYTES = '16mb'

/** Where a page can be opened from the local network, and until when. */
export interface Trial {
  /** One for each network this machine is on. */
  readonly addresses: readonly string[]
  /** As ISO 8601 has it. */
  readonly endsAt: string
}

interface Listener {
  readonly server: Server
  readonly addresses: readonly string[]
}

/** What is shown now, until when. */
interface Shown {
  readonly page: string
  readonly endsAtMs: number
  readonly timer: NodeJS.Timeout
}

/**
 * Shows one page to the local network for a while, so that it can be tried on a phone: by a listener of its own that is there
 * only then, reads nothing, and answers only the address with the code that was made for this time.
 */
export class PhoneTrial {
  private listener: Listener | null = null
  private shown: Shown | null = null

  get now(): Trial | null {
    return this.listener && this.shown && { addresses: this.listener.addresses, endsAt: new Date(this.shown.endsAtMs).toISOString() }
  }

  /** Shows a page; where one is shown already, in its place and from now on for as long again. Throws a `RheoError` (`gone`) where there is no network. */
  async begin(page: string): Promise<Trial> {
    const listener = this.listener ?? await this.listen()
    // Somebody else may have begun meanwhile: there is one listener.
    if (this.listener && this.listener !== listener) close(listener)
    this.listener ??= listener
    clearTimeout(this.shown?.timer)
    this.shown = { page, endsAtMs: Date.now() + LASTS_MS, timer: setTimeout(() => this.end(), LASTS_MS).unref() }
    return certain(this.now)
  }

  private async listen(): Promise<Listener> {
    const hosts = Object.values(networkInterfaces()).flatMap((each) => each ?? []).filter(({ family, internal }) => family === 'IPv4' && !internal).map(({ address }) => address)
    if (hosts.length === 0) throw new RheoError('gone', 'network', 'This machine is on no network that a phone could be on as well.')
    const path = `/${randomBytes(9).toString('base64url')}`
    const server = createServer(onlyPage(path, () => this.shown?.page ?? ''))
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject)
      server.listen(0, '0.0.0.0', resolve)
    })
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- it listens on a port
    const { port } = server.address() as AddressInfo
    return { server, addresses: hosts.map((host) => `http://${host}:${port}${path}`) }
  }

  end(): void {
    clearTimeout(this.shown?.timer)
    if (this.listener) close(this.listener)
    this.listener = null
    this.shown = null
  }
}

function close({ server }: Listener): void {
  server.close()
  server.closeAllConnections()
}

const onlyPage = (path: string, page: () => string): RequestListener => ({ method, url }, response) => {
  const isAsked = url === path && (method === 'GET' || method === 'HEAD')
  response.writeHead(isAsked ? 200 : 404, {
    'content-type': isAsked ? 'text/html; charset=utf-8' : 'text/plain', 'content-security-policy': 'sandbox allow-scripts; frame-ancestors \'none\'', 'cache-control': 'no-store', 'referrer-policy': 'no-referrer', 'x-content-type-options': 'nosniff',
  })
  response.end(method === 'HEAD' ? undefined : isAsked ? page() : 'There is nothing here.')
}

/** Begins, tells of and ends a trial. */
export function phoneTrial(trial = new PhoneTrial()): Router {
  const router = express.Router()
  router.get('/', (_request, response) => void response.json({ trial: trial.now }))
  router.post('/', express.text({ type: 'text/html', limit: MOST_BYTES }), async (request, response) => {
    if (typeof request.body !== 'string' || request.body === '') throw new RheoError('invalid', 'page', 'There is no page in the request.')
    response.status(201).json({ trial: await trial.begin(request.body) })
  })
  router.delete('/', (_request, response) => {
    trial.end()
    response.status(204).end()
  })
  return router
}
