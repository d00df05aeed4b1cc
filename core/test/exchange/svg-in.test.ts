import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { svgIn, SVG_LIMITS } from '@rheoscope/core/exchange'
import { Part, PROPERTIES, valueProblem, type Literal } from '@rheoscope/core/document'
import { validated } from '@rheoscope/core/schema'

function brought(inside: string, attributes = 'viewBox="0 0 100 100" width="100" height="100"') {
  let count = 0
  return svgIn(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`, 'picture', () => `i${count++}`)
}

const only = (inside: string, attributes?: string): Part => brought(inside, attributes).parts[1]!

/** Where a part lies in the picture as a whole. */
function placeOf(parts: readonly Part[], id: string): { x: number; y: number } {
  const part = parts.find((each) => each.id === id)!
  const outer = part.parent === null ? { x: 0, y: 0 } : placeOf(parts, part.parent)
  return { x: outer.x + (part.base.x as number), y: outer.y + (part.base.y as number) }
}

describe('an SVG file comes in', () => {
  test('with its shapes as boxes, ellipses and paths', () => {
    const { parts, leftOut } = brought('<rect x="10" y="20" width="30" height="40" rx="5" fill="#f00"/><circle cx="50" cy="50" r="10"/><path d="M0 0h10v10z"/><line x1="0" y1="0" x2="9" y2="9" stroke="navy" stroke-width="2"/>')
    expect(parts.map(({ kind }) => kind)).toEqual(['container', 'box', 'ellipse', 'path', 'path'])
    expect(parts[1]!.base).toMatchObject({ x: 10, y: 20, width: 30, height: 40, radiusTopLeft: 5, fill: '#ff0000' })
    expect(parts[4]!.base).toMatchObject({ stroke: '#000080', strokeWidth: 2, fill: null })
    expect(leftOut).toEqual([])
  })

  test('through transforms of groups, the view box and uses of symbols', () => {
    const symbol = '<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol>'
    const { parts } = brought(`${symbol}<g transform="translate(10 10) scale(2)"><use href="#s" x="5" y="5" width="20" height="20"/></g>`, 'viewBox="0 0 100 100" width="200" height="200"')
    const box = parts.find(({ kind }) => kind === 'box')!
    expect([placeOf(parts, box.id), box.base.width, box.base.height]).toEqual([{ x: 40, y: 40 }, 80, 80])
  })

  test('with what is turned as a path that is turned', () => {
    const { d, width, height } = only('<rect x="40" y="40" width="20" height="20" transform="rotate(45 50 50)"/>').base
    expect([Math.round(width as number), Math.round(height as number)]).toEqual([28, 28])
    expect(d).toMatch(/^M14\.142 0/)
  })

  test('with styles from sheets, classes and attributes, the more specific winning', () => {
    const sheet = '<style>.a, rect { fill: #00ff00 } #two { fill: #0000ff } g > .b { fill: red; opacity: 0.5 }</style>'
    const { parts } = brought(`${sheet}<rect width="1" height="1" fill="#fff"/><rect id="two" class="a" width="1" height="1"/><g><rect class="b" width="1" height="1" style="stroke:#010203"/></g><g color="#123456"><rect fill="currentColor" class="c" style="fill:currentColor" width="1" height="1"/></g>`)
    expect(parts.slice(1).filter(({ kind }) => kind === 'box').map(({ base }) => [base.fill, base.stroke, base.opacity])).toEqual([
      ['#00ff00', undefined, undefined], ['#0000ff', undefined, undefined], ['#ff0000', '#010203', 0.5], ['#123456', undefined, undefined],
    ])
  })

  test('with gradients where they lie, taken from others and made more transparent', () => {
    const defs = '<linearGradient id="a"><stop offset="0" stop-color="#f00"/><stop offset="1" stop-color="#00f" stop-opacity=".5"/></linearGradient><linearGradient id="b" xlink:href="#a" gradientUnits="userSpaceOnUse" x1="20" y1="0" x2="60" y2="0"/><radialGradient id="c" href="#a"/>'
    const { parts } = brought(`<defs>${defs}</defs><rect x="20" y="0" width="80" height="40" fill="url(#b)"/><rect width="10" height="10" fill="url(#c)" fill-opacity=".5"/>`)
    expect(parts[1]!.base.fill).toEqual({ gradient: 'linear', angleDeg: 90, stops: [{ colour: '#ff0000', at: 0 }, { colour: '#0000ff80', at: 1 }], place: [0.5, 0, 0, 1, 0, 0] })
    expect(parts[2]!.base.fill).toMatchObject({ gradient: 'radial', stops: [{ colour: '#ff000080' }, { colour: '#0000ff40' }], place: [0.5, 0, 0, 0.5, 0.5, 0.5] })
  })

  test('with texts where they begin, end or have their middle, turned as they are', () => {
    const { parts, leftOut } = brought('<text x="50" y="30" text-anchor="middle" font-size="20" font-weight="bold">Quay <tspan fill="#f00">three</tspan></text><text transform="translate(10 90) rotate(-90)" font-family="Georgia">Mast</text>')
    const texts = parts.filter(({ kind }) => kind === 'text').map(({ base }) => base)
    expect(texts.map(({ text }) => text)).toEqual(['Quay ', 'three', 'Mast'])
    expect(texts[0]).toMatchObject({ textAlign: 'center', fontSize: 20, fontWeight: '700' })
    expect(texts[2]).toMatchObject({ rotation: -90, transformOriginX: 0 })
    expect(leftOut).toEqual(['the font “Georgia”; a bundled one stands in for it'])
  })

  test('seen through clips that are upright rectangles', () => {
    const { parts, leftOut } = brought('<clipPath id="k"><path d="M10 10h50v50h-50z"/></clipPath><g clip-path="url(#k)"><circle cx="10" cy="10" r="30"/></g><clipPath id="r"><circle r="9"/></clipPath><rect width="9" height="9" clip-path="url(#r)"/>')
    expect(parts[1]).toMatchObject({ kind: 'container', name: 'k', base: { clip: true, x: 10, y: 10, width: 50, height: 50 } })
    expect(leftOut).toEqual(['a clip that is no upright rectangle'])
  })

  test('in parts that fit the schema, whatever the numbers', () => {
    const number = fc.oneof(fc.double({ min: -500, max: 500, noNaN: true }), fc.constantFrom(0, NaN, Infinity, 1e308))
    fc.assert(fc.property(fc.array(number, { minLength: 6, maxLength: 6 }), fc.constantFrom('rect', 'circle', 'ellipse', 'line', 'path'), (numbers, name) => {
      const [a, b, c, d, e, f] = numbers
      const { parts } = brought(`<g transform="matrix(${a} ${b} ${c} ${d} ${e} ${f})"><${name} x="${a}" y="${b}" cx="${c}" cy="${d}" r="${e}" rx="${e}" ry="${f}" width="${c}" height="${d}" x1="${a}" d="M${a} ${b}C${c} ${d} ${e} ${f} 1 1" stroke="red"/></g>`)
      for (const part of parts) {
        validated(Part, part, 'The part')
        for (const [property, value] of Object.entries(part.base)) expect(valueProblem(PROPERTIES.find((each) => each.name === property)!, value as Literal)).toBeNull()
      }
    }))
  })
})

describe('what cannot or must not come in', () => {
  test('is left out and named: scripts, events, foreign objects, what lies elsewhere, and what there is no part for', () => {
    const hostile = [
      '<script>globalThis.hacked = true</script>', '<rect width="9" height="9" onload="hacked()" onclick="hacked()"/>', '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><iframe src="x"/></body></foreignObject>',
      '<use href="https://elsewhere.example/a.svg#b"/>', '<a href="javascript:hacked()"><rect width="1" height="1" style="fill:url(https://elsewhere.example/x#y)"/></a>', '<image href="https://elsewhere.example/p.png"/>', '<animate attributeName="x"/>',
      '<rect width="4" height="4" filter="url(#f)" mask="url(#m)" fill="url(#p)"/><filter id="f"/><mask id="m"/><pattern id="p"/>', '<style>@import url(https://elsewhere.example/s.css);</style>', '<blink/>',
    ]
    const { parts, leftOut } = brought(hostile.join(''))
    expect(JSON.stringify(parts)).not.toMatch(/hacked|elsewhere|javascript/)
    for (const what of [/^a script, removed/, /“onload”/, /“onclick”/, /foreign object/, /web page/, /elsewhere, removed/, /picture inside/, /movement/, /a filter/, /a mask/, /pattern/, /@import/, /“blink”/]) {
      expect(leftOut).toEqual(expect.arrayContaining([expect.stringMatching(what)]))
    }
    expect((globalThis as { hacked?: boolean }).hacked).toBeUndefined()
  })

  test('stops: entities, things that use themselves, uses of uses of uses', () => {
    const laughs = '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;">]>'
    expect(() => svgIn(`${laughs}<svg xmlns="http://www.w3.org/2000/svg"><text>&c;</text></svg>`, 'p', () => 'i')).toThrow(/not complete XML.*entity/i)
    expect(brought('<g id="g"><use href="#g"/><rect width="1" height="1"/></g>').leftOut).toEqual(['something that uses itself'])
    const levels = Array.from({ length: 12 }, (_, level) => `<g id="l${level + 1}">${`<use href="#l${level}"/>`.repeat(10)}</g>`).join('')
    const { parts, leftOut } = brought(`<defs><rect id="l0" width="1" height="1"/>${levels}</defs><use href="#l12"/>`)
    expect(parts.length).toBeLessThan(20_000)
    expect(leftOut.join()).toMatch(/after the first 1,500 shapes/)
  })

  test.each([
    ['half a file', '<svg xmlns="http://www.w3.org/2000/svg"><rect', /not complete XML.*line 1/],
    ['something else', '<html xmlns="http://www.w3.org/1999/xhtml"/>', /not an SVG file/],
    ['nothing', '', /not complete XML/],
    ['20 MB', `<svg>${' '.repeat(20 * 1024 * 1024)}</svg>`, /20 MB; up to 5 MB/],
    ['a tower', `<svg xmlns="http://www.w3.org/2000/svg">${'<g>'.repeat(100_000)}`, /more than 60 levels/],
    ['a crowd', `<svg xmlns="http://www.w3.org/2000/svg">${'<g/>'.repeat(SVG_LIMITS.elements + 1)}</svg>`, /more than 20000 elements/],
  ])('%s is refused with a sentence', (_what, text, sentence) => {
    expect(() => svgIn(text, 'p', () => 'i')).toThrow(sentence)
  })

  test('a shape without a sound geometry does not take the others with it', () => {
    const { parts, leftOut } = brought('<rect width="NaN" height="5"/><path d="M NaN 0 L 5 5"/><circle r="Infinity"/><rect width="1e400" height="2"/><rect width="5" height="5"/><g transform="wobble(3)"><rect width="1" height="1"/></g>')
    expect(parts).toHaveLength(2)
    expect(leftOut).toEqual(expect.arrayContaining(['a rect without a shape, 2 times', 'a path without a shape', 'a circle without a shape', 'a transform that cannot be read, with its g']))
  })
})
