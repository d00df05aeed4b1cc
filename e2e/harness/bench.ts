import { certain, type Edit, type Entry, type Project } from '@rheoscope/core/document'
import type { StoredProject } from '@rheoscope/core/protocol'
import { By, Key, type WebDriver, type WebElement } from 'selenium-webdriver'
import { Hands } from './hands'

/** The bench as a designer's hands find it. */
export class BenchHands extends Hands {
  private began: StoredProject | undefined

  constructor(driver: WebDriver, private readonly address: string) {
    super(driver)
  }

  /** From the shelf to a new, empty project. */
  async newProject(): Promise<void> {
    await this.driver.get(this.address)
    await this.clickButton('New project')
    await this.find('[aria-label="Trigger table"]')
    this.began = await this.stored()
  }

  /** The new project as it was made, every edit of it since, and what it has come to. */
  async whatWasDone(): Promise<{ readonly began: Project; readonly edits: readonly Edit[]; readonly now: Project }> {
    const began = certain(this.began)
    const { project: now, revision } = await this.stored()
    const log = (await (await fetch(`${this.address}/api/projects/${now.id}/log?after=${began.revision}`)).json()) as readonly Entry[]
    return { began: began.project, edits: log.slice(0, revision - began.revision).map(({ edit }) => edit), now }
  }

  /** The project that is open, as it is stored. */
  private async stored(): Promise<StoredProject> {
    const [, id = ''] = /\/project\/([^/?#]+)/.exec(await this.driver.getCurrentUrl()) ?? []
    return (await (await fetch(`${this.address}/api/projects/${id}`)).json()) as StoredProject
  }

  /** A component of a demo project nobody else works on. */
  async openDemo(component: string): Promise<void> {
    await this.driver.get(`${await this.demoAddress()}/component/${component}`)
    await this.find('[aria-label="Trigger table"]')
  }

  /** A screen of a demo project nobody else works on. */
  async openDemoScreen(screen: string): Promise<void> {
    await this.driver.get(`${await this.demoAddress()}/screen/${screen}`)
    await this.find('.trace-canvas')
  }

  private async demoAddress(): Promise<string> {
    const made = await fetch(`${this.address}/api/projects/demo`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
    const { project } = (await made.json()) as { project: { id: string } }
    return `${this.address}/project/${project.id}`
  }

  /** The cell of a trigger of the component itself, or of one on a part, under a state. */
  cell(kind: string, state: string, part?: string): Promise<WebElement> {
    const trigger = part === undefined ? kind : `${kind} on ${part}`
    const states = `concat(", ", substring-after(@data-cell, "${trigger} in "), ",")`
    return this.located(By.xpath(`//*[starts-with(@data-cell, "${trigger} in ")][contains(${states}, ", ${state},")]`), `no cell for ${trigger} in ${state}`)
  }

  async column(state: string): Promise<WebElement> {
    return this.byText(state, '*[@role="columnheader"]//button')
  }

  /** Adds a state; where there are several axes, to the one named. */
  async addState(axis?: string): Promise<void> {
    await this.click(`[aria-label="Add a state${axis === undefined ? '' : ` to ${axis}`}"]`)
    // Whatever is done next takes the name as it stands.
    await this.find('.state-rename')
    await this.driver.executeScript('document.activeElement.blur()')
  }

  /** Adds states under names of their own: the field for the name of a new one has the focus. */
  async addStates(...names: readonly string[]): Promise<void> {
    await this.click('[aria-label="Add a state"]')
    this.actions++
    await (await this.find('.state-rename')).sendKeys(names.join(', '), Key.ENTER)
    for (const name of names) await this.column(name)
  }

  async renameState(from: string, to: string): Promise<void> {
    await this.doubleClick(await this.column(from))
    this.actions++
    const field = await this.find(`[aria-label="Name of ${from}"]`)
    await field.sendKeys(to, '\n')
    await this.column(to)
  }

  /** Triggers in one line: `tap on field, after 1800`. */
  async addTriggers(line: string): Promise<void> {
    await this.clickButton('+ trigger')
    await this.enter('New triggers in one line', line)
    await this.untilNothingFloats()
  }

  async addTrigger(trigger: string): Promise<void> {
    await this.clickButton('+ trigger')
    await this.choose(trigger)
  }

  /** Drags a cell to the column of a state: there the trigger shall lead. */
  async wire(trigger: string, from: string, to: string, part?: string): Promise<void> {
    await this.drag(await this.cell(trigger, from, part), await this.column(to))
    await this.until(`${trigger} in ${from} leads to ${to}`, async () => (await (await this.cell(trigger, from, part)).getAttribute('data-answer')) === to)
  }

  /** The same, and back by the opposite trigger: with Alt held while it is dropped. */
  async wireAndBack(trigger: string, from: string, to: string): Promise<void> {
    await this.driver.actions().keyDown(Key.ALT).perform()
    await this.wire(trigger, from, to)
    await this.driver.actions().keyUp(Key.ALT).perform()
  }

  /** Types into a cell what its trigger does: the name of a state, how long it takes, whether back as well. */
  async answer(trigger: string, from: string, typed: string, part?: string): Promise<void> {
    await this.click(await this.cell(trigger, from, part))
    await this.press(typed, Key.ENTER)
    await this.until(`${trigger} in ${from} answers ${typed}`, async () => typed.startsWith((await (await this.cell(trigger, from, part)).getAttribute('data-answer')) ?? '-'))
  }

  /** Adds a part, in a line where it is to be like something or to have a name. */
  async addPart(kind: string, values: Readonly<Record<string, string>> = {}, name = ''): Promise<void> {
    await this.clickButton('+ part')
    if (name === '' && Object.keys(values).length === 0) await this.choose(kind)
    else await this.enter('New parts in one line', [quoted(kind), ...(name === '' ? [] : [name]), lineOf(values)].join(' '), '[aria-label="Add a part"]')
    await this.untilNothingFloats()
  }

  /** Adds parts in one line: `container row gap 8; > icon icon anchor; > text "Call the bridge"`. */
  async addParts(line: string): Promise<void> {
    await this.clickButton('+ part')
    await this.enter('New parts in one line', line, '[aria-label="Add a part"]')
    await this.untilNothingFloats()
  }

  async selectPart(name: string): Promise<void> {
    await this.click(await this.byText(name, '*[@role="tree"]//button'))
  }

  /** Opens a group of properties unless it is open. */
  async openGroup(title: string): Promise<void> {
    const summary = await this.byText(title, 'summary')
    const isOpen = await summary.findElement(By.xpath('..')).getAttribute('open')
    if (isOpen === null) await this.click(summary)
  }

  /** Parameters in one line: `title = Fog, size = M of S|M|L`. */
  async addParameters(line: string): Promise<void> {
    await this.click('[aria-label="Add a parameter"]')
    await this.enter('Parameters in one line', line)
    await this.untilNothingFloats()
  }

  /** A data table as it is pasted from a spreadsheet; a single column of words has no head there, and is named. */
  async addTable(columns: readonly string[], records: readonly (readonly string[])[]): Promise<void> {
    await this.click('[aria-label="Add a data table"]')
    await this.until('its first cell has the focus', async () => this.driver.executeScript('return document.activeElement.closest(".data-grid td") !== null'))
    const isOne = columns.length === 1
    await this.paste([...(isOne ? [] : [columns]), ...records].map((row) => row.join('\t')).join('\n'))
    await this.until('the records are there', async () => (await this.driver.findElements(By.css('.data-grid tbody tr'))).length === records.length)
    if (isOne) await this.enter('Name of column name', columns[0]!, '[role=dialog]')
    await this.clickButton('Close')
    await this.untilNothingFloats()
  }

  /** Pastes a text where the focus is. */
  async paste(text: string): Promise<void> {
    this.actions++
    this.time.keys(2)
    await this.driver.executeScript(`
      const data = new DataTransfer()
      data.setData('text', arguments[0])
      document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`, text)
  }

  /** Removes the selected parts, with the easel open. */
  async removeSelected(): Promise<void> {
    await this.actOnEasel(Key.DELETE)
  }

  async actOnEasel(...keys: string[]): Promise<void> {
    this.actions++
    await (await this.find('.easel-picture')).sendKeys(...keys)
  }

  async closeEasel(): Promise<void> {
    await this.clickButton('Back to the table')
  }

  /** Pulls the edge of a cell's rule over to the column of another state. */
  async spread(trigger: string, from: string, to: string): Promise<void> {
    const edge = (await this.cell(trigger, from)).findElement(By.css('.cell-edge'))
    await this.drag(await edge, await this.column(to))
    await this.cell(trigger, to)
  }

  async renamePart(from: string, to: string): Promise<void> {
    await this.doubleClick(await this.byText(from, '*[@role="tree"]//button'))
    this.actions++
    const field = await this.find(`[aria-label="Name of ${from}"]`)
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), to, Key.ENTER)
    await this.byText(to, '*[@role="tree"]//button')
  }

  async setProperty(label: string, value: string): Promise<void> {
    await this.enter(label, value, '[aria-label="Properties"]')
  }

  /** Lets an expression decide a property that is otherwise chosen. */
  async bindProperty(label: string, expression: string): Promise<void> {
    await this.click(`[aria-label="${label} by an expression"]`)
    await this.setProperty(label, `= ${expression}`)
  }

  /** Chooses the icon of that name. */
  async setIcon(name: string): Promise<void> {
    await this.click('[aria-label^="icon:"]')
    this.actions++
    const search = await this.find('[aria-label="Search icons"]')
    await search.sendKeys(name)
    await this.find(`.picker-cell[aria-label="${name}"]`)
    await search.sendKeys(Key.ENTER)
    await this.find(`[aria-label="icon: ${name}"]`)
    await this.untilNothingFloats()
  }

  /** Takes in a picture file for the selected picture. */
  async setPicture(file: string): Promise<void> {
    await this.click('[aria-label^="picture:"]')
    this.actions++
    await (await this.find('[aria-label="Picture file"]')).sendKeys(file)
    await this.find(`[aria-label="picture: ${file.split('/').at(-1)}"]`)
    await this.untilNothingFloats()
  }

  private async untilNothingFloats(): Promise<void> {
    await this.until('nothing floats over the page', async () => (await this.driver.findElements(By.css('.MuiPopover-root, .MuiDialog-root'))).length === 0)
  }

  /** Goes to something of that name by the finder: a key, and a few letters with Enter. */
  async goTo(name: string): Promise<void> {
    await this.openFinder()
    this.actions++
    await (await this.find('.finder input')).sendKeys(name)
    await this.byText(name, 'ul[@aria-label="Found"]/li[1]/*[@class="finder-name"]')
    await (await this.find('.finder input')).sendKeys(Key.ENTER)
    await this.untilNothingFloats()
    await this.until(`it is ${name}`, async () => (await (await this.find('.crumbs input')).getAttribute('value')) === name)
  }

  /** A further component or screen by the finder, under the name it gets when none is typed. */
  async make(what: 'component' | 'screen', name = ''): Promise<void> {
    await this.openFinder()
    if (name === '') await this.click(await this.byText(`New ${what}`, 'ul[@aria-label="Found"]/li/*[@class="finder-name"]'))
    else {
      this.actions++
      await (await this.find('.finder input')).sendKeys(`new ${what} ${name}`)
      await this.byText(`New ${what} “${name}”`, 'ul[@aria-label="Found"]/li[1]/*[@class="finder-name"]')
      await (await this.find('.finder input')).sendKeys(Key.ENTER)
    }
    await this.untilNothingFloats()
    await this.find(what === 'component' ? '[aria-label="Trigger table"]' : '.trace-canvas')
    await this.until('it is a new one', async () => (name === '' ? new RegExp(`^${what} \\d+$`, 'i') : new RegExp(`^${name}$`)).test((await (await this.find('.crumbs input')).getAttribute('value')) ?? ''))
  }

  private async openFinder(): Promise<void> {
    await this.click('[aria-label="Find"]')
    await this.find('.finder input')
  }

  /** A further component, with one state. */
  async newComponent(name = ''): Promise<void> {
    await this.make('component', name)
    await this.until('there is a new component', async () => (await this.driver.findElements(By.css('[data-column]'))).length === 1)
  }

  /** Says what the selected parts are like: one property in its field, several in one line. */
  async setProperties(values: Readonly<Record<string, string>>): Promise<void> {
    const entries = Object.entries(values)
    const [only] = entries
    if (only && entries.length === 1) await this.setProperty(...only)
    else await this.say(values)
  }

  /** The same in one line, whichever group the fields are in. */
  async say(values: Readonly<Record<string, string>>): Promise<void> {
    await this.sayLine(lineOf(values))
  }

  /** Says in one line what the selected parts are like, and others by their names: `opacity 0.5; ring state turning; plate as picture`. */
  async sayLine(line: string): Promise<void> {
    await this.setProperty('In one line', line)
  }

  async editInto(where: string): Promise<void> {
    await this.click(await this.byText(where, '*[@aria-label="Edits go into"]/button'))
  }

  /** The state the specimen is in. */
  async specimenState(): Promise<string> {
    const label = await (await this.find('[aria-label^="The specimen is in"]')).getAttribute('aria-label')
    return label!.replace('The specimen is in ', '')
  }

  async untilSpecimenIs(state: string, patienceMs = 8000): Promise<void> {
    await this.until(`the specimen is in ${state}`, async () => (await this.specimenState()) === state, patienceMs)
  }

  /** Everything that is said of the component, notes as well, by kind. */
  async allFindingKinds(): Promise<readonly string[]> {
    return this.driver.executeScript('return [...document.querySelectorAll("#findings [data-kind]")].map((card) => card.dataset.kind)')
  }

  /** The faults and risks of the component, by kind. */
  async findingKinds(): Promise<readonly string[]> {
    return this.driver.executeScript('return [...document.querySelectorAll("#findings [data-kind]:not(.is-note)")].map((card) => card.dataset.kind)')
  }

  /** Takes the remedy of a finding of that kind. */
  async mend(kind: string): Promise<void> {
    await this.untilFindings(`${kind} is told`, (kinds) => kinds.includes(kind))
    await this.click(`#findings [data-kind="${kind}"] .finding-remedy`)
  }

  async untilFindings(what: string, holds: (kinds: readonly string[]) => boolean): Promise<void> {
    let seen = 'nothing'
    await this.until(() => `${what}; last seen: ${seen}`, async () => {
      const isBusy = await (await this.find('#findings')).getAttribute('aria-busy')
      const kinds = await this.findingKinds()
      seen = `${isBusy === 'true' ? 'still checking, ' : ''}${kinds.join(', ') || 'no findings'}`
      return isBusy !== 'true' && holds(kinds)
    })
  }

  /** Where the middles of the shapes filled in a colour are on the page, in painting order. */
  middlesOf(fill: string, within = '.specimen-picture'): Promise<readonly (readonly [x: number, y: number])[]> {
    return this.driver.executeScript(`
      const shapes = [...document.querySelectorAll(arguments[1] + ' [fill="' + arguments[0] + '"]')].filter((each) => each.getBoundingClientRect().width > 0)
      return shapes.map((each) => each.getBoundingClientRect()).map((box) => [box.left + box.width / 2, box.top + box.height / 2].map(Math.round))`, fill, within)
  }

  /** Taps a shape by its colour; this is using what was made, not making it. */
  async tapFill(fill: string, index = 0, within = '.specimen-picture'): Promise<void> {
    let middle: readonly [x: number, y: number] | undefined
    await this.until(`something is filled in ${fill}`, async () => (middle = (await this.middlesOf(fill, within))[index]) !== undefined)
    const [x, y] = middle!
    await this.driver.actions().move({ x, y }).click().perform()
  }

  async tapWords(words: string, within = 'specimen-picture'): Promise<void> {
    await this.tap(await this.byText(words, `*[name()="tspan"][ancestor::*[contains(@class, "${within}")]]`))
  }

  /** Puts the caret into the field of a run, where it is drawn; this is using what was made, not making it. */
  async enterField(place = 0): Promise<WebElement> {
    await this.find('.spoken-field')
    const field = (await this.driver.findElements({ css: '.spoken-field' }))[place]
    if (!field) throw new Error(`There is no field number ${place + 1}.`)
    const { x, y } = await this.driver.executeScript<{ readonly x: number; readonly y: number }>('const { x, y } = arguments[0].getBoundingClientRect(); return { x: x + 6, y: y + 6 }', field)
    await this.driver.actions().move({ x: Math.round(x), y: Math.round(y) }).click().perform()
    await this.until('the field has the focus', async () => this.driver.executeScript('return document.activeElement === arguments[0]', field))
    return field
  }

  /** The words to be read in a picture. */
  words(within = '.specimen-picture'): Promise<readonly string[]> {
    return this.driver.executeScript('return [...document.querySelectorAll(arguments[0] + " text")].filter((each) => each.getBoundingClientRect().width > 0).map((each) => each.textContent)', within)
  }

  /** What a rule does besides, in one line: `set tries to tries + 1`. */
  async actInLine(line: string, within = '[aria-label="Rule"]'): Promise<void> {
    await this.click(await (await this.find(within)).findElement(By.xpath('.//button[normalize-space()="+ action"]')))
    await this.enter('New actions in one line', line)
    await this.untilNothingFloats()
  }

  /** Adds an action to the rule that is selected. */
  async act(kind: string, fields: Readonly<Record<string, string>> = {}, within = '[aria-label="Rule"]'): Promise<void> {
    await this.click(await (await this.find(within)).findElement(By.xpath('.//button[normalize-space()="+ action"]')))
    await this.choose(kind)
    for (const [label, value] of Object.entries(fields)) await this.enter(label, value, `${within} .action:last-of-type`)
  }

  /** Variables in one line: `tries = 0, isOpen = no`. */
  async addVariables(line: string, list = 'Variables'): Promise<void> {
    await this.click(`[aria-label="${list}"] [aria-haspopup]`)
    await this.enter('Variables in one line', line)
    await this.untilNothingFloats()
  }

  /** The value of an attribute of a painted part in the specimen. */
  shown(part: string, attribute: string): Promise<string | null> {
    return this.driver.executeScript(
      `const part = [...document.querySelectorAll('.specimen-picture [data-part]')].find((each) => each.dataset.part.endsWith(arguments[0]))
       const holder = part && (part.hasAttribute(arguments[1]) ? part : [...part.children].find((child) => child.hasAttribute(arguments[1])))
       return holder ? holder.getAttribute(arguments[1]) : null`, part, attribute)
  }
}

/** What properties are to be, in one line. A yes/no is said by what it is to be. */
function lineOf({ x, y, width, height, ...others }: Readonly<Record<string, string>>): string {
  const isNumber = (value: string | undefined) => /^-?[\d.]+$/.test(value ?? '')
  const pair = (a: string | undefined, b: string | undefined, whole: string, names: readonly [string, string]) =>
    isNumber(a) && isNumber(b) ? [whole] : [[names[0], a], [names[1], b]].flatMap(([name, value]) => (value === undefined ? [] : [`${name} ${quoted(value)}`]))
  return [...pair(width, height, `${width}x${height}`, ['width', 'height']), ...pair(x, y, `at ${x},${y}`, ['x', 'y']), ...Object.entries(others).map(([label, value]) => `${label} ${quoted(value)}`)].join(' ')
}

const quoted = (value: string): string => (/^[^\s"'=,;]+$/.test(value) ? value : value.includes('"') ? `'${value}'` : `"${value}"`)
