import { useEffect, useLayoutEffect, useRef, useState, type HTMLAttributes, type KeyboardEvent, type RefObject } from 'react'
import { isSameList } from '@rheoscope/core/document'
import { answering, described, drawList, type Described, type Run } from '@rheoscope/core/run'
import { itemOf, matrixTo, shownSize, transformed, type DrawList } from '@rheoscope/core/scene'
import { focusPart } from './focus-part'
import type { Player } from './player'
import { SpokenField } from './spoken-field'
import { tidyPoint } from './tidy-point'
import { useFrames } from './use-frames'

/** What is read out is looked at so often, in ms: oftener nobody could listen. */
const LOOK_MS = 100

interface SpokenSurfaceProps {
  readonly player: Player
  readonly id: string
  /** The run that is shown instead of the live one. */
  readonly instead: Run | null
  readonly onKeyDown: (event: KeyboardEvent) => void
  /** What it is read out of: each part said is where it is drawn there. */
  readonly picture: RefObject<SVGSVGElement | null>
}

/**
 * The run as somebody who does not see it meets it: an element for each part that says something, with its role, name and
 * states as the drawing says (WAI-ARIA 1.2), in the order they are drawn. What changes in a status or an alert is announced.
 */
export function SpokenSurface({ player, id, instead, onKeyDown, picture }: SpokenSurfaceProps) {
  const all = useRef<HTMLDivElement>(null)
  const [told, setTold] = useState<readonly Described[]>([])
  const [last] = useState<Last>({ ms: -Infinity, text: '', list: [], place: '', hasChanged: false })
  useFrames((wallMs) => {
    if (wallMs - last.ms < LOOK_MS) return
    last.ms = wallMs
    const run = instead ?? player.current
    const [list, place] = [drawList(run), placeOf(picture.current)]
    const hasChanged = place !== last.place || !isSameList(list, last.list)
    // What has changed last is in the picture by the next time at the latest.
    if (hasChanged || last.hasChanged) standWhereDrawn(all.current, picture.current)
    Object.assign(last, { list, place, hasChanged })
    const now = described(run)
    const text = JSON.stringify(now)
    if (text === last.text) return
    last.text = text
    setTold(now)
  })
  useLayoutEffect(() => standWhereDrawn(all.current, picture.current), [told, picture])
  // Another run is read out anew.
  useEffect(() => {
    last.text = ''
  }, [last, player])
  return (
    <div ref={all} id={id} className="spoken" onKeyDown={instead ? undefined : onKeyDown}>
      {told.map((each) => <Spoken key={keyOf(each)} of={each} id={id} player={instead ? null : player} run={instead ?? player.current} picture={picture} onKeyDown={onKeyDown} />)}
    </div>
  )
}

/** What was looked at last, and when: nothing is done anew while it stays the same. */
interface Last {
  ms: number
  text: string
  list: DrawList
  place: string
  hasChanged: boolean
}

/** Where a picture is in the window, and how large. */
function placeOf(picture: SVGSVGElement | null): string {
  const { x, y, width, height } = picture?.getBoundingClientRect() ?? {}
  return [x, y, width, height].join(' ')
}

const keyOf = ({ instance, part }: Described): string => `${instance} ${part}`

/** How the picture calls a part. */
const keyOfItem = ({ instance, part }: Described): string => `${instance}#${part}`

/** Puts what is said of each part over where the picture has it, in the window: a magnifier and the outline of a screen reader follow it there. */
function standWhereDrawn(said: HTMLElement | null, picture: SVGSVGElement | null): void {
  if (!said || !picture) return
  const elements = [...said.querySelectorAll<HTMLElement>('[data-says]')]
  if (elements.length === 0) return
  const drawn = new Map([...picture.querySelectorAll<SVGElement>('[data-part]')].map((element) => [element.dataset.part, element]))
  const frames = elements.map((element) => drawn.get(element.dataset.says)?.getBoundingClientRect() ?? picture.getBoundingClientRect())
  elements.forEach((element, index) => {
    if (element.classList.contains('spoken-field')) return lieOver(element, drawn.get(element.dataset.says))
    const { left = 0, top = 0, width = 0, height = 0 } = frames[index] ?? {}
    Object.assign(element.style, { left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px` })
  })
}

/** Lays a field over where it is drawn, with all that turns and stretches it. */
function lieOver(field: HTMLElement, drawn: SVGElement | undefined): void {
  const matrix = drawn instanceof SVGGraphicsElement ? drawn.getScreenCTM() : null
  if (matrix) field.style.transform = `matrix(${[matrix.a, matrix.b, matrix.c, matrix.d, matrix.e, matrix.f].join(', ')})`
}

/** The id of the element that says what a part is. */
export const spokenId = (surface: string, { instance, part }: Pick<Described, 'instance' | 'part'>): string => `${surface}-${instance}-${part}`.replaceAll(/[^\w-]/g, '_')

interface SpokenProps extends Pick<SpokenSurfaceProps, 'id' | 'picture' | 'onKeyDown'> {
  readonly of: Described
  /** Null for what can only be heard. */
  readonly player: Player | null
  readonly run: Run
}

function Spoken({ of, id, player, ...around }: SpokenProps) {
  const { role, name, instance, part, inside } = of
  if (of.holds !== null) return <SpokenField of={of} id={spokenId(id, of)} says={keyOfItem(of)} player={player} {...around} />
  if (role === 'text') return <span data-says={keyOfItem(of)}>{name} </span>
  return (
    <div
      id={spokenId(id, of)} data-says={keyOfItem(of)} role={role} tabIndex={-1} aria-label={name === '' ? undefined : name} {...saidBy(of, id)}
      onClick={(event) => { event.stopPropagation(); if (player) tapPart(player, instance, part) }} onFocus={(event) => { event.stopPropagation(); if (player) focusPart(player, instance, part) }}
    >
      {inside.map((each) => <Spoken key={keyOf(each)} of={each} id={id} player={player} {...around} />)}
    </div>
  )
}

/** What a part says of itself, as attributes of WAI-ARIA. */
function saidBy({ instance, says }: Described, id: string): HTMLAttributes<HTMLElement> {
  const yesNo = (value: string | number | boolean | undefined) => (typeof value === 'boolean' ? value : undefined)
  const number = (value: string | number | boolean | undefined) => (typeof value === 'number' ? value : undefined)
  const partId = (value: string | number | boolean | undefined) => (typeof value === 'string' && value !== '' ? spokenId(id, { instance, part: value }) : undefined)
  return {
    'aria-disabled': yesNo(says.disabled), 'aria-checked': says.partlyChecked === true ? 'mixed' : yesNo(says.checked), 'aria-selected': yesNo(says.selected), 'aria-expanded': yesNo(says.expanded), 'aria-pressed': yesNo(says.pressed), 'aria-modal': yesNo(says.modal),
    'aria-valuenow': number(says.valueNow), 'aria-valuemin': number(says.valueLeast), 'aria-valuemax': number(says.valueMost), 'aria-valuetext': typeof says.valueText === 'string' && says.valueText !== '' ? says.valueText : undefined,
    'aria-current': says.current === 'yes' ? true : CURRENT.find((each) => each === says.current), 'aria-controls': partId(says.controls), 'aria-activedescendant': partId(says.activeDescendant),
  }
}

const CURRENT = ['page', 'step', 'location', 'date', 'time'] as const

/** Taps the middle of a part, as a finger would: what a screen reader does on its own has no pointer. */
function tapPart(player: Player, instance: string, part: string): void {
  const list = answering(player.current)
  const item = itemOf(list, instance, part)
  const matrix = item && matrixTo(list, instance, part)
  if (!item || !matrix) return
  const { width, height } = shownSize(item)
  const at = { ...tidyPoint(transformed(matrix, { x: width / 2, y: height / 2 })), pointer: 'touch' as const }
  player.send({ do: 'press', ...at })
  player.send({ do: 'release', ...at })
  player.send({ do: 'exit', pointer: 'touch' })
}
