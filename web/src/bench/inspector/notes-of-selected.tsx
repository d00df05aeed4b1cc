import { setNote } from '@rheoscope/core/document'
import { NoteField } from '../../fields/note-field'
import { useStillBench } from '../page/use-bench'

/** What is said of the selected state, of the states it is one of, and of the component. */
export function NotesOfSelected() {
  const { component, axis, state, isScreen, make } = useStillBench()
  if (isScreen) return null
  const at = ['components', component.id]
  const ofAxis = [...at, 'axes', axis.id]
  return (
    <>
      <NoteField key={state.id} label={`note on ${state.name}`} value={state.note} onCommit={(note) => make(setNote([...ofAxis, 'states', state.id], note), `note on ${state.name}`)} />
      <NoteField key={axis.id} label={`note on ${axis.name}`} value={axis.note} onCommit={(note) => make(setNote(ofAxis, note), `note on ${axis.name}`)} />
      <NoteField label="note on all of it" value={component.note} onCommit={(note) => make(setNote(at, note), `note on ${component.name}`)} />
    </>
  )
}
