import svgpath from 'svgpath'
import { certain, firstOf } from '../document'

/**
 * What lies between two outlines in SVG path notation, read as commands (SVG 2 § 9.3): number by number when they have the same ones
 * and their arcs turn the same way, otherwise as cubic curves cut so that both have as many, point going to matched point. At the ends it is
 * just what was given. Null when they have different numbers of strokes or cannot be read.
 */
export function interpolateOutline(a: string, b: string): ((p: number) => string) | null {
  const way = byNumbers(commandsIn(a), commandsIn(b)) ?? byCurves(a, b)
  return way && ((p) => (p === 1 ? b : p === 0 ? a : way(p)))
}

/** A command and its numbers, all of them absolute. */
type Command = readonly [letter: string, ...numbers: number[]]

/** The commands of an outline, up to something that is none (SVG 2 § 9.5.4: so far it is drawn). */
function commandsIn(d: string): readonly Command[] {
  const commands: Command[] = []
  svgpath(d).abs().iterate(([letter, ...numbers]) => void commands.push([letter, ...numbers.map(Number)]))
  return commands
}

/** Where the flags of an arc stand among its numbers. */
const FLAGS = [3, 4]

function byNumbers(from: readonly Command[], to: readonly Command[]): ((p: number) => string) | null {
  if (from.length === 0 || from.length !== to.length) return null
  const isAlike = from.every(([letter, ...numbers], index) => {
    const [other, ...others] = certain(to[index])
    return letter === other && (letter !== 'A' || FLAGS.every((flag) => numbers[flag] === others[flag]))
  })
  if (!isAlike) return null
  return (p) => from.map(([letter, ...numbers], index) => {
    const [, ...others] = certain(to[index])
    return letter + numbers.map((number, place) => round(number + (certain(others[place]) - number) * p)).join(' ')
  }).join('')
}

function byCurves(a: string, b: string): ((p: number) => string) | null {
  const [from, to] = [curvesIn(a), curvesIn(b)]
  if (from.length === 0 || from.length !== to.length) return null
  const pairs = from.map((stroke, index) => matched(stroke, certain(to[index])))
  return byNumbers(pairs.flatMap(([start]) => written(start)), pairs.flatMap(([, end]) => written(end)))
}

const round = (value: number): number => Math.round(value * 1000) / 1000

/** A cubic curve by its four points: x and y of the start, of both handles, and of the end. */
type Cubic = readonly [number, number, number, number, number, number, number, number]

interface CurvedStroke {
  readonly curves: readonly Cubic[]
  readonly isClosed: boolean
}

/** The strokes of an outline as cubic curves; a stroke of one point has one curve of no length. */
function curvesIn(d: string): readonly CurvedStroke[] {
  const strokes: { start: [number, number]; curves: Cubic[]; isClosed: boolean }[] = []
  svgpath(d).abs().unshort().unarc().iterate((segment, _index, x, y) => {
    const [command, ...numbers] = segment
    const [a = 0, b = 0, c = 0, e = 0, f = 0, g = 0] = numbers.map(Number)
    if (command === 'M') strokes.push({ start: [a, b], curves: [], isClosed: false })
    const stroke = strokes.at(-1)
    if (!stroke || command === 'M') return
    if (command === 'C') stroke.curves.push([x, y, a, b, c, e, f, g])
    else if (command === 'Q') stroke.curves.push([x, y, x + (2 / 3) * (a - x), y + (2 / 3) * (b - y), c + (2 / 3) * (a - c), e + (2 / 3) * (b - e), c, e])
    else if (command === 'Z') {
      const [left, top] = stroke.start
      if (Math.hypot(left - x, top - y) > 1e-6) stroke.curves.push(straight(x, y, left, top))
      stroke.isClosed = true
    } else stroke.curves.push(straight(x, y, command === 'V' ? x : a, command === 'V' ? a : command === 'H' ? y : b))
  })
  return strokes.map(({ start: [x, y], curves, isClosed }) => ({ curves: curves.length > 0 ? curves : [straight(x, y, x, y)], isClosed }))
}

const straight = (x: number, y: number, toX: number, toY: number): Cubic =>
  [x, y, x + (toX - x) / 3, y + (toY - y) / 3, x + (2 * (toX - x)) / 3, y + (2 * (toY - y)) / 3, toX, toY]

/** Two strokes with as many curves each; a closed one begins where all its points together have the shortest way. */
function matched(a: CurvedStroke, b: CurvedStroke): readonly [CurvedStroke, CurvedStroke] {
  const count = Math.max(a.curves.length, b.curves.length)
  const [from, to] = [cut(a.curves, count), cut(b.curves, count)]
  const turned = a.isClosed && b.isClosed ? nearestTurn(from, to) : to
  return [{ curves: from, isClosed: b.isClosed }, { curves: turned, isClosed: b.isClosed }]
}

/** The same curves, the longest halved until there are so many. */
function cut(curves: readonly Cubic[], count: number): readonly Cubic[] {
  const all = [...curves]
  while (all.length < count) {
    const lengths = all.map(([x, y, , , , , toX, toY]) => Math.hypot(toX - x, toY - y))
    const longest = lengths.indexOf(Math.max(...lengths))
    all.splice(longest, 1, ...halves(certain(all[longest])))
  }
  return all
}

/** A curve as two, after de Casteljau. */
function halves([x0, y0, x1, y1, x2, y2, x3, y3]: Cubic): readonly [Cubic, Cubic] {
  const middle = (a: number, b: number) => (a + b) / 2
  const [ax, ay, bx, by, cx, cy] = [middle(x0, x1), middle(y0, y1), middle(x1, x2), middle(y1, y2), middle(x2, x3), middle(y2, y3)]
  const [dx, dy, ex, ey] = [middle(ax, bx), middle(ay, by), middle(bx, cx), middle(by, cy)]
  const [mx, my] = [middle(dx, ex), middle(dy, ey)]
  return [[x0, y0, ax, ay, dx, dy, mx, my], [mx, my, ex, ey, cx, cy, x3, y3]]
}

function nearestTurn(from: readonly Cubic[], to: readonly Cubic[]): readonly Cubic[] {
  const turns = to.map((_curve, first) => [...to.slice(first), ...to.slice(0, first)])
  const way = (turn: readonly Cubic[]) => turn.reduce((sum, [x, y], index) => {
    const [fromX, fromY] = certain(from[index])
    return sum + Math.hypot(x - fromX, y - fromY)
  }, 0)
  return turns.reduce((best, turn) => (way(turn) < way(best) ? turn : best), to)
}

const written = ({ curves, isClosed }: CurvedStroke): readonly Command[] => {
  const [x, y] = firstOf(curves)
  return [['M', x, y], ...curves.map(([, , ...rest]): Command => ['C', ...rest]), ...(isClosed ? [['Z'] as const] : [])]
}
