/** Hands a file to the person, as the browser saves files. */
export function saveFile(content: Blob, name: string): void {
  const address = URL.createObjectURL(content)
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(address), 1000)
}

/** A name a file may have on any system. @example fileName('Hut: parts', 'csv') // 'Hut- parts.csv' */
export const fileName = (title: string, ending: string): string =>
  `${title.replace(/[^\p{L}\p{N} ,._-]+/gu, '-').slice(0, 120)}.${ending}`
