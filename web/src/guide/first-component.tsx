import { useMemo, useState } from 'react'
import type { Component } from '@rheoscope/core/document'
import { firstSteps, type FirstStep } from '@rheoscope/core/reading'
import { useStillBench } from '../bench/page/use-bench'
import { useFindingsOf, useLookingAt } from '../checks/use-findings'
import { endGuide, guidedProject } from './kept-guide'
import './guide.css'

/** What each step is called, what is done in it, and where on the page. */
const STEPS: Readonly<Record<FirstStep, readonly [name: string, what: string, where: string]>> = {
  draw: ['Draw', 'Give the box a colour: select it at the left and type into fill, or add a text or an icon with + part.', '[role=treeitem][aria-level="2"] .tree-name'],
  states: ['Give states', 'Add a state with + behind the last column. Then give the box another colour: what you change goes into the state that is selected.', '[aria-label="Add a state"]'],
  wire: ['Wire', 'Drag from the cell beside tap, under the first state, to the column of the other. Or select the cell and type the name of the other state.', '[data-cell]'],
  time: ['Time', 'The motion of the selected cell stands at the foot: pull its end or its curve. Or type over 300 ease-out into the cell.', '[aria-label="Easing"] input'],
  'way back': ['Lead back', 'Lead from the other state back to the first in the same way. Then click the specimen at the right.', '[data-cell]'],
}

/** Leads through the first component on the bench itself, where somebody asked to be led. */
export function FirstComponent() {
  const { project, component } = useStillBench()
  const [guided, setGuided] = useState(guidedProject)
  if (guided !== project.id || component.id !== project.components[0]?.id) return null
  return <Guide component={component} onLeave={() => { endGuide(); setGuided(null) }} />
}

/** The steps; one is ticked when the component shows that it is done. */
function Guide({ component, onLeave }: { readonly component: Component; readonly onLeave: () => void }) {
  const steps = useMemo(() => firstSteps(component), [component])
  const findings = useFindingsOf(component.id)
  const { areCurrent } = useLookingAt(component.id)
  const current = steps.find(({ isDone }) => !isDone)?.step
  return (
    <section className="guide" aria-label="First component">
      <ol>
        {steps.map(({ step, isDone }) => (
          <li key={step} aria-current={step === current ? 'step' : undefined}><span aria-hidden="true">{isDone ? '✓' : '○'}</span> {STEPS[step][0]}<span className="visually-hidden">{isDone ? ', done' : ''}</span></li>
        ))}
      </ol>
      <p aria-live="polite">
        {current
          ? <>{STEPS[current][1]} <button className="plain underlined" onClick={() => document.querySelector<HTMLElement>(STEPS[current][2])?.focus()}>Show where</button></>
          : `That is a component. ${!areCurrent ? '' : findings.every(({ level }) => level === 'note') ? 'Nothing is found wrong with it. ' : 'What is still to be said of it stands at the right. '}Place it on a screen from Contents; ? says what can be done on each page.`}
      </p>
      <button className="plain underlined" onClick={onLeave}>{current ? 'Leave the guide' : 'Close the guide'}</button>
    </section>
  )
}
