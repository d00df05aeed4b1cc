import { useId, useLayoutEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { removeFromScreen, rootOf, setOnScreen, theOne, type Part } from '@rheoscope/core/document'
import { corners, matrixTo, paint, partsAt, snap, type DrawList, type Frame, type Point } from '@rheoscope/core/scene'
import { patchChildren } from '../paint/patch'
import { pointIn } from '../paint/point-in'
import type { Room } from '../theme/use-room'
import { atRest, frameOf } from './at-rest'
import { useStage } from './use-stage'

const MARGIN_PX = 24

/** The screen at rest, on which parts are selected, pulled to their places and nudged by key. */
export function Arranging({ field }: { readonly field: Room }) {
  const { project, shown, screen, part, select, session, make } = useStage()
  const group = useRef<SVGGElement>(null)
  const picture = useRef<SVGSVGElement>(null)
  const grabbed = useRef<{ readonly part: Part; readonly from: Point; readonly frame: Frame } | null>(null)
  const scope = useId()
  const list = useMemo(() => atRest(shown, screen.id), [shown, screen.id])
  const drawn = useMemo(() => (shown === project ? list : atRest(project, screen.id)), [shown, project, list, screen.id])
  const { width, height } = theOne(shown.screens, ({ id }) => id === screen.id)
  const nodes = useMemo(() => paint(list, scope), [list, scope])
  useLayoutEffect(() => patchChildren(group.current, nodes), [nodes])
  const zoom = Math.min(1, (field.width - 2 * MARGIN_PX) / width, (field.height - 2 * MARGIN_PX) / height)
  const [w, h] = [field.width / zoom, field.height / zoom]

  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    event.currentTarget.focus()
    const from = pointIn(picture.current, event)
    const hit = partsAt(list, from, () => true).findLast(({ instance, part: id }) => instance === '' && id !== rootOf(screen).id)
    select(hit?.part ?? null)
    const picked = screen.parts.find(({ id }) => id === hit?.part)
    grabbed.current = picked ? { part: picked, from, frame: frameOf(list, picked.id) } : null
  }
  const movedTo = ({ id }: Part, to: Point) => setOnScreen(screen.id, id, { ...asDrawn(to, frameOf(list, id), frameOf(drawn, id)) })
  const moved = (event: PointerEvent): ReturnType<typeof setOnScreen> | null => {
    const held = grabbed.current
    if (!held) return null
    const at = pointIn(picture.current, event)
    const wanted = { ...held.frame, x: held.frame.x + at.x - held.from.x, y: held.frame.y + at.y - held.from.y }
    const others = screen.parts.filter(({ id }) => id !== held.part.id).map(({ id }) => frameOf(list, id))
    const { dx, dy } = event.altKey ? { dx: 0, dy: 0 } : snap(wanted, others, 6 / zoom)
    return movedTo(held.part, { x: wanted.x + dx, y: wanted.y + dy })
  }
  const onPointerUp = (event: PointerEvent) => {
    const held = grabbed.current
    const at = pointIn(picture.current, event)
    const edit = held && Math.hypot(at.x - held.from.x, at.y - held.from.y) > 2 / zoom ? moved(event) : null
    grabbed.current = null
    if (edit && held) make(edit, `move ${held.part.name}`)
    else session.preview(null)
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const by = NUDGES[event.key]
    if (part && (event.key === 'Delete' || event.key === 'Backspace')) make(removeFromScreen(screen, part.id), `remove ${part.name}`)
    if (!by || !part) return
    event.preventDefault()
    const { x, y } = frameOf(list, part.id)
    const step = event.shiftKey ? 10 : 1
    make(movedTo(part, { x: x + by.x * step, y: y + by.y * step }), `nudge ${part.name}`)
  }
  return (
    <svg
      ref={picture} className="screen-picture is-arranging" role="application" aria-label="The screen, to be arranged" width={field.width} height={field.height} tabIndex={0}
      viewBox={`${-(w - width) / 2} ${-(h - height) / 2} ${w} ${h}`}
      onPointerDown={onPointerDown} onPointerMove={(event) => event.buttons > 0 && session.preview(moved(event))} onPointerUp={onPointerUp} onKeyDown={onKeyDown}
    >
      <g ref={group} />
      {part && <polygon className="selection" points={outlineOf(list, part.id)} strokeWidth={1.5 / zoom} />}
    </svg>
  )
}

const NUDGES: Readonly<Record<string, Point>> = { ArrowLeft: { x: -1, y: 0 }, ArrowRight: { x: 1, y: 0 }, ArrowUp: { x: 0, y: -1 }, ArrowDown: { x: 0, y: 1 } }

/** Where what is moved at the size that is shown comes to lie as the screen is drawn: it has moved as far there. */
const asDrawn = (to: Point, shown: Point, drawn: Point): Point => ({ x: Math.round(drawn.x + to.x - shown.x), y: Math.round(drawn.y + to.y - shown.y) })

function outlineOf(list: DrawList, part: string): string {
  const matrix = matrixTo(list, '', part)
  const { width, height } = frameOf(list, part)
  return matrix ? corners(matrix, width, height).map(({ x, y }) => `${x},${y}`).join(' ') : ''
}
