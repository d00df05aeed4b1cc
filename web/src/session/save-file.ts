/** Hands a text or bytes to the browser to be saved as a file of that name. */
export function saveFile(name: string, content: string | Uint8Array, type = 'application/json'): void {
  const address = URL.createObjectURL(new Blob([typeof content === 'string' ? content : Uint8Array.from(content)], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name.replace(/[/\\:*?"<>|]/g, '-')
  link.click()
  // The browser has to have begun to read it before it goes.
  setTimeout(() => URL.revokeObjectURL(address), 1000)
}
