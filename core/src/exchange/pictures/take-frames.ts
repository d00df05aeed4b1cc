import type { Input, Project, Take } from '../../document'
import { drawListAt, inOrder, play, runOptionsOf, startRun } from '../../run'
import { svg, type DrawList, type SvgNode } from '../../scene'
import { pictureFile } from '../picture'
import { withAssets } from './stand-alone'

/** What a take looks like from an instant on, for so long. */
export interface TakeFrame {
  readonly atMs: number
  readonly lastsMs: number
  /** As an SVG document. */
  readonly picture: string
}

/**
 * A take as pictures, with the pointer in them, from its beginning to its end. What does not change is one picture that stays longer.
 *
 * @param perSecond so many instants are looked at a second
 */
export function* takeFrames(project: Project, take: Take, perSecond: number): Generator<TakeFrame> {
  const lastsMs = 1000 / perSecond
  let [from, last, many]: [number, string, number] = [0, '', 0]
  for (const { atMs, list, over } of takeInstants(project, take, lastsMs)) {
    const picture = withAssets(project, pictureFile(list, over))
    if (picture !== last && many > 0) yield { atMs: from, lastsMs: many * lastsMs, picture: last }
    if (picture !== last) [from, last, many] = [atMs, picture, 0]
    many++
  }
  if (many > 0) yield { atMs: from, lastsMs: many * lastsMs, picture: last }
}

/** What a take shows at instants equally far apart, in ms, with the pointer over it. */
export function* takeInstants(project: Project, take: Take, everyMs: number): Generator<{ readonly atMs: number; readonly list: DrawList; readonly over: readonly SvgNode[] }> {
  const run = startRun(project, take.surface, runOptionsOf(take))
  const inputs = inOrder(take.inputs)
  let done = 0
  for (let index = 0; index * everyMs < Math.max(everyMs, take.endsAtMs); index++) {
    const atMs = index * everyMs
    const come = inputs.filter((input) => input.atMs <= atMs)
    play(run, come.slice(done), atMs)
    done = come.length
    yield { atMs, list: drawListAt(run, atMs), over: pointerAt(come) }
  }
}

/** The pointer where it is after some inputs, and whether it is down; nothing before it comes, and while keys are used. */
function pointerAt(inputs: readonly Input[]): readonly SvgNode[] {
  const last = inputs.findLast((input) => 'x' in input || input.do === 'key' || input.do === 'cancel')
  if (!last || !('x' in last)) return []
  const down = inputs.findLast(({ do: does }) => does === 'press' || does === 'release' || does === 'cancel')
  const isDown = down?.do === 'press'
  return [svg('circle', 'pointer', { cx: last.x, cy: last.y, r: isDown ? 9 : 12, fill: isDown ? '#1d2b33' : '#ffffff', 'fill-opacity': 0.35, stroke: '#1d2b33', 'stroke-width': 1.5 })]
}
