import { certain, firstOf, itemAt, LIMITS, type PropertyValues } from '../../document'
import { IDENTITY, multiply, transformedOutline, type Frame, type Matrix } from '../../scene'
import { clippedTo, grouped, type Built } from './built'
import { lengthIn, numbersIn, transformIn, viewBoxMatrix } from './geometry'
import { isShape, outlineIn, rectangleOutline } from './outlines'
import { Paints, ratioIn } from './paint'
import { shapePart } from './shapes'
import { INITIAL, StyleSheets, type Style } from './style'
import { isOtherFont, runsIn, textPart } from './text'
import { elementsIn } from '../xml-tree'
import type { SvgElement } from './tree'

/** Elements that show nothing by themselves, or say nothing about what is shown. */
const SILENT = new Set(['defs', 'title', 'desc', 'metadata', 'style', 'symbol', 'linearGradient', 'radialGradient', 'stop', 'clipPath', '#text', 'view', 'cursor'])

/** Elements that do not come in, in the words of the one who brings the file. */
const LEFT_OUT: Readonly<Record<string, string>> = {
  script: 'a script, removed', foreignObject: 'a foreign object, removed', image: 'a picture inside', pattern: 'a pattern', mask: 'a mask', filter: 'a filter', marker: 'a marker',
  textPath: 'text along a path', animate: 'movement', animateTransform: 'movement', animateMotion: 'movement', set: 'movement', video: 'a video, removed', audio: 'sound, removed', iframe: 'a page inside, removed',
}

/** Reads a picture element by element; what cannot come in is told to `leaveOut`. */
export class Reader {
  private readonly byId = new Map<string, SvgElement>()
  private readonly sheets: StyleSheets
  private readonly paints: Paints
  private readonly using: SvgElement[] = []
  private count = 0
  private room = { width: 100, height: 100 }

  constructor(private readonly root: SvgElement, private readonly leaveOut: (what: string) => void) {
    for (const element of elementsIn(root)) {
      const { id } = element.attributes
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element)
      this.inspect(element)
    }
    this.sheets = new StyleSheets(root, leaveOut)
    this.paints = new Paints(this.byId, this.sheets, leaveOut)
  }

  picture(name: string): Built {
    const { attributes } = this.root
    const viewBox = numbersIn(attributes.viewBox)
    const [, , w, h] = viewBox
    const width = Math.max(1, lengthIn(attributes.width, w ?? 300) ?? w ?? 300)
    const height = Math.max(1, lengthIn(attributes.height, h ?? 150) ?? h ?? 150)
    this.room = { width: w ?? width, height: h ?? height }
    const style = this.sheets.styleOf(this.root, INITIAL)
    const inside = this.childrenOf(this.root, viewBoxMatrix(viewBox, attributes.preserveAspectRatio, width, height), style)
    const opacity = ratioIn(style.opacity)
    return { kind: 'container', name, frame: { x: 0, y: 0, width, height }, values: { clip: true, ...(opacity < 1 ? { opacity } : {}) }, inside }
  }

  /** What is dangerous or beyond this, said once for each place. */
  private inspect({ name, attributes }: SvgElement): void {
    const what = LEFT_OUT[name]
    if (what !== undefined && name !== 'mask' && name !== 'filter' && name !== 'pattern' && name !== 'marker') this.leaveOut(what)
    if (name.startsWith('http://www.w3.org/1999/xhtml')) this.leaveOut('a part of a web page, removed')
    for (const [attribute, value] of Object.entries(attributes)) {
      if (/^on/i.test(attribute)) this.leaveOut(`the script in “${attribute}”, removed`)
      else if (attribute === 'href' && !value.startsWith('#') && name !== 'image') this.leaveOut('a reference to elsewhere, removed')
      else if (/url\(\s*["']?(?!#)[^)]/i.test(value)) this.leaveOut('a reference to elsewhere, removed')
    }
  }

  private childrenOf = (element: SvgElement, matrix: Matrix, style: Style): readonly Built[] =>
    element.children.flatMap((child) => this.built(child, matrix, style))

  private built(element: SvgElement, outer: Matrix, around: Style): readonly Built[] {
    if (SILENT.has(element.name) || LEFT_OUT[element.name] !== undefined || element.name.includes(' ')) return []
    const style = this.sheets.styleOf(element, around)
    if (style.display === 'none') return []
    const own = transformIn(element.attributes.transform ?? style.transform)
    if (!own) {
      this.leaveOut(`a transform that cannot be read, with its ${element.name}`)
      return []
    }
    if (this.count >= LIMITS.svgElements) {
      this.leaveOut(`what comes after the first ${LIMITS.svgElements.toLocaleString('en')} shapes`)
      return []
    }
    const matrix = multiply(outer, own)
    for (const effect of ['filter', 'mask', 'marker-start', 'marker-mid', 'marker-end'] as const) {
      if (style[effect] !== undefined && style[effect] !== 'none') this.leaveOut(`a ${effect.replace(/-.*/, '')}`)
    }
    return this.clipped(style['clip-path'], matrix, this.contents(element, matrix, style))
  }

  private contents(element: SvgElement, matrix: Matrix, style: Style): readonly Built[] {
    const opacity = ratioIn(style.opacity)
    const name = element.attributes.id ?? WORDS[element.name] ?? element.name
    const translucent: PropertyValues = opacity < 1 ? { opacity } : {}
    switch (element.name) {
      case 'g':
      case 'a':
        return grouped(name, this.childrenOf(element, matrix, style), translucent)
      case 'switch':
        return grouped(name, this.childrenOf({ ...element, children: element.children.filter((child) => child.name !== '#text').slice(0, 1) }, matrix, style), translucent)
      case 'svg':
        return grouped(name, this.nested(element, element.attributes, matrix, style), translucent)
      case 'use':
        return grouped(name, this.used(element, matrix, style), translucent)
      case 'text':
        return this.texts(element, matrix, style, name)
      default:
        return isShape(element) ? this.shape(element, matrix, style, name) : (this.leaveOut(`“${element.name}”`), [])
    }
  }

  private shape(element: SvgElement, matrix: Matrix, style: Style, name: string): readonly Built[] {
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return []
    const d = outlineIn(element, this.room)
    if (d === null) {
      this.leaveOut(`a ${element.name} without a shape`)
      return []
    }
    this.count++
    return [shapePart(element, { d, matrix, style, name, room: this.room }, this.paints, this.leaveOut)]
  }

  private texts(element: SvgElement, matrix: Matrix, style: Style, name: string): readonly Built[] {
    const runs = runsIn(element, style, this.sheets).filter((run) => run.style.visibility !== 'hidden')
    if (runs.some((run) => isOtherFont(run.style['font-family']))) this.leaveOut(`the font “${certain(firstOf(runs).style['font-family'])}”; a bundled one stands in for it`)
    if (style.stroke !== undefined && style.stroke !== 'none') this.leaveOut('the stroke of a text')
    const opacity = ratioIn(style.opacity)
    this.count += runs.length
    return grouped(name, runs.map((run) => {
      const part = textPart(run, matrix, run.words.slice(0, 24), (frame) => this.paints.paintOf('fill', { style: run.style, bounds: frame, frame, matrix: IDENTITY }))
      return opacity < 1 ? { ...part, values: { ...part.values, opacity } } : part
    }))
  }

  private used(element: SvgElement, matrix: Matrix, style: Style): readonly Built[] {
    const target = this.byId.get(element.attributes.href?.replace(/^#/, '') ?? '')
    if (!target || !element.attributes.href?.startsWith('#')) return []
    if (this.using.includes(target)) {
      this.leaveOut('something that uses itself')
      return []
    }
    const { attributes } = element
    const placed = multiply(matrix, [1, 0, 0, 1, lengthIn(attributes.x, this.room.width) ?? 0, lengthIn(attributes.y, this.room.height) ?? 0])
    this.using.push(target)
    const isFrame = target.name === 'symbol' || target.name === 'svg'
    const built = isFrame ? this.nested(target, { ...target.attributes, ...sizeOf(attributes) }, placed, this.sheets.styleOf(target, style)) : this.built(target, placed, style)
    this.using.pop()
    return built
  }

  /** A picture in the picture, seen through its own frame. */
  private nested(element: SvgElement, attributes: SvgElement['attributes'], matrix: Matrix, style: Style): readonly Built[] {
    const width = lengthIn(attributes.width, this.room.width) ?? this.room.width
    const height = lengthIn(attributes.height, this.room.height) ?? this.room.height
    if (width <= 0 || height <= 0) return []
    const isSymbol = element.name === 'symbol'
    const [x, y] = isSymbol ? [0, 0] : [lengthIn(attributes.x, this.room.width) ?? 0, lengthIn(attributes.y, this.room.height) ?? 0]
    const placed = multiply(matrix, [1, 0, 0, 1, x, y])
    const viewBox = numbersIn(attributes.viewBox)
    const before = this.room
    this.room = viewBox.length === 4 ? { width: itemAt(viewBox, 2), height: itemAt(viewBox, 3) } : { width, height }
    const inside = this.childrenOf(element, multiply(placed, viewBoxMatrix(viewBox, attributes.preserveAspectRatio, width, height)), style)
    this.room = before
    const frame = rectangleOutline(transformedOutline(`M0 0H${width}V${height}H0Z`, placed))
    const name = element.attributes.id ?? 'picture'
    return frame && attributes.overflow !== 'visible' ? clippedTo(frame, name, inside) : grouped(name, inside)
  }

  /** What a clip path leaves of something: only clips that are upright rectangles come in. */
  private clipped(said: string | undefined, matrix: Matrix, inside: readonly Built[]): readonly Built[] {
    if (said === undefined || said === 'none' || inside.length === 0) return inside
    const clip = this.byId.get(/^url\(\s*["']?#([^"')]+)/.exec(said)?.[1] ?? '')
    const frame = clip?.name === 'clipPath' ? this.clipFrame(clip, matrix) : null
    if (frame) return clippedTo(frame, certain(clip).attributes.id ?? 'clip', inside)
    if (clip) this.leaveOut('a clip that is no upright rectangle')
    return inside
  }

  private clipFrame(clip: SvgElement, matrix: Matrix): Frame | null {
    const shapes = clip.children.filter(({ name }) => name !== '#text')
    const [shape] = shapes
    if (!shape || shapes.length > 1 || clip.attributes.clipPathUnits === 'objectBoundingBox') return null
    const target = shape.name === 'use' ? this.byId.get(shape.attributes.href?.replace(/^#/, '') ?? '') : shape
    const d = target && outlineIn(target, this.room)
    const own = [clip, shape, ...(target && target !== shape ? [target] : [])].map(({ attributes }) => transformIn(attributes.transform))
    if (!d || own.includes(null)) return null
    return rectangleOutline(transformedOutline(d, own.reduce<Matrix>((whole, step) => multiply(whole, certain(step)), matrix)))
  }
}

const WORDS: Readonly<Record<string, string>> = { g: 'group', rect: 'box', circle: 'circle', line: 'line', polyline: 'line', use: 'copy', svg: 'picture', a: 'group', switch: 'group' }

const sizeOf = ({ width, height }: SvgElement['attributes']): Record<string, string> => ({ ...(width === undefined ? {} : { width }), ...(height === undefined ? {} : { height }) })
