import type { Hands } from './hands'

/** What the text on the bench says, as far as it is in view. */
export const textIn = (hands: Hands): Promise<string> =>
  hands.driver.executeScript('return [...document.querySelectorAll(".written-text .cm-line")].map((line) => line.textContent).join("\\n")')

/** Selects some words of the text, as somebody who draws over them with the mouse does. */
export async function selectInText(hands: Hands, wanted: string): Promise<void> {
  await hands.until(`the text says ${wanted}`, async () => hands.driver.executeScript(SELECT, wanted))
}

const SELECT = `
  const [wanted] = arguments
  const line = [...document.querySelectorAll('.written-text .cm-line')].find((each) => each.textContent.includes(wanted))
  if (!line) return false
  document.querySelector('.written-text .cm-content').focus()
  const placeOf = (letter) => {
    const texts = document.createTreeWalker(line, NodeFilter.SHOW_TEXT)
    let left = letter
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      if (left <= node.length) return [node, left]
      left -= node.length
    }
  }
  const at = line.textContent.indexOf(wanted)
  getSelection().setBaseAndExtent(...placeOf(at), ...placeOf(at + wanted.length))
  return true`

/** Puts another text in the place of some of it. */
export async function replaceInText(hands: Hands, wanted: string, by: string): Promise<void> {
  await selectInText(hands, wanted)
  await hands.press(by)
}
