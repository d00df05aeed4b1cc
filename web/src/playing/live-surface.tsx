import { certain, type Modifiers } from '@rheoscope/core/document'
import { useEffect, useId, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react'
import { answering, drawList, focusStops, isHeard, listensTo, shownFocus, type Run } from '@rheoscope/core/run'
import { corners, isOnScrolling, itemOf, matrixTo, paint, type DrawList } from '@rheoscope/core/scene'
import { surfaceSize } from '../paint/look-picture'
import { patchChildren } from '../paint/patch'
import { pointIn } from '../paint/point-in'
import type { Player } from './player'
import { PrimaryPointer } from './primary-pointer'
import { spokenId, SpokenSurface } from './spoken-surface'
import { tidyPoint } from './tidy-point'
import { treeOf } from './tree-of'
import { TwoFingers } from './two-fingers'
import { useFrames } from './use-frames'
import { usePlayerState } from './use-player'
import './live-surface.css'

interface LiveSurfaceProps {
  readonly player: Player
  readonly label: string
  readonly className: string
  /** The room there is, in px. */
  readonly field: { readonly width: number; readonly height: number }
  readonly mostZoom: number
  /** Room around it that is never drawn into, in px. */
  readonly margin?: { readonly x: number; readonly y: number }
  /** As much as it takes up at its largest, in px: the scale stays while its size moves within that. */
  readonly room?: { readonly width: number; readonly height: number } | null
  /** Nothing shows beyond the edges of the surface. */
  readonly clips?: boolean
  /** What the pointer of the page stands for; itself when left out. */
  readonly way?: 'mouse' | 'touch'
  /** What is shown instead of the live frame; the live one when left out. */
  readonly shown?: (wallMs: number, live: DrawList) => DrawList
  /** The run that is read out instead of the live one. */
  readonly readOut?: Run | null
}

const MARGIN = { x: 12, y: 15 }

/** A run alive in its field, and what is to be said of it as a whole. */
export const LiveSurface = (props: LiveSurfaceProps) => (
  <>
    <CutOff player={props.player} />
    <LivePicture {...props} />
  </>
)

/** Whether something happens to what the page has put into a slot, which is shown in the picture and stands elsewhere. */
const isOfPage = ({ currentTarget, target }: PointerEvent | KeyboardEvent): boolean => target instanceof Node && !currentTarget.contains(target)

const POINTERS = ['mouse', 'touch', 'pen'] as const

/** What an event came from; what the browser cannot tell counts as a mouse (Pointer Events § 4.1). */
const pointerOf = ({ pointerType }: PointerEvent) => POINTERS.find((each) => each === pointerType) ?? 'mouse'

/** Answers to pointer and keyboard, and shows where the focus and a played finger are. */
function LivePicture({ player, label, className, field, mostZoom, margin = MARGIN, room = null, clips = false, way, shown = (_wallMs, live) => live, readOut = null }: LiveSurfaceProps) {
  // Nothing is done to what has been.
  const isPast = readOut !== null
  const group = useRef<SVGGElement>(null)
  const picture = useRef<SVGSVGElement>(null)
  const finger = useRef<SVGCircleElement>(null)
  const ring = useRef<SVGPolygonElement>(null)
  const drawn = useRef<DrawList>([])
  const lastSeen = useRef('')
  const scope = useId()
  const spoken = `${scope}-spoken`
  const [size, setSize] = useState(() => surfaceSize(drawList(player.current)))

  useFrames((wallMs) => {
    const list = shown(wallMs, player.frame(wallMs))
    if (list.length !== drawn.current.length || list.some((item, index) => item !== drawn.current[index])) {
      drawn.current = list
      patchChildren(group.current, paint(list, scope))
      const { width, height } = surfaceSize(list)
      if (width !== size.width || height !== size.height) setSize({ width, height })
    }
    const run = readOut ?? player.current
    const { at, cursor } = run.hand.pointer
    const outline = focusOutline(run, list)
    const shownFinger = player.getState().witness === null ? null : at
    const active = isPast ? null : shownFocus(run)
    if (!isPast) enterField(run, picture.current, spoken)
    const seen = `${cursor} ${shownFinger?.x} ${shownFinger?.y} ${outline} ${active?.instance} ${active?.part}`
    if (seen === lastSeen.current) return
    lastSeen.current = seen
    if (picture.current) picture.current.style.cursor = cursor
    ring.current?.setAttribute('points', outline)
    if (active?.part == null) picture.current?.removeAttribute('aria-activedescendant')
    else picture.current?.setAttribute('aria-activedescendant', spokenId(spoken, { instance: active.instance, part: active.part }))
    finger.current?.setAttribute('visibility', shownFinger ? 'visible' : 'hidden')
    finger.current?.setAttribute('cx', String(shownFinger?.x ?? 0))
    finger.current?.setAttribute('cy', String(shownFinger?.y ?? 0))
  })

  const largest = { width: Math.max(size.width, room?.width ?? 0), height: Math.max(size.height, room?.height ?? 0) }
  const zoom = Math.min(mostZoom, (field.width - 2 * margin.x) / largest.width, (field.height - 2 * margin.y) / largest.height)
  const [w, h] = [field.width / zoom, field.height / zoom]
  const pointer = usePointer(player, picture, way)
  useWheel(player, picture, isPast)
  return (
    <>
      <svg
        ref={picture} className={className} role="application" aria-label={label} aria-owns={spoken} width={field.width} height={field.height}
        viewBox={`${-(w - size.width) / 2} ${-(h - size.height) / 2} ${w} ${h}`}
        {...(isPast ? {} : pointer)}
        tabIndex={0} onKeyDown={isPast ? undefined : (event) => sendKey(player, event)} onKeyUp={isPast ? undefined : (event) => sendKeyUp(player, event)}
      >
        {clips && <clipPath id={`${scope}-edges`}><rect width={size.width} height={size.height} /></clipPath>}
        <g ref={group} clipPath={clips ? `url(#${scope}-edges)` : undefined} />
        <polygon ref={ring} className="focus-ring" strokeWidth={2 / zoom} />
        <circle ref={finger} className="finger" r={7 / zoom} strokeWidth={2 / zoom} visibility="hidden" />
      </svg>
      <SpokenSurface player={player} id={spoken} instead={readOut} onKeyDown={(event) => sendKey(player, event)} picture={picture} />
    </>
  )
}

/** What a pointer on the picture does to the run. */
function usePointer(player: Player, picture: RefObject<SVGSVGElement | null>, way: LiveSurfaceProps['way']) {
  const [{ primary, fingers }] = useState(() => ({ primary: new PrimaryPointer(), fingers: new TwoFingers() }))
  const send = (event: PointerEvent) => {
    if (event.pointerType === 'touch' && pinch(player, { primary, fingers }, event, picture.current)) return
    const input = primary.inputOf({ type: event.type, pointerId: event.pointerId, button: event.button, buttons: event.buttons })
    // A finger is nowhere until it touches.
    if (input === null || (way === 'touch' && input === 'move' && event.buttons === 0)) return
    if (input === 'press' && !isOfPage(event)) event.currentTarget.setPointerCapture(event.pointerId)
    const pointer = way ?? pointerOf(event)
    if (input === 'cancel') return player.send({ do: 'cancel', pointer })
    player.send({ do: input, ...tidyPoint(pointIn(picture.current, event)), pointer })
    if (way === 'touch' && input === 'release') player.send({ do: 'exit', pointer })
  }
  return {
    onPointerMove: send, onPointerDown: send, onPointerUp: send, onPointerCancel: send,
    onPointerLeave: (event: PointerEvent) => { if (!primary.isOther(event.pointerId)) player.send({ do: 'exit', pointer: pointerOf(event) }) },
  }
}

/** What is said when not all that should stand there does. */
function CutOff({ player }: { readonly player: Player }) {
  const { cutOff } = usePlayerState(player)
  return cutOff === null ? null : <p className="cut-off" role="status">{cutOff}</p>
}

/** Where something listens to it, two fingers pinch, and what the first was in the middle of is over; says whether an event was of that. */
function pinch(player: Player, { primary, fingers }: { readonly primary: PrimaryPointer; readonly fingers: TwoFingers }, { type, pointerId, clientX, clientY }: PointerEvent, picture: SVGSVGElement | null): boolean {
  if (type === 'pointerup' || type === 'pointercancel') return fingers.letGo(pointerId)
  if (!listensTo(player.current, 'pinch')) return false
  const at = pointIn(picture, { clientX, clientY })
  if (type === 'pointerdown') {
    const isSecond = fingers.press(pointerId, at)
    if (!isSecond) return false
    primary.forget()
    player.send({ do: 'cancel', pointer: 'touch' })
    return true
  }
  const pinched = fingers.move(pointerId, at)
  if (pinched) player.send({ do: 'pinch', ...tidyPoint(pinched), scale: Math.round(pinched.scale * 1000) / 1000, turn: Math.round(pinched.turn * 10) / 10 })
  return pinched !== null
}

/** Lets the wheel scroll whatever of the run scrolls where it is turned, and come to whoever listens to it; with Control, as a trackpad has it, it pinches. */
function useWheel(player: Player, picture: RefObject<SVGSVGElement | null>, isPast: boolean): void {
  useEffect(() => {
    const surface = certain(picture.current)
    if (isPast) return undefined
    const onWheel = (event: WheelEvent) => {
      const { x, y } = pointIn(surface, event)
      const { current } = player
      const isPinch = event.ctrlKey && listensTo(current, 'pinch')
      if (!isPinch && !listensTo(current, 'wheel') && !isOnScrolling(answering(current), { x, y })) return
      event.preventDefault()
      if (isPinch) return player.send({ do: 'pinch', ...tidyPoint({ x, y }), scale: Math.round(Math.exp(-event.deltaY / 100) * 1000) / 1000, turn: 0 })
      player.send({ do: 'wheel', x: Math.round(x), y: Math.round(y), deltaX: Math.round(event.deltaX), deltaY: Math.round(event.deltaY) })
    }
    // React listens to the wheel passively, and the page must not scroll with the screen.
    surface.addEventListener('wheel', onWheel, { passive: false })
    return () => surface.removeEventListener('wheel', onWheel)
  }, [player, picture, isPast])
}

/**
 * Keys go to the run while it has the focus of the page. Tab leaves it from its last part, Escape is the page's too, and
 * chords are the page's unless a rule listens to them.
 */
function sendKey(player: Player, event: KeyboardEvent): void {
  if (isOfPage(event)) return
  const input = { key: event.key, modifiers: modifiersOf(event), ...(event.repeat ? { repeat: true } : {}) }
  // What a field does with a key is the browser's.
  const isWritten = event.target instanceof Element && event.target.matches('.spoken-field') && !['Tab', 'Escape'].includes(event.key) && !(event.key === 'Enter' && event.target.matches('input'))
  if (isWritten) {
    if (isHeard(player.current, input)) player.send({ do: 'key', ...input })
    return
  }
  if ((event.ctrlKey || event.metaKey) && !isHeard(player.current, input)) return
  if (event.key === 'Escape') return player.send({ do: 'key', ...input })
  const before = shownFocus(player.current)
  player.send({ do: 'key', ...input })
  event.stopPropagation()
  const after = shownFocus(player.current)
  const stops = focusStops(answering(player.current))
  const end = (event.shiftKey ? stops.at(-1) : stops[0])?.part
  const wentRound = before !== null && after !== null && after.instance === end?.thing && after.part === end.part
  if (event.key !== 'Tab' || (stops.length > 0 && !wentRound)) event.preventDefault()
}

/** Where a field of the run has the focus, its native one has that of the page. */
function enterField({ hand: { focus } }: Run, picture: SVGSVGElement | null, spoken: string): void {
  const tree = treeOf(picture)
  if (focus?.part.part == null || !tree || tree.activeElement !== picture) return
  const field = tree.getElementById(spokenId(spoken, { instance: focus.part.thing, part: focus.part.part }))
  if (field?.matches('.spoken-field')) field.focus({ preventScroll: true })
}

/** That a key comes up goes to the run where it can mean something. */
function sendKeyUp(player: Player, event: KeyboardEvent): void {
  if (isOfPage(event)) return
  if (event.key === ' ' || listensTo(player.current, 'key up')) player.send({ do: 'key up', key: event.key, modifiers: modifiersOf(event) })
}

const modifiersOf = ({ shiftKey, altKey, ctrlKey, metaKey }: KeyboardEvent): Modifiers =>
  ({ ...(shiftKey ? { shift: true } : {}), ...(altKey ? { alt: true } : {}), ...(ctrlKey ? { control: true } : {}), ...(metaKey ? { meta: true } : {}) })

/** The corners of what has the focus, for its ring; empty when nothing is to be shown. */
function focusOutline(run: Player['current'], list: DrawList): string {
  const focus = shownFocus(run)
  const item = focus?.part == null ? undefined : itemOf(list, focus.instance, focus.part)
  const matrix = focus?.part == null ? null : matrixTo(list, focus.instance, focus.part)
  if (!item || !matrix) return ''
  return corners(matrix, item.values.width, item.values.height).map(({ x, y }) => `${x},${y}`).join(' ')
}
