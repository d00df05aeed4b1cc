import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, componentOf, RheoError, TRIGGER_KINDS, wordOf } from '@rheoscope/core/document'
import { readActions, readNamedValues, readTriggers } from '@rheoscope/core/written'

const button = certain(componentOf(skerryLine, 'boardingButton'))
const mood = certain(componentOf(skerryLine, 'crossingMood'))
const refusal = (read: () => unknown): string => {
  try {
    read()
  } catch (error) {
    if (error instanceof RheoError) return error.message
    throw error
  }
  throw new Error('It was taken.')
}

describe('names with values', () => {
  test.each([
    ['title = Fog', [{ name: 'title', type: 'text', value: 'Fog', choices: null }]],
    ['tries=0, open = no , felt', [{ name: 'tries', type: 'number', value: 0, choices: null }, { name: 'open', type: 'yes/no', value: false, choices: null }, { name: 'felt', type: 'text', value: '', choices: null }]],
    ['tint = #24506F', [{ name: 'tint', type: 'colour', value: '#24506f', choices: null }]],
    ['number = "214", said = "Fog, and more"', [{ name: 'number', type: 'text', value: '214', choices: null }, { name: 'said', type: 'text', value: 'Fog, and more', choices: null }]],
    ['size = S|M|L', [{ name: 'size', type: 'choice', value: 'S', choices: ['S', 'M', 'L'] }]],
    ['size = M of S | M | L', [{ name: 'size', type: 'choice', value: 'M', choices: ['S', 'M', 'L'] }]],
    ["note = It's foggy, x = -1.5", [{ name: 'note', type: 'text', value: "It's foggy", choices: null }, { name: 'x', type: 'number', value: -1.5, choices: null }]],
  ])('%s', (line, named) => expect(readNamedValues(line)).toEqual(named))

  test.each([['', 'Write a name'], ['1st = 2', 'is no name'], ['a = 1, a = 2', 'is there twice'], ['size = X of S|M', 'is none of S, M']])('of “%s” it is said why not', (line, why) => expect(refusal(() => readNamedValues(line))).toContain(why))

  test('whatever is typed is read or refused with a sentence', () => {
    fc.assert(fc.property(fc.string(), (line) => {
      try {
        expect(readNamedValues(line).length).toBeGreaterThan(0)
      } catch (error) {
        expect(error).toBeInstanceOf(RheoError)
      }
    }))
  })
})

describe('triggers', () => {
  const read = (line: string) => readTriggers(line, TRIGGER_KINDS, button.parts)

  test('one after another, with the parts they happen on and what is said besides', () => {
    expect(read('tap on plate, long press 700, key Escape, key space, key any, after 1800 ms, message chosen, changes openCabin, double tap on tick')).toMatchObject([
      { trigger: { on: 'tap' }, part: button.parts[0]!.id }, { trigger: { on: 'long press', thresholdMs: 700 }, part: null }, { trigger: { on: 'key', key: 'Escape' } }, { trigger: { on: 'key', key: ' ' } }, { trigger: { on: 'key', key: null } },
      { trigger: { on: 'after', ms: 1800 } }, { trigger: { on: 'message', name: 'chosen' } }, { trigger: { on: 'changes', name: 'openCabin' } }, { trigger: { on: 'double tap' }, part: button.parts.find(({ name }) => name === 'tick')!.id },
    ])
  })

  test('that a hand leads say by how far, and when they are kept', () => {
    const [root, tick] = [button.parts[0]!, button.parts.find(({ name }) => name === 'tick')!]
    expect(read('while dragged on tick by tick.dragY / 200 kept if tick.speedY > 500, while scrolled by 1 - frame.scrollY / 80, while dragged on tick')).toEqual([
      { trigger: { on: 'while dragged', by: 'tick.dragY / 200', keptIf: 'tick.speedY > 500' }, part: tick.id },
      { trigger: { on: 'while scrolled', by: '1 - frame.scrollY / 80' }, part: null },
      { trigger: { on: 'while dragged', by: 'tick.dragX / 100', keptIf: null }, part: tick.id },
    ])
    expect(read('while scrolled')).toEqual([{ trigger: { on: 'while scrolled', by: `${wordOf(root.name)}.scrollY / 100` }, part: null }])
    expect(refusal(() => read('while scrolled by 1 kept if true'))).toContain('only a drag is kept or not')
  })

  test.each([['', 'Write what happens'], ['tap, fly', '“fly” is no trigger'], ['tap on mast', 'There is no part called “mast”'], ['after a while', 'is no time'], ['tap twice', 'Nothing more can be said']])('of “%s” it is said why not', (line, why) => expect(refusal(() => read(line))).toContain(why))

  test('every kind there is can be said by its name', () => {
    expect(read(TRIGGER_KINDS.join(', ')).map(({ trigger }) => trigger.on)).toEqual(TRIGGER_KINDS)
  })
})

describe('actions', () => {
  const inMood = (line: string) => readActions(line, { project: skerryLine, component: mood })
  const inButton = (line: string) => readActions(line, { project: skerryLine, component: button })
  const ring = button.parts.find(({ kind }) => kind === 'instance')!

  test('set, send, go, open, close, focus and put', () => {
    expect(inMood("set felt to payload == 'to' ? 'a; b' : felt; set asks = true")).toEqual([{ do: 'set', variable: 'felt', to: "payload == 'to' ? 'a; b' : felt" }, { do: 'set', variable: 'asks', to: 'true' }])
    expect(inButton(`send chosen; send all done to everyone; send chosen with label to siblings; send go to ${ring.name}`)).toEqual([
      { do: 'send', message: 'chosen', payload: null, recipient: 'holder' }, { do: 'send', message: 'all done', payload: null, recipient: 'everyone' },
      { do: 'send', message: 'chosen', payload: 'label', recipient: 'siblings' }, { do: 'send', message: 'go', payload: null, recipient: { instance: ring.id } },
    ])
    expect(inButton('go to home; open Cabin; close cabin; focus plate')).toEqual([
      { do: 'go to screen', screen: 'home', motion: null }, { do: 'open overlay', screen: 'cabin', motion: null }, { do: 'close overlay', screen: 'cabin', motion: null }, { do: 'focus', part: button.parts[0]!.id },
    ])
    expect(inButton(`put ${ring.name} into still`)).toMatchObject([{ do: 'drive', instance: ring.id }])
  })

  test.each([['', 'begins with what it does'], ['jump', 'begins with what it does'], ['set nothing to 1', 'There is no variable called “nothing”'], ['set felt', 'Write what felt becomes'], ['send', 'Write the name of the message'], ['go to Mars', 'There is no screen called “Mars”'], ['put it', 'which state']])(
    'of “%s” it is said why not', (line, why) => expect(refusal(() => inMood(line))).toContain(why))
})
