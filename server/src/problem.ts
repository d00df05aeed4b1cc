import type { ErrorRequestHandler } from 'express'
import { fieldsOf, RheoError } from '@rheoscope/core/document'

/** A problem as RFC 9457 writes it, with the place in the document it is about. */
export interface Problem {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly detail: string
  readonly place?: string
}

const STATUS: Readonly<Record<string, number>> = { 'not-found': 404, 'in-bin': 410, taken: 409, gone: 409, 'too-large': 413 }

const problem = (code: string, status: number, title: string, detail: string, place?: string): Problem => ({
  type: `urn:rheoscope:problem:${code}`, title, status, detail, ...(place === undefined ? {} : { place }),
})

/** What went wrong, for whoever sent the request. What they cannot have caused is told without particulars. */
export function problemOf(error: unknown): Problem {
  if (error instanceof RheoError) {
    return problem(error.code, STATUS[error.code] ?? 422, 'The request could not be carried out', error.message, error.place)
  }
  const { type, status } = fieldsOf(error)
  if (type === 'entity.too.large') return problem('too-large', 413, 'Too large', 'This is larger than can be taken in: 64 MB for a project file, 8 MB for edits, 5 MB for a picture.')
  if (type === 'entity.parse.failed') return problem('not-json', 400, 'Not JSON', 'The request is not complete JSON.')
  if (typeof status === 'number' && status >= 400 && status < 500) return problem('refused', status, 'Refused', 'The request cannot be read.')
  if (isOutOfRoom(error)) return problem('full', 507, 'No room left', 'There is no room left on the disk of the server. Nothing was changed; make room there and try again.')
  if (isAway(error)) return problem('unavailable', 503, 'The database is away', 'The database cannot be reached now. Nothing was changed; try again in a moment.')
  return problem('internal', 500, 'Something went wrong', 'The server could not do this. Nothing was changed.')
}

/** Whether the disk is full, as the system (ENOSPC) or the database (53100) says it, whatever it is wrapped in. */
function isOutOfRoom(error: unknown): boolean {
  const { code, cause, message } = fieldsOf(error)
  return code === 'ENOSPC' || code === '53100' || /no space left on device/i.test(String(message)) || (cause != null && isOutOfRoom(cause))
}

/** How the system and PostgreSQL say that there is no connection: refused, lost, one too many, shutting down or not up yet (classes 08 and 53, 57P01 to 57P03). */
const AWAY = /^(08\w{3}|53\w{3}|57P0[123]|ECONNREFUSED|ECONNRESET|ENOTFOUND|EPIPE|ETIMEDOUT)$/
const AWAY_SAID = /^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error)/

/** Whether the database could not be reached, whatever the error is wrapped in. */
function isAway(error: unknown): boolean {
  const { code, cause, message } = fieldsOf(error)
  return AWAY.test(String(code)) || AWAY_SAID.test(String(message)) || (cause != null && isAway(cause))
}

/** After so many seconds whoever was told that the database is away may try again. */
const RETRY_AFTER_S = 2

export const sendProblems: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) {
    next(error)
    return
  }
  const sent = problemOf(error)
  if (sent.status >= 500) request.log.error(error)
  if (sent.status === 503 || sent.status === 507) response.set('retry-after', String(RETRY_AFTER_S))
  response.status(sent.status).type('application/problem+json').send(JSON.stringify(sent))
}
