/** Draws the rooms of the code, who imports from whom, and the ways of an input and an edit through them: `docs/architecture.svg`. */
import { cruise } from 'dependency-cruiser'
import { writeFileSync } from 'node:fs'

/** The rooms, from what everything stands on to what a person sees; each line is a row of the picture. */
const ROWS = [
  ['core/document'],
  ['core/expression'],
  ['core/motion', 'core/layout'],
  ['core/machine'],
  ['core/scene'],
  ['core/semantics', 'core/run'],
  ['core/check', 'core/reading', 'core/map', 'core/flow', 'core/protocol', 'core/exchange', 'core/demo'],
  ['server', 'web/api', 'web/session', 'web/workers', 'cli'],
  ['web/checks', 'web/playing', 'web/paint', 'web/fields', 'web/project'],
  ['web/shelf', 'web/bench', 'web/stage', 'web/map', 'web/takes', 'web/findings'],
] as const

const ROOM = { width: 118, height: 34, gap: 14 }
const ROW_HEIGHT = 78
const WIDTH = 960

interface Place {
  readonly x: number
  readonly y: number
}

const places = new Map(ROWS.toReversed().flatMap((row, index) => row.map((room, column): readonly [string, Place] => {
  const across = row.length * ROOM.width + (row.length - 1) * ROOM.gap
  return [room, { x: (WIDTH - across) / 2 + column * (ROOM.width + ROOM.gap), y: 16 + index * ROW_HEIGHT }]
})))

/** The room a file is in: the folder under `src`, but for the server and the command line. */
function roomOf(file: string): string | null {
  const [, part = '', room = ''] = /^(core|web|server|cli)\/src\/(?:([a-z-]+)\/)?/.exec(file) ?? []
  const name = part === 'server' || part === 'cli' ? part : `${part}/${room}`
  return places.has(name) ? name : null
}

const { output } = await cruise(['core/src', 'web/src', 'server/src', 'cli/src'], { tsPreCompilationDeps: true, doNotFollow: { path: 'node_modules' } }, {}, {})
if (typeof output === 'string') throw new Error('No modules came back.')
const arrows = new Map<string, number>()
for (const { source, dependencies } of output.modules) {
  for (const { resolved, module } of dependencies) {
    const [from, to] = [roomOf(source), roomOf(module.startsWith('@rheoscope/core/') ? module.replace('@rheoscope/core/', 'core/src/') + '/' : resolved)]
    if (from && to && from !== to) arrows.set(`${from} ${to}`, (arrows.get(`${from} ${to}`) ?? 0) + 1)
  }
}

const middle = ({ x, y }: Place): Place => ({ x: x + ROOM.width / 2, y: y + ROOM.height / 2 })

/** An arrow from the foot of a room to the head of one below; sideways between rooms of a row. */
function arrow(from: Place, to: Place, count: number): string {
  const isBelow = to.y > from.y
  const [start, end] = isBelow
    ? [{ x: middle(from).x, y: from.y + ROOM.height }, { x: middle(to).x, y: to.y }]
    : [{ x: to.x > from.x ? from.x + ROOM.width : from.x, y: middle(from).y }, { x: to.x > from.x ? to.x : to.x + ROOM.width, y: middle(to).y }]
  const bend = isBelow ? (end.y - start.y) / 2 : 0
  return `<path d="M${start.x} ${start.y}C${start.x} ${start.y + bend} ${end.x} ${end.y - bend} ${end.x} ${end.y}" fill="none" stroke="#5b666b" stroke-width="${Math.min(4, 0.6 + count / 25).toFixed(1)}" stroke-opacity="0.35" marker-end="url(#head)"/>`
}

/** A way through rooms, from one to the next. */
function way(rooms: readonly string[], colour: string): string {
  const points = rooms.map((room) => middle(places.get(room)!))
  return `<polyline points="${points.map(({ x, y }) => `${x},${y}`).join(' ')}" fill="none" stroke="${colour}" stroke-width="2.5" stroke-dasharray="7 4"/>`
}

const label = (room: string, { x, y }: Place): string =>
  `<rect x="${x}" y="${y}" width="${ROOM.width}" height="${ROOM.height}" fill="#fbf8f1" stroke="#1d2b33"/><text x="${x + ROOM.width / 2}" y="${y + 22}" text-anchor="middle" fill="#1d2b33">${room}</text>`

const height = 16 + ROWS.length * ROW_HEIGHT + 30
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" font-family="'Atkinson Hyperlegible Next', sans-serif" font-size="14">
<defs><marker id="head" viewBox="0 0 6 6" refX="6" refY="3" markerWidth="5" markerHeight="5" orient="auto"><path d="M0 0L6 3L0 6" fill="#5b666b"/></marker></defs>
<rect width="${WIDTH}" height="${height}" fill="#f4efe4"/>
${[...arrows].map(([pair, count]) => arrow(places.get(pair.split(' ')[0]!)!, places.get(pair.split(' ')[1]!)!, count)).join('\n')}
${way(['web/stage', 'web/playing', 'core/run', 'core/semantics', 'core/run', 'core/machine', 'core/scene', 'web/paint'], '#c8401f')}
${way(['web/bench', 'web/session', 'core/document', 'web/session', 'web/api', 'server'], '#24506f')}
${[...places].map(([room, place]) => label(room, place)).join('\n')}
<text x="24" y="${height - 16}" fill="#c8401f">– – an input</text><text x="140" y="${height - 16}" fill="#24506f">– – an edit</text><text x="240" y="${height - 16}" fill="#5b666b">arrows: imports, the more the thicker</text>
</svg>
`
writeFileSync(new URL('../docs/architecture.svg', import.meta.url), svg)
