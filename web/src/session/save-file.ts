/** Hands a text to the browser to be saved as a file of that name. */
export function saveFile(name: string, text: string, type = 'application/json'): void {
  const address = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name.replace(/[/\\:*?"<>|]/g, '-')
  link.click()
  // The browser has to have begun to read it before it goes.
  setTimeout(() => URL.revokeObjectURL(address), 1000)
}
