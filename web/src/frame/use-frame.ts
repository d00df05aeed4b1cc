import { createContext, useContext } from 'react'

/** What every place of a project can open over itself. */
export interface Frame {
  readonly openFinder: () => void
  readonly openHelp: () => void
}

export const FrameContext = createContext<Frame | null>(null)

export function useFrame(): Frame {
  const frame = useContext(FrameContext)
  if (!frame) throw new Error('There is no frame here.')
  return frame
}
