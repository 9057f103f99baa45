/** Hands the browser a file to save. */
export function giveFile(name: string, content: string | Uint8Array | Blob, type = 'text/plain') {
  const url = URL.createObjectURL(
    new Blob([content as BlobPart], { type: typeof content === 'string' ? `${type};charset=utf-8` : type })
  )
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** A file name from a title: what every file system takes. */
export const fileName = (title: string, ending: string): string =>
  `${
    title
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'project'
  }.${ending}`
