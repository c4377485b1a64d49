/** Hands a file to the person's downloads. */
export function keepFile(data: Blob, name: string): void {
  const address = URL.createObjectURL(data)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}

/** A name that every file system takes. */
export const safeName = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N} ._-]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 120) || 'Lamina'
