import { isExpression, isGradient, isToken, RheoError, type Gradient, type PropertyDefinition, type Shadow, type Token, type Value } from '../../document'
import { quoted } from '../words'

type Tokens = readonly Pick<Token, 'id' | 'name'>[]

const NUMBERS: readonly PropertyDefinition['type'][] = ['number', 'length', 'ratio', 'angle']

/** A word that is one word in a line, and begins nothing else. */
const ONE_WORD = /^[^\s"'(),;:=@#[\]{}][^\s"'(),;[\]{}]*$/

/** The text of a value of a property in the written form; `readValueText` reads it. */
export function valueText({ type, choices = [] }: Pick<PropertyDefinition, 'type' | 'choices'>, value: Value, tokens: Tokens): string {
  if (isExpression(value)) return quoted(`= ${value.expr}`)
  if (isToken(value)) return tokenText(value.token, tokens)
  if (isGradient(value)) return gradientText(value)
  if (value === null) return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return type === 'dash' ? quoted(value.join(' ')) : `shadows(${value.map((each) => (typeof each === 'number' ? String(each) : shadowText(each))).join(', ')})`
  if (typeof value === 'number') return String(value)
  if (typeof value !== 'string') return ''
  if (type === 'choice' && choices.includes(value) && value.split(' ').every((word) => ONE_WORD.test(word))) return value
  return /^#[0-9a-f]+$/i.test(value) || (type !== 'text' && ONE_WORD.test(value)) ? value : quoted(value)
}

/** Reads what `valueText` writes: by the type of the property, after `=` an expression and after `@` a token. Throws a `RheoError` (`unreadable`). */
export function readValueText({ type, label, choices }: Pick<PropertyDefinition, 'type' | 'label' | 'choices'>, text: string, tokens: Tokens): Value {
  if (text.startsWith('=')) return { expr: text.slice(1).trim() }
  if (text.startsWith('@')) return { token: tokenNamed(text.slice(1), tokens) }
  const wrong = (wanted: string) => new RheoError('unreadable', text, `${label} takes ${wanted}, not “${text}”.`)
  if (NUMBERS.includes(type)) {
    const number = text === '' ? NaN : Number(text)
    if (!Number.isFinite(number)) throw wrong('a number')
    return number
  }
  switch (type) {
    case 'yesNo':
      if (text !== 'yes' && text !== 'no') throw wrong('yes or no')
      return text === 'yes'
    case 'paint':
    case 'colour':
      if (type === 'paint' && text === 'none') return null
      return gradientIn(text) ?? text
    case 'shadows': {
      const [, inside] = /^shadows\((.*)\)$/.exec(text) ?? []
      if (inside === undefined) throw wrong('shadows(0 2 4 0 #00000040)')
      return inside.split(',').filter((each) => each.trim() !== '').map((each) => shadowIn(each.trim(), wrong))
    }
    case 'choice':
      if (choices?.includes(text) === false) throw wrong(`one of ${choices.join(', ')}`)
      return text
    case 'dash':
      return text.split(' ').filter((each) => each !== '').map(Number)
    default:
      return text
  }
}

function tokenText(id: string, tokens: Tokens): string {
  const name = tokens.find((each) => each.id === id)?.name
  return name === undefined ? quoted(`@${id}`) : /^[\w-]+$/.test(name) ? `@${name}` : quoted(`@${name}`)
}

/** The token of that name. */
export function tokenNamed(name: string, tokens: Tokens): string {
  const token = tokens.find((each) => each.name === name)
  if (!token) throw new RheoError('unreadable', name, `There is no token called “${name}”${tokens.length > 0 ? `: ${tokens.map((each) => each.name).join(', ')}` : ''}.`)
  return token.id
}

const shadowText = ({ x, y, blur, spread, colour, inset }: Shadow): string => `${inset ? 'inset ' : ''}${x} ${y} ${blur} ${spread} ${colour}`

function shadowIn(text: string, wrong: (wanted: string) => RheoError): Shadow {
  const [, inset, x, y, blur, spread, colour = ''] = /^(inset )?(\S+) (\S+) (\S+) (\S+) (#\S+)$/.exec(text) ?? []
  const [across, down, soft, further] = [x, y, blur, spread].map(Number)
  if (across === undefined || down === undefined || soft === undefined || further === undefined || [across, down, soft, further].some(Number.isNaN)) throw wrong('shadows(0 2 4 0 #00000040)')
  return { x: across, y: down, blur: soft, spread: further, colour, inset: inset !== undefined }
}

function gradientText({ gradient, angleDeg, stops, place }: Gradient): string {
  const placed = place ? [`place ${place.join(' ')}`] : []
  return `${gradient}(${[String(angleDeg), ...stops.map(({ colour, at }) => `${colour} ${at}`), ...placed].join(', ')})`
}

function gradientIn(text: string): Gradient | null {
  const [, gradient, inside = ''] = /^(linear|radial|conic)\((.*)\)$/.exec(text) ?? []
  if (gradient !== 'linear' && gradient !== 'radial' && gradient !== 'conic') return null
  const [angle = '', ...rest] = inside.split(',').map((each) => each.trim())
  const place = rest.find((each) => each.startsWith('place '))?.slice('place '.length).split(' ').map(Number)
  const stops = rest.filter((each) => !each.startsWith('place ')).map((each) => {
    const [colour = '', at = ''] = each.split(' ')
    return { colour, at: Number(at) }
  })
  return { gradient, angleDeg: Number(angle), stops, ...(place ? { place } : {}) }
}
