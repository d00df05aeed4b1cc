import { useFrame } from './use-frame'

/** Opens the finder; looks like what it opens. */
export function FindButton() {
  const { openFinder } = useFrame()
  return <button className="find-button" aria-haspopup="dialog" onClick={openFinder}><span className="muted">Find a component, screen, part, state…</span> <kbd>/</kbd></button>
}
