import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { INITIAL_VALUES, propertiesOf, type PartKind } from '@rheoscope/core/document'
import { lackingIn, layOut, textLines, textWidth, type LayoutNode, type TextStyle } from '@rheoscope/core/layout'

const style: TextStyle = { family: 'sans', weight: '400', sizePx: 16, letterSpacingPx: 0, lineHeight: 1.25 }

const node = (id: string, kind: PartKind, values: Record<string, unknown>, children: readonly LayoutNode[] = []): LayoutNode => ({
  id, kind, children, values: { ...INITIAL_VALUES, width: 0, height: 0, ...Object.fromEntries(propertiesOf(kind).map(({ name, initial }) => [name, initial])), ...values },
})

describe('text', () => {
  test('is as wide as its glyphs with their kerning and spacing', () => {
    expect(textWidth('AV', style)).toBeLessThan(textWidth('A', style) + textWidth('V', style))
    expect(textWidth('Board', { ...style, sizePx: 32 })).toBeCloseTo(2 * textWidth('Board', style))
    expect(textWidth('abc', { ...style, letterSpacingPx: 2 })).toBeCloseTo(textWidth('abc', style) + 6)
  })

  test('has its kerning after punctuation as well', () => {
    const apart = (pair: string) => textWidth(pair, style) - [...pair].reduce((sum, character) => sum + textWidth(character, style), 0)
    for (const pair of ['“A', '”J', '.V', '"T', 'Yž']) expect({ pair, apart: Math.abs(apart(pair)) }).not.toEqual({ pair, apart: 0 })
  })

  test('accents that are combined and characters without width take no room', () => {
    const width = (text: string) => textWidth(text, style)
    expect(width('re\u0301sume\u0301')).toBe(width('résumé'))
    expect(width('co\u200bop\u2060\ufe0f')).toBe(width('coop'))
    expect(width('\u00ad')).toBe(0)
  })

  test.each([['Żegluga', []], ['Ναύπλιο', []], ['Причал', []], ['渡船 ok', ['渡', '船']], ['⛴', ['⛴']]])('of “%s” the fonts lack %j', (text, lacking) => expect(lackingIn(text, style)).toEqual(lacking))

  test('what no font has is as wide as it is high where it mostly is, and otherwise as wide as an n', () => {
    expect(textWidth('渡', style)).toBeCloseTo(style.sizePx, 9)
    expect(textWidth('ก', style)).toBe(textWidth('n', style))
  })

  test('breaks between words, loses none, and no line is wider than the room unless one word is', () => {
    const words = fc.array(fc.string({ minLength: 1, maxLength: 9, unit: fc.constantFrom(...'abcdefgh') }), { minLength: 1, maxLength: 12 })
    fc.assert(fc.property(words, fc.integer({ min: 20, max: 200 }), (all, width) => {
      const lines = textLines(all.join(' '), style, width, true, false)
      expect(lines.join(' ')).toBe(all.join(' '))
      for (const line of lines) expect(textWidth(line, style) <= width + 0.01 || !line.includes(' ')).toBe(true)
    }))
  })

  test('that may not break ends in an ellipsis where there is no room', () => {
    const [line] = textLines('Seals off the port bow', style, 80, false, true)
    expect(line).toMatch(/^Seals.*…$/)
    expect(textWidth(line!, style)).toBeLessThanOrEqual(80)
  })
})

describe('layout', () => {
  test('a row has its children one after the other, with gap and padding', () => {
    const row = node('row', 'container', { layout: 'row', gap: 10, paddingLeft: 5, width: 200, height: 40, align: 'center' }, [
      node('a', 'box', { width: 30, height: 20 }), node('b', 'box', { widthFrom: 'fill', height: 10 }),
    ])
    const places = layOut(row)
    expect(places.get('a')).toEqual({ x: 5, y: 10, width: 30, height: 20 })
    expect(places.get('b')).toEqual({ x: 45, y: 15, width: 155, height: 10 })
  })

  test('a column as wide as its text grows with it', () => {
    const column = (text: string) => node('column', 'container', { layout: 'column', widthFrom: 'content', heightFrom: 'content', paddingLeft: 8, paddingRight: 8 }, [
      node('label', 'text', { text, fontSize: 16, widthFrom: 'content', heightFrom: 'content' }),
    ])
    const [short, long] = [layOut(column('On')), layOut(column('On board'))]
    expect(long.get('column')!.width).toBeGreaterThan(short.get('column')!.width)
    expect(short.get('column')!.width).toBeCloseTo(textWidth('On', { ...style, lineHeight: 1.3 }) + 16, 0)
  })

  test('text wraps in the width its row leaves it', () => {
    const row = node('row', 'container', { layout: 'row', width: 100, heightFrom: 'content' }, [
      node('label', 'text', { text: 'Lee side is dry today', fontSize: 16, widthFrom: 'fill', heightFrom: 'content' }),
    ])
    expect(layOut(row).get('label')!.height).toBeCloseTo(2 * 16 * 1.3, 0)
  })

  test('what fills a row as wide as its content counts as wide as its own content, and shares that with the others', () => {
    const inner = node('inner', 'container', { layout: 'row', widthFrom: 'fill', heightFrom: 'content' }, [node('a', 'box', { width: 60, height: 10 })])
    const row = node('row', 'container', { layout: 'row', widthFrom: 'content', heightFrom: 'content' }, [inner, node('b', 'box', { widthFrom: 'fill', height: 10 })])
    const places = layOut(row)
    expect(places.get('row')).toMatchObject({ width: 60, height: 10 })
    expect(places.get('inner')).toMatchObject({ x: 0, width: 30 })
    expect(places.get('b')).toMatchObject({ x: 30, width: 30 })
  })

  test('no box is smaller than its padding', () => {
    const row = node('row', 'container', { layout: 'row', width: 10, height: 10, paddingLeft: 8, paddingRight: 8, paddingTop: 3 }, [])
    expect(layOut(node('holder', 'container', { layout: 'column', width: 100, height: 100 }, [row])).get('row')).toEqual({ x: 0, y: 0, width: 16, height: 10 })
  })

  test.each([['start', 0], ['center', -10], ['end', -20], ['space-between', 0], ['space-evenly', 0]])('what is too long for a row justified %s begins at %i', (justify, x) => {
    const row = node('row', 'container', { layout: 'row', width: 100, height: 10, justify }, [node('a', 'box', { width: 60, height: 10 }), node('b', 'box', { width: 60, height: 10 })])
    expect(layOut(row).get('a')!.x).toBe(x)
  })

  test('columns as wide as their content have room for every line that wraps', () => {
    const column = node('column', 'container', { layout: 'column', wrap: true, widthFrom: 'content', height: 50, gap: 5 }, [node('a', 'box', { width: 30, height: 40 }), node('b', 'box', { width: 20, height: 40 })])
    const places = layOut(column)
    expect(places.get('column')!.width).toBe(55)
    expect(places.get('b')).toMatchObject({ x: 35, y: 0 })
  })

  test('a free container keeps what it holds where it was put', () => {
    const free = node('free', 'container', { width: 100, height: 100 }, [node('a', 'box', { x: 7, y: 9, width: 5, height: 6 })])
    expect(layOut(free).get('a')).toEqual({ x: 7, y: 9, width: 5, height: 6 })
  })

  test.each([
    ['start', 'start', { x: 10, y: 5, width: 30, height: 20 }],
    ['end', 'end', { x: 110, y: 55, width: 30, height: 20 }],
    ['both', 'both', { x: 10, y: 5, width: 130, height: 70 }],
    ['centre', 'centre', { x: 60, y: 30, width: 30, height: 20 }],
    ['scale', 'scale', { x: 20, y: 10, width: 60, height: 40 }],
    ['both', 'end', { x: 10, y: 55, width: 130, height: 20 }],
  ])('a part pinned %s across and %s down follows a container that has grown', (pinX, pinY, place) => {
    const grown = { ...node('grown', 'container', { width: 200, height: 100 }, [node('a', 'box', { x: 10, y: 5, width: 30, height: 20, pinX, pinY })]), reference: { width: 100, height: 50 } }
    expect(layOut(grown).get('a')).toEqual(place)
  })
})
