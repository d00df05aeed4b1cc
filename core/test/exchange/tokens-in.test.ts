import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, certain, type Project } from '@rheoscope/core/document'
import { FORMS, tokensIn, tokensOut, type Making } from '@rheoscope/core/exchange'

const ids = (): ((name: string) => string) => { let many = 0; return () => `t${many++}` }

const empty: Project = { ...skerryLine, tokens: [] }

const broughtIn = (file: unknown, project = empty) => tokensIn(typeof file === 'string' ? file : JSON.stringify(file), project, ids())

const after = (file: unknown, project = empty): Project => { const { edit } = broughtIn(file, project); return edit ? apply(project, edit) : project }

const FILE = {
  sea: { $type: 'color', deep: { $value: { colorSpace: 'srgb', components: [0.1412, 0.3137, 0.4353], alpha: 0.5 }, $description: 'Where it is deep.' }, shallow: { $value: '#9ec5d8' }, same: { $value: '{sea.shallow}' } },
  quick: { $type: 'duration', $value: { value: 0.16, unit: 's' } }, gap: { $type: 'dimension', $value: '0.5rem' }, calm: { $type: 'cubicBezier', $value: [0.2, 0, 0, 1] },
  appear: { $type: 'transition', $value: { duration: '{quick}', delay: { value: 40, unit: 'ms' }, timingFunction: '{calm}' } },
  odd: { face: { $type: 'fontFamily', $value: 'Atkinson' }, loop: { $type: 'color', $value: '{odd.pool}' }, pool: { $type: 'color', $value: '{odd.loop}' }, gone: { $type: 'color', $value: '{nowhere}' }, wide: { $type: 'dimension', $value: '3em' } },
}

describe('design tokens that come in', () => {
  it('are named by their paths, with references gone after, and what is no token here is named', () => {
    const { leftOut } = broughtIn(FILE)
    expect(after(FILE).tokens.map(({ name, type, value, note }) => [name, type, value, note])).toEqual([
      ['sea-deep', 'colour', '#24506f80', 'Where it is deep.'], ['sea-shallow', 'colour', '#9ec5d8', undefined], ['sea-same', 'colour', '#9ec5d8', undefined],
      ['quick', 'duration', 160, undefined], ['gap', 'size', 8, undefined], ['calm', 'easing', 'cubic-bezier(0.2, 0, 0, 1)', undefined],
      ['appear-duration', 'duration', 160, undefined], ['appear-delay', 'duration', 40, undefined], ['appear-easing', 'easing', 'cubic-bezier(0.2, 0, 0, 1)', undefined],
    ])
    expect(leftOut).toEqual([
      '“odd.face”: there are no tokens of the type fontFamily here.', '“odd.loop”: it refers to itself in the end.', '“odd.pool”: it refers to itself in the end.', '“odd.gone”: it refers to “nowhere”, which is not in the file.', '“odd.wide”: "3em" is no size this can read.',
    ])
  })

  it('change what they are called as, once; a second time nothing', () => {
    const once = after(FILE)
    expect(broughtIn(FILE, once)).toMatchObject({ edit: null, changes: [] })
    const later = { sea: { shallow: { $type: 'color', $value: '#ffffff' } }, gap: { $type: 'duration', $value: '1ms' } }
    expect(broughtIn(later, once)).toMatchObject({ changes: ['“sea-shallow”: #9ec5d8 → #ffffff'], leftOut: ['“gap”: it is a duration there, and “gap” is a size here.'] })
    expect(after(later, once).tokens.find(({ name }) => name === 'sea-shallow')).toMatchObject({ value: '#ffffff', id: certain(once.tokens[1]).id })
  })

  it('come in again as they went out', async () => {
    const project = after(FILE)
    const made = await certain(FORMS.find(({ name }) => name === 'tokens')).make(project, { of: 'project' }, {} as Making)
    expect(after(String(made.files[0]?.content)).tokens.map(({ id: _id, ...token }) => token)).toEqual(project.tokens.map(({ id: _id, ...token }) => token))
  })

  it('keep what is nothing here, and go out again as they came in', () => {
    const kept = { ...FILE, $description: 'All of them', sea: { ...FILE.sea, $extensions: { 'org.example': { order: 1 } } } }
    const project = after(kept)
    expect(broughtIn(kept)).toMatchObject({ isKept: true })
    expect(tokensOut(project)).toEqual({ file: kept, count: 9, leftOut: [] })
    expect(broughtIn(kept, project)).toMatchObject({ edit: null, changes: [] })
    const own = tokensOut({ tokens: project.tokens }).file
    expect(broughtIn(own)).toMatchObject({ isKept: false })
  })

  it('go out with what they are now: what was changed, what is gone, what is new', () => {
    const project = after({ ...FILE, far: { $type: 'duration', $value: '{quick}', $extensions: { a: 1 } } })
    const tokens = project.tokens.filter(({ name }) => name !== 'gap' && name !== 'appear-delay').map((token) => (token.name === 'quick' ? { ...token, value: 200, note: 'Quicker than the eye' } : token))
    const { file } = tokensOut({ ...project, tokens: [...tokens, { id: 'dusk', name: 'dusk', type: 'colour', value: '#336699' }] })
    const { gap: _gap, ...others } = FILE
    expect(file).toEqual({
      ...others,
      quick: { $type: 'duration', $value: { value: 200, unit: 'ms' }, $description: 'Quicker than the eye' },
      appear: { $type: 'transition', $value: { duration: { value: 160, unit: 'ms' }, timingFunction: '{calm}' } },
      far: { $type: 'duration', $value: { value: 160, unit: 'ms' }, $extensions: { a: 1 } },
      dusk: { $type: 'color', $value: { colorSpace: 'srgb', components: [0.2, 0.4, 0.6], alpha: 1, hex: '#336699' } },
    })
  })

  it('keep what came in before beside what comes in later', () => {
    const project = after({ sea: { shallow: { $type: 'color', $value: '#ffffff' } }, odd: { face: { $type: 'fontFamily', $value: 'Lexend' } } }, after(FILE))
    expect(tokensOut(project).file).toEqual({ ...FILE, sea: { ...FILE.sea, shallow: { $type: 'color', $value: '#ffffff' }, same: { $value: { colorSpace: 'srgb', components: [0.6196, 0.7725, 0.8471], alpha: 1, hex: '#9ec5d8' } } }, odd: { ...FILE.odd, face: { $type: 'fontFamily', $value: 'Lexend' } } })
  })

  it('of any file go out again as they came in', () => {
    const extras = fc.record({ $description: fc.string(), $extensions: fc.dictionary(fc.string({ unit: 'grapheme-ascii' }), fc.jsonValue(), { maxKeys: 3 }) }, { requiredKeys: [] })
    const value = fc.constantFrom(...Object.values(FILE).flatMap((each) => ('$value' in each ? [each] : [])), { $type: 'color', $value: '#9ec5d8' }, { $type: 'fontFamily', $value: ['A', 'B'] }, { $type: 'number', $value: 3 }, { $type: 'cubicBezier', $value: [0.2, 0, 0, 1] })
    const token = fc.tuple(value, extras).map(([own, more]) => ({ ...own, ...more }))
    const key = fc.stringMatching(/^[a-z]{1,6}$/)
    const file = fc.dictionary(key, fc.oneof(token, fc.tuple(fc.dictionary(key, token, { maxKeys: 3 }), extras).map(([inner, more]) => ({ ...inner, ...more }))), { maxKeys: 6 })
    fc.assert(fc.property(file, (some) => {
      const all: unknown = JSON.parse(JSON.stringify({ ...some, quick: FILE.quick, calm: FILE.calm }))
      expect(tokensOut(after(all)).file).toEqual(all)
    }))
  })

  it('are refused with a sentence where they are none, are too deep or too many; whatever is in them', () => {
    expect(() => broughtIn('[]')).toThrow('The file is no JSON with tokens: it has to begin with {.')
    expect(() => broughtIn('{"a": ')).toThrow('The file is no JSON with tokens')
    expect(() => broughtIn(`${'{"a":'.repeat(60)}1${'}'.repeat(60)}`)).toThrow('The groups go deeper than 32 levels at “a.a.a.a…”.')
    expect(() => broughtIn('x'.repeat(2_000_001))).toThrow('2,000,001 characters')
    expect(() => broughtIn(Object.fromEntries(Array.from({ length: 5001 }, (_each, at) => [`t${at}`, { $type: 'color', $value: '#ffffff' }])))).toThrow('5,001 tokens')
    expect(broughtIn('{"__proto__": {"$type": "color", "$value": "#ffffff"}, "constructor": {"$type": "duration", "$value": {"value": 1, "unit": "toString"}}}').changes).toEqual(['“__proto__” is new: #ffffff'])
    fc.assert(fc.property(fc.json(), (text) => {
      try {
        broughtIn(text)
      } catch (error) {
        expect((error as { readonly code?: string }).code).toMatch(/unreadable|too-large/)
      }
    }))
    fc.assert(fc.property(fc.constantFrom('color', 'dimension', 'duration', 'cubicBezier', 'transition'), fc.jsonValue(), ($type, $value) => {
      expect(() => after({ any: { $type, $value } })).not.toThrow()
    }))
  })
})
