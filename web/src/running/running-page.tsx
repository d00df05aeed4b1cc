import { useEffect } from 'react'
import { createRoot } from 'react-dom/client'
import { certain } from '@rheoscope/core/document'
import { LiveSurface } from '../playing/live-surface'
import { Player } from '../playing/player'
import { useWindowSize } from '../playing/use-window-size'
import { carried, project, surface } from './carried'
import './running-page.css'

const player = new Player(project, surface)

/** A screen or component alone on its page, without the application it was made with. */
function RunningPage() {
  const field = useWindowSize()
  useEffect(() => {
    const prefers = matchMedia('(prefers-reduced-motion: reduce)')
    const follow = () => player.reduceMotion(prefers.matches)
    if (prefers.matches) follow()
    prefers.addEventListener('change', follow)
    return () => prefers.removeEventListener('change', follow)
  }, [])
  return <LiveSurface player={player} label={carried.title} className="running-picture" field={field} mostZoom={1} {...('screen' in surface ? { clips: true, margin: NO_MARGIN } : {})} />
}

/** A screen fills a window of its size, as on the device it is for. */
const NO_MARGIN = { x: 0, y: 0 }

createRoot(certain(document.getElementById('running'))).render(<RunningPage />)
