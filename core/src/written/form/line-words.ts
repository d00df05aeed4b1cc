/** What the lines of a component or screen begin with that are no part and no trigger, by what they stand inside. */
export const LINE_WORDS = {
  component: ['states', 'parameter', 'variable', 'motion', 'combination', 'absent'],
  screen: ['variable', 'size', 'over:', 'absent', 'motion'],
  part: ['drag', 'glide', 'items', 'order'],
  states: ['look', 'loop', 'group'],
  motion: ['lane', 'keyframe'],
} as const
