import { certain, type Paint, type PropertyValues } from '../../document'
import { baseline, linesHeight, textWidth, type TextStyle } from '../../layout'
import { transformed, type Frame, type Matrix, type Point } from '../../scene'
import type { Built } from './built'
import { lengthIn, numbersIn, scaleOf } from './geometry'
import { INITIAL, type Style, type StyleSheets } from './style'
import { textIn } from '../xml-tree'
import type { SvgElement } from './tree'

/** Words in one style, where they begin. */
interface Run {
  readonly words: string
  readonly style: Style
  readonly at: Point
}

const LINE_HEIGHT = 1.3

/** The words of a `text` element, a run for each piece with a place or style of its own. */
export function runsIn(element: SvgElement, style: Style, sheets: StyleSheets): readonly Run[] {
  const runs: Run[] = []
  let pen: Point = { x: 0, y: 0 }
  const visit = (node: SvgElement, own: Style): void => {
    const first = (name: string) => numbersIn(node.attributes[name])[0]
    pen = { x: (first('x') ?? pen.x) + (first('dx') ?? 0), y: (first('y') ?? pen.y) + (first('dy') ?? 0) }
    for (const child of node.children) {
      if (child.name === 'tspan' || child.name === 'a') visit(child, sheets.styleOf(child, own))
      if (child.name !== '#text') continue
      const words = textIn(child).replace(/\s+/g, ' ')
      const isFirst = runs.length === 0
      const shown = isFirst ? words.trimStart() : words
      if (shown.trim() === '' && (isFirst || child === node.children.at(-1))) continue
      runs.push({ words: shown, style: own, at: pen })
      if (own['text-anchor'] !== 'middle' && own['text-anchor'] !== 'end') pen = { x: pen.x + textWidth(shown, textStyleIn(own)), y: pen.y }
    }
  }
  visit(element, style)
  const last = runs.at(-1)
  if (last) runs[runs.length - 1] = { ...last, words: last.words.trimEnd() }
  return runs.filter(({ words }) => words !== '')
}

/** What an SVG text element says of its font, as properties of a text part. */
export function textStyleIn(style: Style): TextStyle {
  const weight = { normal: 400, bold: 700, lighter: 400, bolder: 700 }[style['font-weight'] ?? ''] ?? Number(style['font-weight'] ?? 400)
  return {
    family: /mono|courier|consolas/i.test(style['font-family'] ?? '') ? 'mono' : 'sans',
    weight: weight >= 650 ? '700' : weight >= 500 ? '600' : '400',
    sizePx: Math.max(1, lengthIn(style['font-size'], 16) ?? certain(lengthIn(INITIAL['font-size']))),
    letterSpacingPx: lengthIn(style['letter-spacing']) ?? 0,
    lineHeight: LINE_HEIGHT,
  }
}

/** A run as a text part, turned and scaled as its matrix has it. */
export function textPart(run: Run, matrix: Matrix, name: string, paintIn: (frame: Frame) => Paint): Built {
  const scale = scaleOf(matrix)
  const style = textStyleIn(run.style)
  const sized: TextStyle = { ...style, sizePx: style.sizePx * scale, letterSpacingPx: style.letterSpacingPx * scale }
  const [width, height] = [Math.max(1, textWidth(run.words, sized)), linesHeight(1, sized)]
  const align = { middle: 'center', end: 'end' }[run.style['text-anchor'] ?? ''] ?? 'start'
  const at = transformed(matrix, run.at)
  const transformOriginX = align === 'center' ? 0.5 : align === 'end' ? 1 : 0
  const frame = { x: at.x - transformOriginX * width, y: at.y - baseline(sized), width, height }
  const turn = (Math.atan2(matrix[1], matrix[0]) * 180) / Math.PI
  const values: PropertyValues = {
    text: run.words, fontFamily: sized.family, fontWeight: sized.weight, fontSize: Math.round(sized.sizePx * 100) / 100, lineHeight: LINE_HEIGHT, textWrap: false, textAlign: align, fill: paintIn(frame),
    ...(sized.letterSpacingPx === 0 ? {} : { letterSpacing: Math.round(sized.letterSpacingPx * 100) / 100 }),
    ...(Math.abs(turn) < 0.01 ? {} : { rotation: Math.round(turn * 100) / 100, transformOriginX, transformOriginY: (at.y - frame.y) / height }),
  }
  return { kind: 'text', name, frame, values, inside: [] }
}

/** Whether the bundled fonts stand in for another one. */
export const isOtherFont = (family: string | undefined): boolean =>
  family !== undefined && !/^\s*(sans-serif|serif|monospace|system-ui|ui-sans-serif)\s*$/i.test(family) && !/Atkinson Hyperlegible/i.test(family)
