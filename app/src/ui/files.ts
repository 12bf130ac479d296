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

/** Asks for a file and reads it as text; undefined when the person leaves it. */
export function readTextFile(accept: string): Promise<string | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input')
    input.type = 'file'
    input.accept = accept
    input.style.display = 'none'
    input.dataset.testid = 'file-input'
    document.body.append(input)
    const done = (text?: string) => {
      input.remove()
      resolve(text)
    }
    input.addEventListener('change', () => {
      const file = input.files?.[0]
      if (file) void file.text().then(done, () => done())
      else done()
    })
    input.addEventListener('cancel', () => done())
    input.click()
  })
}
