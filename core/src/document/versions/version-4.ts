import type { Fields } from '../fields'
import { each, every, fields, words } from './rewriting'

const PROPERTIES = {
  shiftX: 'translateX', shiftY: 'translateY', rotate: 'rotation', anchorX: 'transformOriginX', anchorY: 'transformOriginY', takesInput: 'receivesInput', inFlow: 'inLayout',
}

const property = words(PROPERTIES)
const properties = fields(PROPERTIES)
const look = every(properties)

const TIMING = { turn: 'rotationDirection', jump: 'switchAt' }

const motion = fields({ ...TIMING, stages: 'keyframes', carryVelocity: 'velocity', reduced: 'reducedMotion' }, {
  lanes: each(fields(TIMING, { property })),
  stages: each(fields({}, { look })),
  policy: words({ retarget: 'continue', refuse: 'ignore', complete: 'skip to end' }),
  carryVelocity: words({ true: 'keep', false: 'reset' }),
  reduced: words({ 'movement jumps': 'skip movement', 'all jumps': 'skip all' }),
})

const drag = fields({ within: 'limitTo', rests: 'snapTo', throws: 'keepsMomentum' }, { within: words({ holder: 'parent' }) })

const part = fields({ carryKey: 'transitionName' }, { base: properties, drag, motion })

const rule = fields({}, {
  trigger: fields({ holdWhile: 'pauseWhile' }),
  actions: each(fields({}, { motion })),
  target: fields({ wrap: 'loops' }, { go: words({ nothing: 'ignored' }) }),
  motion,
})

const state = fields({ continuous: 'loop' }, { look, continuous: fields({ repeat: 'direction', times: 'count', turn: 'rotationDirection' }, { to: look }) })

const component = fields({}, {
  parts: each(part), rules: each(rule), motion, absent: look,
  axes: each(fields({ drivenBy: 'boundTo' }, { states: each(state) })),
  combinations: each(fields({}, { look })),
  pairs: each(fields({}, { motion })),
})

const screen = fields({ waysIn: 'entryPoints' }, { parts: each(part), rules: each(rule), motion, absent: look, overlay: fields({ dim: 'backdropOpacity' }) })

const take = fields({ wayIn: 'entryPoint' }, { expectations: each(fields({}, { expect: fields({}, { property }) })) })

/** A project of version 3 as one of version 4, which says plainer words for some fields and choices and is otherwise the same. */
export const toVersion4 = (file: Fields): Fields =>
  ({ ...file, motion: motion(file.motion), components: each(component)(file.components), screens: each(screen)(file.screens), takes: each(take)(file.takes) })
