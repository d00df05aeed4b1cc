/** A success criterion of WCAG 2.2, with what is looked at of it. */
export interface Criterion {
  /** Its number, such as `2.5.8`. */
  readonly number: string
  /** Its name in the standard. */
  readonly name: string
  readonly level: 'A' | 'AA' | 'AAA'
  /** The checks that look at a part of it; none where nothing does. */
  readonly checks: readonly string[]
  /** What of it they look at, as a sentence without its full stop; empty where nothing does. */
  readonly looksAt: string
}

const looked = (number: string, name: string, level: Criterion['level'], checks: readonly string[], looksAt: string): Criterion => ({ number, name, level, checks, looksAt })

const not = (number: string, name: string, level: Criterion['level']): Criterion => ({ number, name, level, checks: [], looksAt: '' })

/**
 * Every success criterion of levels A and AA in WCAG 2.2 (W3C Recommendation, 12 December 2024), and 2.3.3, with the checks
 * that look at some of it. A criterion without findings has not been met by that: no check looks at all of one.
 */
export const CRITERIA: readonly Criterion[] = [
  not('1.1.1', 'Non-text Content', 'A'),
  not('1.2.1', 'Audio-only and Video-only (Prerecorded)', 'A'),
  not('1.2.2', 'Captions (Prerecorded)', 'A'),
  not('1.2.3', 'Audio Description or Media Alternative (Prerecorded)', 'A'),
  not('1.2.4', 'Captions (Live)', 'AA'),
  not('1.2.5', 'Audio Description (Prerecorded)', 'AA'),
  not('1.3.1', 'Info and Relationships', 'A'),
  not('1.3.2', 'Meaningful Sequence', 'A'),
  not('1.3.3', 'Sensory Characteristics', 'A'),
  looked('1.3.4', 'Orientation', 'AA', ['cut-off', 'covered'], 'Whether all that is on a screen is still there when it is turned, where it has a size for that'),
  not('1.3.5', 'Identify Input Purpose', 'AA'),
  not('1.4.1', 'Use of Color', 'A'),
  not('1.4.2', 'Audio Control', 'A'),
  looked('1.4.3', 'Contrast (Minimum)', 'AA', ['contrast-low', 'contrast-unknown'], 'Text against a plain ground, in every state and on the way between two; what stands on pictures or gradients is named'),
  not('1.4.4', 'Resize Text', 'AA'),
  not('1.4.5', 'Images of Text', 'AA'),
  looked('1.4.10', 'Reflow', 'AA', ['cut-off', 'covered'], 'Whether what stands on a screen stays within each of its further sizes, and can be pointed at there; not whether it scrolls one way only'),
  looked('1.4.11', 'Non-text Contrast', 'AA', ['contrast-low', 'contrast-unknown'], 'Icons, and controls without text or icon, against a plain ground'),
  not('1.4.12', 'Text Spacing', 'AA'),
  looked('1.4.13', 'Content on Hover or Focus', 'AA', ['hover-stays'], 'Whether Escape takes away a text that comes when something is pointed at; not whether it can be pointed at itself'),
  looked('2.1.1', 'Keyboard', 'A', ['no-keyboard-way', 'reachable-only-by', 'drag-only'], 'Whether the keyboard can do what taps, long presses and drags do, and reach every state they reach'),
  looked('2.1.2', 'No Keyboard Trap', 'A', ['focus-trapped'], 'Whether Tab leads out of every part that takes the focus'),
  not('2.1.4', 'Character Key Shortcuts', 'A'),
  looked('2.2.1', 'Timing Adjustable', 'A', ['vanishes-by-itself'], 'Texts, and overlays with text, that go by a timer nothing holds'),
  looked('2.2.2', 'Pause, Stop, Hide', 'A', ['cannot-be-paused'], 'Motion that goes on for more than five seconds and that nothing stops'),
  looked('2.3.1', 'Three Flashes or Below Threshold', 'A', ['flashes'], 'How often something flashes within a second, or to and from red, and how large that is in a component of its own size'),
  looked('2.3.3', 'Animation from Interactions', 'AAA', ['no-reduced-form'], 'Whether movement can be done without by those who asked for less'),
  not('2.4.1', 'Bypass Blocks', 'A'),
  not('2.4.2', 'Page Titled', 'A'),
  not('2.4.3', 'Focus Order', 'A'),
  not('2.4.4', 'Link Purpose (In Context)', 'A'),
  not('2.4.5', 'Multiple Ways', 'AA'),
  not('2.4.6', 'Headings and Labels', 'AA'),
  looked('2.4.7', 'Focus Visible', 'AA', ['focus-invisible'], 'Whether what has the focus is to be seen itself'),
  not('2.4.11', 'Focus Not Obscured (Minimum)', 'AA'),
  not('2.5.1', 'Pointer Gestures', 'A'),
  looked('2.5.2', 'Pointer Cancellation', 'A', ['acts-on-press'], 'What a press brings about that letting go elsewhere does not take back'),
  looked('2.5.3', 'Label in Name', 'A', ['label-in-name'], 'Whether the accessible name of what one taps has any of what can be read on it'),
  not('2.5.4', 'Motion Actuation', 'A'),
  looked('2.5.7', 'Dragging Movements', 'AA', ['drag-only'], 'Whether a tap or a key does what a drag does'),
  looked('2.5.8', 'Target Size (Minimum)', 'AA', ['target-small'], 'How large what one taps is, and how near to what else answers, within one component'),
  not('3.1.1', 'Language of Page', 'A'),
  not('3.1.2', 'Language of Parts', 'AA'),
  looked('3.2.1', 'On Focus', 'A', ['focus-leads-away'], 'Whether another screen or an overlay comes as soon as something has the focus'),
  not('3.2.2', 'On Input', 'A'),
  not('3.2.3', 'Consistent Navigation', 'AA'),
  not('3.2.4', 'Consistent Identification', 'AA'),
  not('3.2.6', 'Consistent Help', 'A'),
  not('3.3.1', 'Error Identification', 'A'),
  not('3.3.2', 'Labels or Instructions', 'A'),
  not('3.3.3', 'Error Suggestion', 'AA'),
  not('3.3.4', 'Error Prevention (Legal, Financial, Data)', 'AA'),
  not('3.3.7', 'Redundant Entry', 'A'),
  not('3.3.8', 'Accessible Authentication (Minimum)', 'AA'),
  looked('4.1.2', 'Name, Role, Value', 'A', ['no-name', 'no-role', 'says-no-state', 'disabled-answers'], 'Whether what one taps has a name, says what it is, and says how it is where its role has to; not whether what it says is so'),
  not('4.1.3', 'Status Messages', 'AA'),
]
