import { useRef } from 'react'
import { Button } from '@mui/material'
import { useRoving } from '../theme/use-roving'
import { SPEEDS, type Player } from './player'
import { useReadout } from './use-frames'
import { usePlayerState } from './use-player'

const SPEED_NAMES: Readonly<Record<number, string>> = { 1: '1', 0.5: '½', 0.25: '¼', 0.1: '⅒' }

/** The clock of a run: what it shows, holding it, starting over, and how fast it goes. */
export function ClockControls({ player, of, seenMs = null, onResume = () => player.hold(false), onStartOver = () => player.startOver() }: {
  readonly player: Player
  readonly of: string
  /** The instant of the past that is looked at. */
  readonly seenMs?: number | null
  readonly onResume?: () => void
  readonly onStartOver?: () => void
}) {
  const { isHeld, speed, seed, witness } = usePlayerState(player)
  const speeds = useRef<HTMLDivElement>(null)
  useRoving(speeds, '[role=radio]', { chooses: true })
  const readout = useReadout<HTMLSpanElement>(() => clockText(seenMs ?? player.nowMs))
  return (
    <div className="clock">
      <span ref={readout} className="clock-time mono" role="timer" aria-label={`Clock of the ${of}`} />
      <Button aria-pressed={isHeld} title="Pause the clock (H)" onClick={() => (isHeld ? onResume() : player.hold(true))}>{isHeld ? 'Resume' : 'Pause'}</Button>
      <Button title="Start over (R)" onClick={onStartOver}>Start over</Button>
      {seed !== null && witness === null && <SeedField key={seed} seed={seed} onDraw={(to) => player.drawBy(to)} />}
      <div ref={speeds} className="speeds" role="radiogroup" aria-label="Speed">
        {SPEEDS.map((each) => (
          <button key={each} className="plain speed" role="radio" aria-checked={speed === each} aria-label={`Speed ${SPEED_NAMES[each]}`} onClick={() => player.setSpeed(each)}>{SPEED_NAMES[each]}</button>
        ))}
      </div>
    </div>
  )
}

/** By what number that is drawn which is left to chance: the same number, the same outcomes. */
function SeedField({ seed, onDraw }: { readonly seed: number; readonly onDraw: (seed: number) => void }) {
  const take = (text: string, isAgain: boolean) => {
    const typed = Number(text)
    if (Number.isSafeInteger(typed) && typed >= 0 && typed <= 0xffffffff && (isAgain || typed !== seed)) onDraw(typed)
  }
  return (
    <label className="seed muted" title="What is left to chance is drawn by this number; Enter begins anew by it, Start over by the next one">
      <span>draw</span> <input className="mono" inputMode="numeric" size={3} defaultValue={seed} onBlur={(event) => take(event.target.value, false)} onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Enter') take(event.currentTarget.value, true) }} />
    </label>
  )
}

function clockText(ms: number): string {
  const two = (value: number) => String(value).padStart(2, '0')
  const seconds = Math.floor(ms / 1000)
  return `${two(Math.floor(seconds / 60))}:${two(seconds % 60)}.${String(Math.floor(ms % 1000)).padStart(3, '0')}`
}
