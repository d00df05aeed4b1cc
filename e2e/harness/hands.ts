import { By, Key, Origin, error, until, type WebDriver, type WebElement } from 'selenium-webdriver'
import { Command } from 'selenium-webdriver/lib/command.js'
import { DEV_TOOLS, DEV_TOOLS_ANSWER } from './browser'
import { timeOf, type HandTime } from './hand-time'

const PATIENCE_MS = 20_000

/** How often what was painted anew is looked for again. */
const MOST_ATTEMPTS = 5

/** How long the pointer takes to a place; it would dawdle otherwise. */
const AT_ONCE_MS = 0

type Place = string | WebElement

type Point = { readonly x: number; readonly y: number }

/** The middle of what can be seen of an element, in the window, once it has come into view. */
const MIDDLE = `
  arguments[0].scrollIntoView({ block: 'nearest', inline: 'nearest' })
  const { left, right, top, bottom } = arguments[0].getBoundingClientRect()
  const between = (from, to, most) => Math.floor((Math.max(0, from) + Math.min(most, to)) / 2)
  return { x: between(left, right, window.innerWidth), y: between(top, bottom, window.innerHeight) }`

/** What the page tells whoever looks at it: notices, problems, how far it is. */
const SAID = `return [...document.querySelectorAll('[role=alert], [role=status], [role=dialog] h2')].map((each) => each.innerText.trim()).filter((text) => text !== '')`

/** The middle of an element once it has stood still for two frames, or wherever it is after a second; null when it has been painted anew. */
const MIDDLE_AT_REST = `
  const [element, done] = arguments
  const middle = (element) => { ${MIDDLE.replaceAll('arguments[0]', 'element')} }
  const until = performance.now() + 1000
  const look = (before, times) => {
    const now = middle(element)
    const still = now.x === before.x && now.y === before.y ? times + 1 : 0
    if (!element.isConnected) done(null)
    else if (still >= 2 || performance.now() > until) done(now)
    else requestAnimationFrame(() => look(now, still))
  }
  requestAnimationFrame(() => look(middle(element), 0))`

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

  /** How an element was found, to find it again when the page has painted it anew. */
  private readonly ways = new WeakMap<WebElement, By>()

  /** How long somebody would take for what these hands do. */
  readonly time: HandTime

  constructor(readonly driver: WebDriver) {
    this.time = timeOf(driver)
  }

  /** The first element a CSS selector finds, once it is there. */
  find(css: string): Promise<WebElement> {
    return this.located(By.css(css), `nothing is at ${css}`)
  }

  byText(text: string, tag = '*'): Promise<WebElement> {
    return this.located(By.xpath(`//${tag}[normalize-space()=${JSON.stringify(text)}]`), `nothing reads “${text}”`)
  }

  protected async located(by: By, otherwise: string): Promise<WebElement> {
    const element = await this.driver.wait(until.elementLocated(by), PATIENCE_MS).catch((failure: Error) => this.fail(otherwise, failure))
    this.ways.set(element, by)
    return element
  }

  async click(place: Place): Promise<void> {
    this.actions++
    await whileItStands(this.finder(place), (element) =>
      // What cannot be clicked yet may have to come into view first. After any other failure it may have been clicked.
      element.click().catch(async (failure: unknown) => {
        if (!(failure instanceof error.ElementClickInterceptedError || failure instanceof error.ElementNotInteractableError)) throw failure
        await this.driver.wait(until.elementIsVisible(element), PATIENCE_MS)
        await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element)
        await element.click()
      }))
  }

  async doubleClick(place: Place): Promise<void> {
    this.actions++
    await this.driver.actions().move({ ...(await this.middle(place)), duration: AT_ONCE_MS }).doubleClick().perform()
  }

  /** Brings the pointer over the middle of a place. */
  async hover(place: Place): Promise<void> {
    await this.driver.actions().move(await this.middle(place)).perform()
  }

  /** Taps the middle of a place as a person who uses what was made: it is no action of making it. */
  async tap(place: Place): Promise<void> {
    await this.time.aside(() => whileItStands(this.finder(place), async (element) => {
      const middle = await this.driver.executeAsyncScript<Point | null>(MIDDLE_AT_REST, element)
      if (middle === null) throw new error.StaleElementReferenceError('what was to be tapped has been painted anew')
      await this.driver.actions().move(middle).click().perform()
    }))
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
    await whileItStands(() => this.fieldAndKind(label, within), async ([field, kind]) => {
      // Somebody opens a choice, or clicks into a field, before what is done by the driver.
      if (kind !== 'checkbox') this.time.point(2, 1, 0)
      if (kind === 'select') await (await field.findElement(By.xpath(`.//option[normalize-space()=${JSON.stringify(value)}]`))).click()
      else if (kind === 'checkbox') await field.click()
      else await field.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.ENTER)
    })
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
    // What comes into view last may move what is in view already.
    await this.middle(to)
    const [origin, target] = [await this.middle(from), await this.middle(to)]
    // In two moves, because the first only begins a drag.
    await this.driver.actions().move({ ...origin, duration: AT_ONCE_MS }).press().move({ x: target.x + 1, y: target.y + 1, duration: AT_ONCE_MS }).move({ ...target, duration: AT_ONCE_MS }).release().perform()
  }

  async dragBy(from: Place, x: number, y: number): Promise<void> {
    this.actions++
    const half = { x: Math.round(x / 2), y: Math.round(y / 2) }
    // From where the pointer is, because what is dragged moves along.
    await this.driver.actions().move({ ...(await this.middle(from)), duration: AT_ONCE_MS }).press().move({ origin: Origin.POINTER, ...half, duration: AT_ONCE_MS }).move({ origin: Origin.POINTER, x: x - half.x, y: y - half.y, duration: AT_ONCE_MS }).release().perform()
  }

  async press(...keys: string[]): Promise<void> {
    this.actions++
    await this.driver.actions().sendKeys(...keys).perform()
  }

  /** Something of the domain Input of the Chrome DevTools Protocol: fingers, keys that are held down, the wheel. */
  async input(what: 'dispatchTouchEvent' | 'dispatchKeyEvent' | 'dispatchMouseEvent', values: object): Promise<void> {
    await this.driver.execute(new Command(DEV_TOOLS).setParameter('cmd', `Input.${what}`).setParameter('params', values))
  }

  /** What the browser's own tools answer. */
  askDevTools(what: string, values: object): Promise<unknown> {
    return this.driver.execute(new Command(DEV_TOOLS_ANSWER).setParameter('cmd', what).setParameter('params', values))
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
    await this.driver.wait(async () => holds().catch(() => false), patienceMs).catch((failure: Error) => this.fail(`it never came that ${typeof what === 'string' ? what : what()}`, failure))
  }

  /** Fails with what the page itself has to say at that moment. */
  private async fail(what: string, failure: Error): Promise<never> {
    const said = await this.driver.executeScript<readonly string[]>(SAID)
    throw new Error(`${what} (${failure.message.trim()})${said.length > 0 ? `; the page says: ${said.join(' / ')}` : ''}`)
  }

  /** Where the middle of a place is now. */
  middle(place: Place): Promise<Point> {
    return whileItStands(this.finder(place), (element) => this.driver.executeScript(MIDDLE, element))
  }

  /** Finds a place: at first what is meant may be at hand, afterwards it is looked for as it was before. */
  private finder(place: Place): () => Promise<WebElement> {
    if (typeof place === 'string') return () => this.find(place)
    const by = this.ways.get(place)
    let isFirst = true
    return async () => {
      const wanted = isFirst || by === undefined ? place : await this.located(by, `${by} is gone`)
      isFirst = false
      return wanted
    }
  }
}

/** Does something with what is found; where the page has put another in its place meanwhile, with that one. */
async function whileItStands<F, T>(find: () => Promise<F>, act: (found: F) => Promise<T>): Promise<T> {
  for (let attempts = 1; ; attempts++) {
    const found = await find()
    try {
      return await act(found)
    } catch (failure) {
      if (!(failure instanceof error.StaleElementReferenceError) || attempts === MOST_ATTEMPTS) throw failure
    }
  }
}
