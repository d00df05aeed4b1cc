import { RangeSetBuilder } from '@codemirror/state'
import { Decoration, ViewPlugin, WidgetType, type DecorationSet, type EditorView, type ViewUpdate } from '@codemirror/view'
import type { Project } from '@rheoscope/core/document'
import { easingProblem, parseEasing } from '@rheoscope/core/motion'
import { aboutText, shownText } from './shown-text'

/** What has a picture: a colour, a token, an easing. */
const PICTURED = /#[0-9a-fA-F]{3,8}\b|"?@([\w-]+|[^"]+(?="))|\b(?:(?:cubic-bezier|spring|steps|linear)\([^()]*\)|(?:ease-in-out|ease-in|ease-out|ease|linear)(?![\w(-]))/g

/** A picture in front of what it is of. */
class Picture extends WidgetType {
  constructor(private readonly of: string, private readonly draw: (of: string) => HTMLElement) {
    super()
  }

  override eq(other: Picture): boolean {
    return other.of === this.of && other.draw === this.draw
  }

  override toDOM(): HTMLElement {
    return this.draw(this.of)
  }
}

/** A little square of a colour. */
export function swatch(colour: string): HTMLElement {
  const square = document.createElement('span')
  square.className = 'text-swatch'
  square.setAttribute('aria-hidden', 'true')
  square.style.backgroundColor = colour
  return square
}

const SIZE = 14

/** A little picture of how far an easing is at each instant. */
export function curve(easing: string): HTMLElement {
  const { ease } = parseEasing(easing)
  const points = Array.from({ length: SIZE + 1 }, (_each, step) => `${step},${(1 - ease(step / SIZE)) * (SIZE - 4) + 2}`)
  return drawn('text-curve', SIZE, 'polyline', { points: points.join(' ') })
}

/** A little picture of an icon, from its outline in a square of 24 px. */
export const outline = (d: string): HTMLElement => drawn('text-icon', 24, 'path', { d })

function drawn(className: string, size: number, shape: 'polyline' | 'path', attributes: Readonly<Record<string, string>>): HTMLElement {
  const holder = document.createElement('span')
  holder.className = className
  holder.setAttribute('aria-hidden', 'true')
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  const line = document.createElementNS('http://www.w3.org/2000/svg', shape)
  svg.setAttribute('viewBox', `0 0 ${size} ${size}`)
  for (const [name, value] of Object.entries(attributes)) line.setAttribute(name, value)
  svg.append(line)
  holder.append(svg)
  return holder
}

function pictureOf({ tokens }: Pick<Project, 'tokens'>, found: string, token: string | undefined): WidgetType | null {
  if (found.startsWith('#')) return new Picture(found, swatch)
  const named = tokens.find(({ name }) => name === token)
  if (named?.type === 'colour') return new Picture(String(named.value), swatch)
  const easing = token === undefined ? found : named?.type === 'easing' ? String(named.value) : ''
  return easingProblem(easing) === null ? new Picture(easing, curve) : null
}

function picturesIn(view: EditorView): DecorationSet {
  const { project } = view.state.field(aboutText)
  const pictures = new RangeSetBuilder<Decoration>()
  for (const { from, to } of view.visibleRanges) {
    for (const { 0: found, 1: token, index } of view.state.sliceDoc(from, to).matchAll(PICTURED)) {
      const widget = pictureOf(project, found, token)
      if (widget) pictures.add(from + index, from + index, Decoration.widget({ widget, side: -1 }))
    }
  }
  return pictures.finish()
}

/** Colours and easings with a picture in front of each. */
export const valuePictures = ViewPlugin.fromClass(class {
  decorations: DecorationSet

  constructor(view: EditorView) {
    this.decorations = picturesIn(view)
  }

  update(update: ViewUpdate): void {
    if (update.docChanged || update.viewportChanged || update.transactions.some((each) => each.effects.some((effect) => effect.is(shownText)))) this.decorations = picturesIn(update.view)
  }
}, { decorations: ({ decorations }) => decorations })
