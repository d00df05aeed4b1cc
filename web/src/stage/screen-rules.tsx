import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { addRule, componentOf, defaultTrigger, screenRule, type Part, type TriggerKind } from '@rheoscope/core/document'
import { RulesOfScreen, ScreenRuleCard } from '../rules/screen-rule-card'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { useStage } from './use-stage'

const OF_PARTS: readonly TriggerKind[] = ['tap', 'double tap', 'long press', 'press', 'release', 'cancel', 'press outside', 'enter', 'leave', 'wheel', 'scroll', 'pinch', 'focus', 'blur', 'submit']
const OF_THE_SCREEN: readonly TriggerKind[] = ['message', 'changes', 'key', 'key up', 'press outside', 'after', 'every', 'shown', 'hidden']

/** What the screen does when something comes of the selected part, or, while none is selected, of the screen as a whole. */
export function ScreenRules() {
  const { project, screen, part, make } = useStage()
  const rules = screen.rules.filter((rule) => (part ? rule.part === part.id : rule.part === null))
  return (
    <RulesOfScreen project={project} screen={screen} part={part} make={make}>
      <section aria-label="Rules of the screen">
        <div className="section-head">
          <h2 className="caption">{part ? `Rules of ${part.name}` : 'Rules of the screen'}</h2>
          <AddRule part={part} />
        </div>
        {part && answersItself(project, part) && <p className="muted hint">Taps on what answers them itself only come here if they are let through, or sent on as a message.</p>}
        {rules.map((rule) => <ScreenRuleCard key={rule.id} screen={screen} rule={rule} make={make} />)}
      </section>
    </RulesOfScreen>
  )
}

function AddRule({ part }: { readonly part: Part | null }) {
  const { screen, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (kind: TriggerKind) => {
    setAnchor(null)
    const usual = defaultTrigger(kind)
    make(addRule({ screen: screen.id }, screenRule(newId(kind), 'anywhere' in usual ? { ...usual, anywhere: true } : usual, part?.id ?? null)), `answer ${kind}`)
  }
  return (
    <>
      <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ rule</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {(part ? OF_PARTS : OF_THE_SCREEN).map((kind) => <MenuItem key={kind} onClick={() => add(kind)}>{kind}</MenuItem>)}
      </FloatingMenu>
    </>
  )
}

/** Whether an instance has taps of its own that it does not let through. */
function answersItself(project: Parameters<typeof componentOf>[0], part: Part): boolean {
  const component = part.kind === 'instance' ? componentOf(project, part.component) : undefined
  return component?.rules.some((rule) => rule.trigger.on === 'tap' && !rule.letThrough) === true
}
