import { Suspense, useState } from 'react'
import { Outlet, useParams } from 'react-router'
import { ChecksProvider } from '../checks/use-findings'
import { NotHere } from '../not-here'
import { SessionProvider } from '../session/use-session'
import { Finder } from './finder'
import { FieldHelp } from './field-help'
import { FrameContext } from './use-frame'
import { HelpSheet } from './help-sheet'
import { MAIN, useFocusKept } from './use-focus-kept'
import { useDrops } from './use-drops'
import { useFrameKeys } from './use-frame-keys'
import './places.css'
import './frame.css'

const OPENING = <p className="waiting muted">Opening…</p>

/** What all places of a project share: its session and its checks, which stay as one goes from place to place, and looking for something in it. */
export function ProjectFrame() {
  const { project = '' } = useParams()
  return (
    <SessionProvider key={project} id={project} waiting={OPENING} failed={(error) => <NotHere what={error.message} />}>
      <ChecksProvider>
        <Frame />
      </ChecksProvider>
    </SessionProvider>
  )
}

function Frame() {
  const [open, setOpen] = useState<'finder' | 'help' | null>(null)
  const [frame] = useState(() => ({ openFinder: () => setOpen('finder'), openHelp: () => setOpen('help') }))
  useFrameKeys(frame)
  useFocusKept()
  useDrops()
  const close = () => setOpen(null)
  return (
    <FrameContext.Provider value={frame}>
      <a className="skip-link" href={`#${MAIN}`} onClick={(event) => { event.preventDefault(); document.getElementById(MAIN)?.focus() }}>Skip to the work area</a>
      <Suspense fallback={OPENING}><Outlet /></Suspense>
      <Finder isOpen={open === 'finder'} onClose={close} />
      <FieldHelp />
      <HelpSheet isOpen={open === 'help'} onClose={close} />
    </FrameContext.Provider>
  )
}
