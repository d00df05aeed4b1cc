import { keysOf, setAt, unsetAt, type Drag, type Part } from '@rheoscope/core/document'
import { easingProblem } from '@rheoscope/core/motion'
import { CommitField } from '../../fields/commit-field'
import { ChoiceField } from '../../fields/choice-field'
import { MsField } from '../../fields/ms-field'
import { useBench } from '../page/use-bench'

const FREELY: Drag = { along: 'both', limitTo: 'parent', snapTo: 'anywhere', points: [], keepsMomentum: false, settleMs: 240, easing: 'ease-out' }

const NOT = 'not at all'

const ALONG: Readonly<Record<Drag['along'], string>> = { both: 'both ways', across: 'across', down: 'up and down' }
const WITHIN: Readonly<Record<Drag['limitTo'], string>> = { parent: 'what holds it', surface: 'the whole surface', nothing: 'nothing' }
const RESTS: Readonly<Record<Drag['snapTo'], string>> = { anywhere: 'where it is let go', edges: 'at the nearest edge', corners: 'in the nearest corner', points: 'at the nearest point', start: 'where it began' }

/** Whether and how a part can be dragged. */
export function DragFields({ part }: { readonly part: Part }) {
  const { component, make } = useBench()
  const { drag } = part
  const path = ['components', component.id, 'parts', part.id, 'drag']
  const set = (to: Drag | undefined) => make(to ? setAt(path, to) : unsetAt(path), `set how ${part.name} is dragged`)
  if (part.parent === null) return null
  const setAlong = (along: Drag['along'] | typeof NOT) => set(along === NOT ? undefined : { ...(drag ?? FREELY), along })
  return (
    <details role="group" aria-label="Drag" open={drag !== undefined}>
      <summary>Drag</summary>
      <ChoiceField label="dragged" value={drag?.along ?? NOT} choices={[{ value: NOT, label: NOT }, ...choicesOf(ALONG)]} onChange={setAlong} />
      {drag && (
        <>
          <ChoiceField label="limit to" value={drag.limitTo} choices={choicesOf(WITHIN)} onChange={(limitTo) => set({ ...drag, limitTo })} />
          <ChoiceField label="snap to" value={drag.snapTo} choices={choicesOf(RESTS)} onChange={(snapTo) => set({ ...drag, snapTo })} />
          {drag.snapTo === 'points' && <CommitField label="points" isMono value={drag.points.map(({ x, y }) => `${x} ${y}`).join(', ')} placeholder="0 0, 120 0" onCommit={(text) => takePoints(text, (points) => set({ ...drag, points }))} />}
          <ChoiceField label="on release" value={drag.keepsMomentum ? 'goes on' : 'stops'} choices={[{ value: 'stops', label: 'stop' }, { value: 'goes on', label: 'keep momentum' }]} onChange={(then) => set({ ...drag, keepsMomentum: then === 'goes on' })} />
          <MsField label="settles in" ms={drag.settleMs} step={10} onChange={(settleMs) => set({ ...drag, settleMs })} />
          <CommitField label="easing" isMono value={drag.easing} list="easings" onCommit={(text) => easingProblem(text) ?? (set({ ...drag, easing: text.trim() }), null)} />
        </>
      )}
    </details>
  )
}

const choicesOf = <Choice extends string>(words: Readonly<Record<Choice, string>>) => keysOf(words).map((value) => ({ value, label: words[value] }))

function takePoints(text: string, set: (points: Drag['points']) => void): string | null {
  const pairs = text.split(',').map((pair) => pair.trim().split(/\s+/).map(Number))
  if (!pairs.every((pair) => pair.length === 2 && pair.every(Number.isFinite))) return 'Write points as two numbers each, with commas between them: 0 0, 120 0.'
  set(pairs.map(([x = 0, y = 0]) => ({ x, y })))
  return null
}
