import { useMemo, useState } from 'react'
import type { Id } from '@rheoscope/core/document'
import { toggled } from '../theme/toggled'
import type { Item } from './use-contents'

/** What is selected on the contents page, in the order it stands there. */
export interface Selected {
  readonly items: readonly Item[]
  readonly has: (id: Id) => boolean
  /** Adds one to what is selected, or takes it out. */
  readonly turn: (id: Id) => void
  /** Selects all from the last one that was clicked to this. */
  readonly upTo: (id: Id) => void
  readonly all: () => void
  readonly set: (ids: readonly Id[]) => void
}

export function useSelected(visible: readonly Item[]): Selected {
  const [ids, setIds] = useState<ReadonlySet<Id>>(new Set())
  const [anchor, setAnchor] = useState<Id | null>(null)
  return useMemo(() => ({
    items: visible.filter(({ id }) => ids.has(id)),
    has: (id) => ids.has(id),
    turn: (id) => {
      setIds(toggled(ids, id))
      setAnchor(id)
    },
    upTo: (id) => {
      const [from, to] = [anchor ?? id, id].map((each) => visible.findIndex((item) => item.id === each)).toSorted((a, b) => a - b)
      setIds(new Set(visible.slice(Math.max(0, from ?? 0), (to ?? 0) + 1).map((item) => item.id)))
    },
    all: () => setIds(new Set(visible.map(({ id }) => id))),
    set: (wanted) => setIds(new Set(wanted)),
  }), [visible, ids, anchor])
}
