import { slug, type Token } from '../../document'
import { controlPoints, cssEasing, parseColour } from '../../motion'
import { counted } from '../counted'
import { type Form } from './form'

/** The names our tokens go by in that format. */
const TYPES = { colour: 'color', duration: 'duration', easing: 'cubicBezier', size: 'dimension' } as const

/** The tokens of a project for other tools. */
export const designTokens: Form = {
  name: 'tokens',
  label: 'Design tokens',
  forWhom: 'Builds it',
  says: 'Colours, sizes, durations and easings by name, as the Design Tokens Format Module has them (Design Tokens Community Group, 2025.10).',
  takes: ['project'],
  make: ({ name, tokens }) => {
    const left = tokens.filter((token) => token.type === 'easing' && controlPoints(String(token.value)) === null)
    const file = Object.fromEntries(tokens.filter((token) => !left.includes(token)).map((token) => [tokenName(token), { $type: TYPES[token.type], $value: valueOf(token), ...(token.note === undefined ? {} : { $description: token.note }) }]))
    return {
      files: [{ name: `${slug(name)}.tokens.json`, mediaType: 'application/json', content: `${JSON.stringify(file, null, 2)}\n` }],
      holds: [counted(tokens.length - left.length, 'token')],
      leavesOut: left.map(({ name: easing, value }) => `“${easing}”: ${String(value)} is no Bézier curve, and the format has no other easings; in CSS it is ${cssEasing(String(value))}.`),
    }
  },
}

/** A name without the signs that mean something in a reference (Format Module § 5.1). */
const tokenName = ({ name }: Token): string => name.replace(/^\$/, '').replace(/[{}.]/g, '-')

function valueOf({ type, value }: Token): unknown {
  if (type === 'duration') return { value: Number(value), unit: 'ms' }
  if (type === 'size') return { value: Number(value), unit: 'px' }
  if (type === 'easing') return controlPoints(String(value))
  const [r, g, b, alpha] = parseColour(String(value))
  const share = (channel: number) => Math.round(channel * 1e4) / 1e4
  return { colorSpace: 'srgb', components: [share(r), share(g), share(b)], alpha: share(alpha), hex: String(value).slice(0, 7) }
}
