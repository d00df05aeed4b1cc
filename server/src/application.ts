import { randomBytes, randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { IncomingMessage, ServerResponse } from 'node:http'
import path from 'node:path'
import express, { type Express, type RequestHandler } from 'express'
import { sql } from 'drizzle-orm'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { idFrom, type NewId } from '@rheoscope/core/document'
import type { AssetStore } from './asset-store'
import type { Announcements } from './announcements'
import { api, type Stores } from './api'
import { handedPages } from './handed'
import { phoneTrial } from './phone-trial'
import { sendProblems } from './problem'
import type { Database } from './storage'

export interface ApplicationOptions extends Stores {
  /** The folder of the built interface. */
  readonly web: string
  readonly log: Logger
  readonly announcements: Announcements
  readonly database: Database
}

/** Longer than the proxies before it keep a connection they do not use, so that none is ended just as a request starts on it. */
export const CONNECTIONS = { keepAliveTimeout: 75_000 }

/** The whole application behind one port: the interface, its files and the API. */
export function application({ store, assets, outcomes, checks, announcements, database, web, log }: ApplicationOptions): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(pinoHttp({ logger: log, genReqId: identified }))
  app.use(onlyThisMachine)
  app.use(onlyFromHere)
  app.use(securityHeaders)
  app.get('/api/health', health(database))
  app.use('/api/phone', phoneTrial())
  app.use('/api', api({ store, assets, outcomes, checks }, announcements, newId))
  app.use('/api', (_request, response) => {
    response.status(404).type('application/problem+json').send('{"type":"urn:rheoscope:problem:not-found","title":"Not found","status":404,"detail":"There is nothing at this address."}')
  })
  app.get('/assets/:id', picture(assets))
  app.use(handedPages(store, assets, web))
  app.use(express.static(web, { index: false, immutable: true, maxAge: '1y' }))
  app.use(page(path.join(web, 'index.html')))
  app.use(sendProblems)
  return app
}

const newId: NewId = (name) => idFrom(name, randomBytes(4).toString('hex'))

/** Every request has an id, in the log and in its answer: the one it came with, or one of its own. */
function identified(request: IncomingMessage, response: ServerResponse): string {
  const given = request.headers['x-request-id']
  const id = typeof given === 'string' && /^[\w-]{8,64}$/.test(given) ? given : randomUUID()
  response.setHeader('x-request-id', id)
  return id
}

/** Whether this process can do its work: that the database answers. */
const health = (database: Database): RequestHandler => async (_request, response) => {
  await database.execute(sql`select 1`)
  response.json({ status: 'ok' })
}

/** A page elsewhere must not reach this server through a name that resolves to it. */
const onlyThisMachine: RequestHandler = (request, response, next) => {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '')
  if (host === '127.0.0.1' || host === 'localhost' || host === '[::1]') next()
  else response.status(421).type('text/plain').send('This server answers on 127.0.0.1 only.')
}

const READING = ['GET', 'HEAD', 'OPTIONS']

/** A page of another origin must not change anything, whatever a browser lets it send: by Fetch Metadata where the browser says it, by Origin otherwise. */
const onlyFromHere: RequestHandler = ({ method, headers }, response, next) => {
  const site = headers['sec-fetch-site']
  const isFromHere = site === undefined ? headers.origin === undefined || hostOf(headers.origin) === headers.host : site === 'same-origin' || site === 'none'
  if (READING.includes(method) || isFromHere) next()
  else response.status(403).type('application/problem+json').send('{"type":"urn:rheoscope:problem:elsewhere","title":"From elsewhere","status":403,"detail":"Only pages of this server can change anything here."}')
}

/** The host and port of an origin; null for none, as `null` is. */
const hostOf = (origin: string): string | null => (URL.canParse(origin) ? new URL(origin).host : null)

/**
 * Everything from here and nothing from elsewhere. Styles that the interface makes carry a nonce of their page; `data:` is
 * how the layout engine carries its own code.
 */
const securityHeaders: RequestHandler = (request, response, next) => {
  response.locals.nonce = randomBytes(16).toString('base64')
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'"],
        styleSrc: ["'self'", `'nonce-${String(response.locals.nonce)}'`],
        fontSrc: ["'self'", 'data:'],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ['blob:'],
        connectSrc: ["'self'", 'data:'],
        frameSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  })(request, response, next)
}

/** A picture, never to be run: an SVG file opened by itself is shown without scripts, styles from elsewhere or rights of this page. */
const picture = (assets: AssetStore): RequestHandler<{ id: string }> => async (request, response, next) => {
  const stored = /^a[0-9a-f]{40}$/.test(request.params.id) ? await assets.load(request.params.id) : null
  if (!stored) {
    next()
    return
  }
  response
    .set({ 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox", 'cache-control': 'public, max-age=31536000, immutable' })
    .type(stored.mediaType).send(Buffer.from(stored.content))
}

function page(file: string): RequestHandler {
  const html = readFileSync(file, 'utf8')
  return (request, response, next) => {
    if (request.method !== 'GET' && request.method !== 'HEAD') {
      next()
      return
    }
    if (/\.[a-z0-9]+$/i.test(request.path)) {
      response.status(404).type('text/plain').send('There is no such file.')
      return
    }
    response.type('html').set('cache-control', 'no-store').send(html.replaceAll('__NONCE__', String(response.locals.nonce)))
  }
}
