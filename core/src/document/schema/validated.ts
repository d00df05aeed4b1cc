import { RheoError } from '../error'
import type { Shape } from '../shape'
import { requireStorable } from '../storable'

/**
 * The value when it fits the shape. Throws `invalid` with the place of the first thing that does not, or what
 * `requireStorable` throws.
 *
 * @param what the subject of the sentence: `The project file`
 */
export function validated<T>(shape: Shape<T>, value: unknown, what: string): T {
  requireStorable(value, what)
  const { error, value: valid } = shape.joi.required().validate(value, { convert: false, abortEarly: true, errors: { wrap: { label: false } } })
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- a shape describes its type
  if (!error) return valid as T
  const [detail] = error.details
  const place = detail?.path.join('/') ?? ''
  throw new RheoError('invalid', place, `${what} does not fit at ${place || 'its root'}: ${detail?.message ?? 'it is not valid'}.`)
}
