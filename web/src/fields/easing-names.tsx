import { EASING_KEYWORDS } from '@rheoscope/core/motion'

/** The names of easings, for fields that offer them. */
export const EasingNames = () => <datalist id="easings">{EASING_KEYWORDS.map((keyword) => <option key={keyword} value={keyword} />)}</datalist>
