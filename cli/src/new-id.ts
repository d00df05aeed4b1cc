import { randomBytes } from 'node:crypto'
import { idFrom, type NewId } from '@rheoscope/core/document'

/** An identifier nothing has yet, made of a name. */
export const newId: NewId = (name) => idFrom(name, randomBytes(4).toString('hex'))
