import { pickFile } from './pickFile'

/** Hands a text to the person as a file. */
export function saveFile(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  document.body.append(link)
  link.click()
  link.remove()
  // the download has its own hold on the data by then
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** Asks for a file and reads it as text; undefined when the person leaves it or it can't be read. */
export async function readTextFile(accept: string): Promise<string | undefined> {
  const file = await pickFile(accept)
  return file?.text().catch(() => undefined)
}
