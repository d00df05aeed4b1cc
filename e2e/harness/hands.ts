import { By, Key, Origin, until, type WebDriver, type WebElement } from 'selenium-webdriver'

const PATIENCE_MS = 10_000

/** How long the pointer takes to a place; it would dawdle otherwise. */
const AT_ONCE_MS = 0

type Place = string | WebElement

/** The field beside a label, or in it, with its kind; null while it is not there. */
const FIELD = `
  const [wanted, within] = arguments
  const says = (element) => element.textContent.replace(/\\s+/g, ' ').trim() === wanted
  for (const label of document.querySelector(within)?.querySelectorAll('label') ?? []) {
    let beside = says(label) ? label.nextElementSibling : null
    while (beside && beside.tagName !== 'INPUT') beside = beside.nextElementSibling
    const field = beside ?? ([...label.children].some((child) => child.tagName === 'SPAN' && says(child)) ? label.querySelector(':scope > input, :scope > select') : null)
    if (field) return [field, field.tagName === 'SELECT' ? 'select' : field.type === 'checkbox' ? 'checkbox' : 'text']
  }
  return null`

/**
 * What a person's hands do to the page. A click, a drag, a value entered and a key chord count one action each;
 * looking counts nothing.
 */
export class Hands {
  actions = 0

  constructor(readonly driver: WebDriver) {}

  /** The first element a CSS selector finds, once it is there. */
  find(css: string): Promise<WebElement> {
    return this.located(By.css(css), `nothing is at ${css}`)
  }

  byText(text: string, tag = '*'): Promise<WebElement> {
    return this.located(By.xpath(`//${tag}[normalize-space()=${JSON.stringify(text)}]`), `nothing reads “${text}”`)
  }

  protected located(by: By, otherwise: string): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(by), PATIENCE_MS, otherwise)
  }

  async click(place: Place): Promise<void> {
    this.actions++
    const element = await this.at(place)
    // What cannot be clicked yet may have to come into view first.
    await element.click().catch(async () => {
      await this.driver.wait(until.elementIsVisible(element), PATIENCE_MS)
      await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element)
      await element.click()
    })
  }

  async doubleClick(place: Place): Promise<void> {
    this.actions++
    await this.driver.actions().move({ origin: await this.at(place), duration: AT_ONCE_MS }).doubleClick().perform()
  }

  async clickButton(text: string): Promise<void> {
    await this.click(await this.byText(text, 'button'))
  }

  /** Chooses from a menu that is open. */
  async choose(item: string): Promise<void> {
    await this.click(await this.byText(item, 'li[@role="menuitem"]'))
    await this.driver.wait(async () => (await this.driver.findElements(By.css('[role=menu]'))).length === 0, PATIENCE_MS)
  }

  /** Enters a value into the field of that label, within a part of the page; a yes/no is turned to the other. */
  async enter(label: string, value: string, within = 'body'): Promise<void> {
    this.actions++
    const [field, kind] = await this.fieldAndKind(label, within)
    if (kind === 'select') return (await field.findElement(By.xpath(`./option[normalize-space()=${JSON.stringify(value)}]`))).click()
    if (kind === 'checkbox') return field.click()
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER)
  }

  async field(label: string, within = 'body'): Promise<WebElement> {
    return (await this.fieldAndKind(label, within))[0]
  }

  /** A field by its label, once it is there, with whether it is a `select`, a `checkbox` or something to type into; asked in one go, because most of what is done is entering. */
  private async fieldAndKind(label: string, within: string): Promise<readonly [field: WebElement, kind: string]> {
    let found: readonly [WebElement, string] | null = null
    await this.driver.wait(async () => {
      found = await this.driver.executeScript(FIELD, label, within)
      return found !== null
    }, PATIENCE_MS, `no field “${label}” in ${within}`)
    return found!
  }

  async drag(from: Place, to: Place): Promise<void> {
    this.actions++
    const [origin, target] = [await this.at(from), await this.at(to)]
    // In two moves, because the first only begins a drag.
    await this.driver.actions().move({ origin, duration: AT_ONCE_MS }).press().move({ origin: target, x: 1, y: 1, duration: AT_ONCE_MS }).move({ origin: target, duration: AT_ONCE_MS }).release().perform()
  }

  async dragBy(from: Place, x: number, y: number): Promise<void> {
    this.actions++
    const origin = await this.at(from)
    const half = { x: Math.round(x / 2), y: Math.round(y / 2) }
    // From where the pointer is, because what is dragged moves along.
    await this.driver.actions().move({ origin, duration: AT_ONCE_MS }).press().move({ origin: Origin.POINTER, ...half, duration: AT_ONCE_MS }).move({ origin: Origin.POINTER, x: x - half.x, y: y - half.y, duration: AT_ONCE_MS }).release().perform()
  }

  async press(...keys: string[]): Promise<void> {
    this.actions++
    await this.driver.actions().sendKeys(...keys).perform()
  }

  async chord(...keys: string[]): Promise<void> {
    this.actions++
    const chain = this.driver.actions()
    for (const key of keys) chain.keyDown(key)
    for (const key of keys.toReversed()) chain.keyUp(key)
    await chain.perform()
  }

  /** Waits until something holds, and says what did not. */
  async until(what: string | (() => string), holds: () => Promise<boolean>, patienceMs = PATIENCE_MS): Promise<void> {
    const failure = () => `it never came that ${typeof what === 'string' ? what : what()}`
    await this.driver.wait(async () => holds().catch(() => false), patienceMs).catch((error: Error) => {
      throw new Error(`${failure()} (${error.message})`)
    })
  }

  private async at(place: Place): Promise<WebElement> {
    return typeof place === 'string' ? this.find(place) : place
  }
}
