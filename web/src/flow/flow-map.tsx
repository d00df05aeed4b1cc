import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { Link, useNavigate } from 'react-router'
import { addRule, rootOf, screenRule, setOfScreen, type Id, type Project, type Screen } from '@rheoscope/core/document'
import { boundsOf, type Followed, type FlowBox, type FlowLink } from '@rheoscope/core/flow'
import { partsAt, type Point } from '@rheoscope/core/scene'
import { MAIN } from '../frame/use-focus-kept'
import { Thumbnail } from '../playing/thumbnail'
import { newId } from '../session/new-id'
import { useEditing } from '../session/use-editing'
import { targetOf } from '../theme/target-of'
import { useInView } from '../theme/use-in-view'
import { usePrinting } from '../theme/use-printing'
import { useRoving } from '../theme/use-roving'
import { useRoom } from '../theme/use-room'
import { FlowArrows } from './flow-arrows'
import type { ShownFlow } from './use-flow'

const FIRST_ROOM = { width: 980, height: 700 }

/** Smaller than this nothing can be read. */
const LEAST_FIT = 0.4

interface FlowMapProps {
  readonly project: Project
  readonly shown: ShownFlow
  readonly chosen: FlowLink | null
  readonly onChoose: (link: FlowLink | null) => void
  readonly followed: Followed | null
  readonly zoom: number | 'fit'
  /** Asks for a step of zoom, in or out. */
  readonly onZoom: (steps: number) => void
}

/** Something that is being dragged: a screen up or down in its column, or a new arrow from an element. */
type Drag =
  | { readonly is: 'screen'; readonly id: Id; readonly startY: number; readonly y: number }
  | { readonly is: 'arrow'; readonly from: Id; readonly part: Id | null; readonly at: Point; readonly to: Point }

/** The sheet itself: the screens in their columns, and the arrows between them. */
export function FlowMap({ project, shown, chosen, onChoose, followed, zoom, onZoom }: FlowMapProps) {
  const { sheet, drawnOf } = shown
  const { make } = useEditing()
  const field = useRef<HTMLDivElement>(null)
  const room = useRoom(field, FIRST_ROOM)
  const scale = zoom === 'fit' ? Math.max(LEAST_FIT, Math.min(1, room.width / sheet.width, room.height / sheet.height)) : zoom
  const [drag, setDrag] = useState<Drag | null>(null)
  const isPrinting = usePrinting()
  useWheelZoom(field, onZoom)
  useRoving(field, '.flow-arrow, .flow-name a')
  const pointOf = (event: PointerEvent): Point => {
    const { left = 0, top = 0 } = field.current?.querySelector('.flow-sheet')?.getBoundingClientRect() ?? {}
    return { x: (event.clientX - left) / scale, y: (event.clientY - top) / scale }
  }
  const over = (point: Point): FlowBox | undefined => sheet.boxes.find(({ x, y, width, height }) => point.x >= x && point.x <= x + width && point.y >= y && point.y <= y + height)
  const move = (event: PointerEvent) => {
    if (!drag) return
    const point = pointOf(event)
    setDrag(drag.is === 'arrow' ? { ...drag, to: point } : { ...drag, y: point.y })
  }
  const drop = () => {
    setDrag(null)
    if (drag?.is === 'screen' && Math.abs(drag.y - drag.startY) > 3) {
      const box = sheet.boxes.find(({ id }) => id === drag.id)
      if (box) make(setOfScreen(drag.id, 'flowY', Math.max(0, Math.round(box.y - sheet.top + drag.y - drag.startY))), 'move a screen in the flow')
    }
    const target = drag?.is === 'arrow' ? over(drag.to) : undefined
    if (drag?.is === 'arrow' && target && target.id !== drag.from) lead(project, make, drag, target.id)
  }
  const press = (box: FlowBox) => (event: PointerEvent) => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = pointOf(event)
    const screen = project.screens.find(({ id }) => id === box.id)
    if (screen) setDrag({ is: 'arrow', from: box.id, part: partOnScreen(screen, drawnOf(box.id), { x: (at.x - box.x) / box.scale, y: (at.y - box.y) / box.scale }), at, to: at })
  }
  const grip = (box: FlowBox) => (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    const { y } = pointOf(event)
    setDrag({ is: 'screen', id: box.id, startY: y, y })
  }
  return (
    <main ref={field} id={MAIN} tabIndex={-1} className="flow-field" aria-label="Flow" onKeyDown={(event) => event.key === 'Escape' && onChoose(null)} onClick={(event) => { if (!targetOf(event)?.closest('.flow-arrow')) onChoose(null) }}>
      <div style={{ width: sheet.width * scale, height: sheet.height * scale }}>
        <div className="flow-sheet" role="group" aria-label="Map of the screens" style={{ width: sheet.width, height: sheet.height, transform: `scale(${scale})` }} onPointerMove={move} onPointerUp={drop} onPointerCancel={() => setDrag(null)}>
          {sheet.columns.map(({ title, x, width }, index) => <div key={title} className="flow-column" style={{ left: x, width: (sheet.columns[index + 1]?.x ?? sheet.width) - x }}><span style={{ minWidth: width }}>{title}</span></div>)}
          {sheet.boxes.map((box) => (
            <ScreenOnSheet
              key={box.id} project={project} box={box} top={sheet.top} shownY={drag?.is === 'screen' && drag.id === box.id ? drag.y - drag.startY : 0} isTarget={drag?.is === 'arrow' && over(drag.to)?.id === box.id && drag.from !== box.id}
              isShown={followed?.shown.has(box.id) === true} wasShown={followed?.screens.has(box.id) === true} isPrinting={isPrinting} onPress={press(box)} onGrip={grip(box)}
            />
          ))}
          <FlowArrows sheet={sheet} nameOf={(id) => project.screens.find((each) => each.id === id)?.name ?? id} chosen={chosen} onChoose={onChoose} followed={followed} drawn={drag?.is === 'arrow' ? { ...fromEdge(drag, shown), to: drag.to } : null} />
        </div>
      </div>
    </main>
  )
}

/** Where a new arrow begins: at the edge of what it goes out from that is nearest to where it goes. */
function fromEdge({ from, part, at, to }: Extract<Drag, { is: 'arrow' }>, { sheet, drawnOf }: ShownFlow): { readonly from: Point } {
  const box = sheet.boxes.find(({ id }) => id === from)
  const frame = part === null ? null : boundsOf(drawnOf(from), { instance: '', part })
  if (!box || !frame) return { from: at }
  const [left, right] = [box.x + frame.x * box.scale, box.x + (frame.x + frame.width) * box.scale]
  return { from: { x: to.x >= (left + right) / 2 ? right : left, y: box.y + (frame.y + frame.height / 2) * box.scale } }
}

/** The part on a screen that is uppermost at a point of it; null for its ground. */
function partOnScreen(screen: Screen, drawn: Parameters<typeof partsAt>[0], point: Point): Id | null {
  const root = rootOf(screen).id
  for (const { instance, part } of partsAt(drawn, point, () => true)) {
    const id = instance === '' ? part : instance.split('/')[0]
    if (id !== undefined && id !== root && screen.parts.some((each) => each.id === id)) return id
  }
  return null
}

/** A tap on an element leads to a screen, or opens an overlay. */
function lead(project: Project, make: ReturnType<typeof useEditing>['make'], { from, part }: { readonly from: Id; readonly part: Id | null }, to: Id): void {
  const [source, target] = [from, to].map((id) => project.screens.find((screen) => screen.id === id))
  if (!source || !target) return
  const rule = screenRule(newId('tap'), { on: 'tap' }, part)
  const action = { id: newId('goes'), do: target.kind === 'overlay' ? 'open overlay' as const : 'go to screen' as const, screen: to, motion: null }
  make(addRule({ screen: from }, { ...rule, actions: [action] }), `lead from ${source.parts.find(({ id }) => id === part)?.name ?? source.name} to ${target.name}`)
}

interface ScreenOnSheetProps {
  readonly project: Project
  readonly box: FlowBox
  /** Where columns begin. */
  readonly top: number
  /** How far it has been pulled down, in px. */
  readonly shownY: number
  readonly isTarget: boolean
  readonly isShown: boolean
  readonly wasShown: boolean
  readonly isPrinting: boolean
  readonly onPress: (event: PointerEvent) => void
  readonly onGrip: (event: PointerEvent) => void
}

const STEP_PX = 10

/** One screen: its name, by which it is moved and opened, and its picture, from which arrows are drawn. */
function ScreenOnSheet({ project, box: { id, x, y, width, height, scale }, top, shownY, isTarget, isShown, wasShown, isPrinting, onPress, onGrip }: ScreenOnSheetProps) {
  const { make } = useEditing()
  const navigate = useNavigate()
  const place = useRef<HTMLDivElement>(null)
  const isSeen = useInView(place) || isPrinting
  const screen = project.screens.find((each) => each.id === id)
  if (!screen) return null
  const open = () => void navigate(`/project/${project.id}/screen/${id}`)
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -STEP_PX, ArrowDown: STEP_PX }[event.key]
    if (by === undefined) return
    event.preventDefault()
    make(setOfScreen(id, 'flowY', Math.max(0, Math.round(y - top + by))), 'move a screen in the flow')
  }
  const classes = ['flow-screen', isTarget && 'is-target', isShown && 'is-shown', wasShown && 'was-shown'].filter(Boolean).join(' ')
  return (
    <div ref={place} className={classes} style={{ left: x, top: y + shownY, width, height }}>
      <span className="flow-name" onPointerDown={onGrip} title="Drag it up or down">
        <Link to={`/project/${project.id}/screen/${id}`} draggable={false} onKeyDown={onKeyDown}>{screen.name}</Link>
        {project.startScreen === id && <span className="muted"> starts here</span>}{(screen.entryPoints ?? []).length > 0 && <span className="muted"> {screen.entryPoints?.map(({ name }) => name).join(', ')}</span>}
      </span>
      <span className="flow-picture" style={{ height: screen.height * scale }} onPointerDown={onPress} onDoubleClick={open} title="Drag from an element to another screen; double click opens the screen">
        {isSeen && <Thumbnail project={project} surface={{ screen: id }} isLively={false} />}
      </span>
    </div>
  )
}

/** The wheel with Control, which is also what a pinch on a trackpad is, zooms. */
function useWheelZoom(field: React.RefObject<HTMLDivElement | null>, onZoom: (steps: number) => void): void {
  const latest = useRef(onZoom)
  useEffect(() => {
    latest.current = onZoom
  })
  useEffect(() => {
    const element = field.current
    const onWheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return
      event.preventDefault()
      latest.current(event.deltaY < 0 ? 1 : -1)
    }
    element?.addEventListener('wheel', onWheel, { passive: false })
    return () => element?.removeEventListener('wheel', onWheel)
  }, [field])
}
