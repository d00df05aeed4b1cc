import type { Action } from '../document'
import { holderOf, isSurface, pathInside } from '../machine'

type Recipient = Extract<Action, { do: 'send' }>['recipient']

/** The paths of those a message from an instance is meant for, among the instances there are. */
export function recipientsOf(paths: Iterable<string>, from: string, recipient: Recipient): readonly string[] {
  const others = [...paths].filter((path) => path !== from)
  if (typeof recipient === 'object') return others.filter((path) => path === pathInside(from, recipient.instance))
  switch (recipient) {
    case 'holder':
      return isSurface(from) ? [] : [holderOf(from)]
    case 'siblings':
      return isSurface(from) ? [] : others.filter((path) => !isSurface(path) && holderOf(path) === holderOf(from))
    case 'everyone':
      return others
  }
}
