import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** The words of a PDF, a string a page. */
export async function pdfText(bytes: Uint8Array): Promise<string[]> {
  const document = await getDocument({ data: bytes, verbosity: 0 }).promise
  const pages: string[] = []
  for (let n = 1; n <= document.numPages; n++) {
    const content = await (await document.getPage(n)).getTextContent()
    pages.push(
      content.items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    )
  }
  await document.destroy()
  return pages
}
