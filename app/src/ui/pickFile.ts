/** Asks for a file; undefined when the person leaves it. */
export function pickFile(accept: string): Promise<File | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input')
    input.type = 'file'
    input.accept = accept
    input.style.display = 'none'
    input.dataset.testid = 'file-input'
    document.body.append(input)
    const done = (file?: File) => {
      input.remove()
      resolve(file)
    }
    input.addEventListener('change', () => done(input.files?.[0]))
    input.addEventListener('cancel', () => done())
    input.click()
  })
}
