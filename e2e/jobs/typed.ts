import { expect } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import type { Component, Project, Screen } from '@rheoscope/core/document'
import { surfaceComponent } from '@rheoscope/core/machine'
import { completionsAt, writtenPlainly } from '@rheoscope/core/written'
import type { BenchHands } from '../harness/bench'
import { timeOf } from '../harness/hand-time'
import { keepCounts, keptCounts } from './kept-counts'

/** The job that is made as text each day; all of them where all are tried. */
const EACH_DAY = '06'

/** A word that is offered saves nothing where it is shorter, and nobody looks for it after more letters. */
const LEAST_WORD = 4
const MOST_LETTERS = 3

/** By then words are offered. */
const OFFERED_MS = 180

type Owner = Component | Screen

/** Makes once more, as text from an empty project, what a job has made by hand. `RHEOSCOPE_PIN=1` keeps what that takes. */
export async function expectTypedAsWell(job: string, hands: BenchHands, made: Project): Promise<void> {
  if (process.env.RHEOSCOPE_JOBS !== 'all' && job !== EACH_DAY) return
  const owners = isAllText(made) ? inOrder(made) : null
  if (!owners) return
  const time = timeOf(hands.driver)
  await hands.newProject()
  for (const [index, owner] of owners.entries()) {
    const typist = new Typist(hands, made, owner)
    if (index > 0 || !('axes' in owner)) await hands.make('axes' in owner ? 'component' : 'screen')
    await hands.press('t')
    await hands.find('.written-text .cm-content')
    await hands.chord(Key.CONTROL, 'a')
    for (const line of typist.text.trimEnd().split('\n')) time.keys(await time.aside(() => typist.type(line)))
    await hands.until(`${owner.name} is kept as it was written`, async () => textsOf((await hands.whatWasDone()).now).includes(typist.text))
  }
  expect(textsOf((await hands.whatWasDone()).now)).toEqual(textsOf(made))
  process.stdout.write(`job ${job} as text: ${time.seconds} s\n`)
  const counts = keptCounts()
  const count = counts[job]
  if (process.env.RHEOSCOPE_PIN !== undefined && count) keepCounts({ ...counts, [job]: { ...count, typedS: time.seconds } })
}

const textsOf = (project: Project): readonly string[] => [...project.components, ...project.screens].map((owner) => writtenPlainly(project, owner)).toSorted()

/** Whether nothing of a project stands beside its components and screens. */
const isAllText = ({ tables, variables, tokens, assets, icons, takes, promises }: Project): boolean =>
  [tables, variables, tokens, assets, icons, takes, promises].every((list) => list.length === 0)

/** The components and screens, each after all that it speaks of; null where two speak of each other. */
function inOrder({ components, screens }: Project): readonly Owner[] | null {
  const ordered: Owner[] = []
  const left: Owner[] = [...components, ...screens]
  while (left.length > 0) {
    const next = left.findIndex((each) => left.every((other) => other === each || !JSON.stringify(each).includes(`"${other.id}"`)))
    if (next < 0) return null
    ordered.push(...left.splice(next, 1))
  }
  return ordered
}

/** Somebody who writes a component or screen and takes the words that are offered where that is shorter. */
class Typist {
  readonly text: string
  private readonly running: Component
  private said = ''
  private keys = 0

  constructor(private readonly hands: BenchHands, private readonly project: Project, owner: Owner) {
    this.text = writtenPlainly(project, owner)
    this.running = 'axes' in owner ? owner : surfaceComponent(project, { screen: owner.id })
  }

  /** Types a line. Says how many keys it took. */
  async type(line: string): Promise<number> {
    const before = this.keys
    const words = line.trimStart()
    const indent = line.length - words.length
    if (this.said !== '') await this.press(Key.ENTER)
    for (let there = await this.indent(); there !== indent; there = await this.indent()) await this.press(...(there < indent ? ' '.repeat(indent - there) : [Key.BACK_SPACE]))
    this.said += `\n${line.slice(0, indent)}`
    for (const word of words.match(WORDS) ?? []) {
      await this.press(...(await this.lettersLeft(word)))
      this.said += word
    }
    return this.keys - before
  }

  /** What is left to be typed of a word, once it has been looked for among those that are offered. */
  private async lettersLeft(word: string): Promise<string> {
    if (word.length < LEAST_WORD || !this.isOffered(word)) return word
    for (let typed = 1; typed <= MOST_LETTERS; typed++) {
      await this.press(word.charAt(typed - 1))
      await new Promise((resolve) => setTimeout(resolve, OFFERED_MS))
      if ((await this.firstOffered()) !== word) continue
      await this.press(Key.TAB)
      return ''
    }
    return word.slice(MOST_LETTERS)
  }

  private isOffered(word: string): boolean {
    const text = this.said + word.charAt(0)
    return completionsAt(this.project, this.running, text, text.length).options.some((option) => option.text === word)
  }

  private async press(...keys: readonly string[]): Promise<void> {
    this.keys += keys.length
    if (keys.length > 0) await this.hands.press(...keys)
  }

  private firstOffered(): Promise<string | null> {
    return this.hands.driver.executeScript('return document.querySelector(".cm-tooltip-autocomplete li .cm-completionLabel")?.textContent ?? null')
  }

  /** How many spaces stand before the caret. */
  private indent(): Promise<number> {
    return this.hands.driver.executeScript('return getSelection().focusNode.parentElement.closest(".cm-line, .cm-content").textContent.match(/^ */)[0].length')
  }
}

const WORDS = /"[^"]*"|[@~]?[^\s,:;()"]+|[\s,:;()]+/g
