/** Gives the player a file. */
export const saveFile = (name: string, type: string, content: BlobPart): void => {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/** A title as the name of a file. */
export const fileName = (title: string, ending: string): string =>
  `${
    title
      .normalize('NFKD')
      .replace(/[\u0300-\u036f'’]/g, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'line'
  }.${ending}`
