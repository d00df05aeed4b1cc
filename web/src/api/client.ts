import { fieldsOf } from '@rheoscope/core/document'
/** A problem the server told of (RFC 9457), or that it could not be reached (`unreachable`). */
export class ApiError extends Error {
  constructor(readonly code: string, readonly status: number, sentence: string, readonly body: unknown = null) {
    super(sentence)
    this.name = 'ApiError'
  }
}

export const UNREACHABLE = 'unreachable'

/** Sends a request and returns the JSON that comes back. Throws an `ApiError`. */
export async function request<T>(path: string, init: RequestInit = {}): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, init)
    // eslint-disable-next-line no-restricted-syntax -- Browsers do not say why nothing came back.
  } catch {
    throw new ApiError(UNREACHABLE, 0, 'The server cannot be reached.')
  }
  const body = response.status === 204 ? undefined : await response.json().catch(() => null)
  if (response.ok) return body
  const { type, detail } = fieldsOf(body)
  const code = typeof type === 'string' ? type.split(':').at(-1) : null
  throw new ApiError(code ?? 'unknown', response.status, typeof detail === 'string' ? detail : `The server answered ${response.status}.`, body)
}

export const post = <T>(path: string, body: unknown): Promise<T> =>
  request<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
