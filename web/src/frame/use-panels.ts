import { useMemo, useState, type CSSProperties } from 'react'
import { fieldsOf, jsonOr } from '@rheoscope/core/document'
import { keepText, keptText } from '../session/kept-text'

export type PanelSide = 'left' | 'right' | 'foot'

/** How far panels can be pulled, in px; nothing is folded away. */
const LIMITS = { least: 120, most: 640 } as const

/** How much room panels have until they are pulled, in px, and at most: in a small window they leave the most of it to what they stand beside. */
interface PanelRoom {
  readonly usual: Readonly<Record<PanelSide, number>>
  readonly most: Readonly<Record<PanelSide, string>>
}

const ROOM: PanelRoom = { usual: { left: 200, right: 284, foot: 236 }, most: { left: '28vw', right: '36vw', foot: 'max(164px, 38vh)' } }

/** With lines of text on the left. */
export const ROOM_FOR_TEXT: PanelRoom = { usual: { ...ROOM.usual, left: 460 }, most: { ...ROOM.most, left: '40vw' } }

/** How wide and how high the panels of a place are, kept in this browser. */
export interface Panels {
  readonly sizes: Readonly<Record<PanelSide, number>>
  /** The same as CSS variables for the layout of the place. */
  readonly style: CSSProperties & Readonly<Record<`--${PanelSide}-panel`, string>>
  readonly resize: (side: PanelSide, px: number) => void
  /** Folds a panel away, or unfolds it as wide as it was. */
  readonly fold: (side: PanelSide) => void
}

const keptAs = (place: string): string => `rheoscope panels ${place}`

export function usePanels(place: string, room = ROOM): Panels {
  const [kept, setKept] = useState(() => read(place, room))
  return useMemo(() => {
    const sizes = { left: shown(kept.left), right: shown(kept.right), foot: shown(kept.foot) }
    const keep = (side: PanelSide, panel: Panel) => {
      const next = { ...kept, [side]: panel }
      setKept(next)
      keepText(keptAs(place), JSON.stringify(next))
    }
    return {
      sizes,
      style: { '--left-panel': `min(${sizes.left}px, ${room.most.left})`, '--right-panel': `min(${sizes.right}px, ${room.most.right})`, '--foot-panel': `min(${sizes.foot}px, ${room.most.foot})` },
      resize: (side, px) => keep(side, { px: Math.round(Math.min(LIMITS.most, Math.max(LIMITS.least, px))), isFolded: px < LIMITS.least / 2 }),
      fold: (side) => keep(side, { ...kept[side], isFolded: !kept[side].isFolded }),
    }
  }, [kept, place, room])
}

interface Panel {
  readonly px: number
  readonly isFolded: boolean
}

const shown = ({ px, isFolded }: Panel): number => (isFolded ? 0 : px)

/** What is kept; as usual where that cannot be read. */
function read(place: string, { usual }: PanelRoom): Readonly<Record<PanelSide, Panel>> {
  const kept = fieldsOf(jsonOr(keptText(keptAs(place)) ?? '', null))
  const panel = (side: PanelSide): Panel => {
    const { px, isFolded } = fieldsOf(kept[side])
    return { px: typeof px === 'number' && px >= LIMITS.least && px <= LIMITS.most ? px : usual[side], isFolded: isFolded === true }
  }
  return { left: panel('left'), right: panel('right'), foot: panel('foot') }
}
