import Papa from 'papaparse'

/** Lines of fields from text that was pasted from a spreadsheet or read from a CSV file: tabs, semicolons or commas, quoted or not. */
export function parseTable(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, '').trimEnd(), {
    delimiter: text.includes('\t') ? '\t' : '',
    delimitersToGuess: [';', ',', '|'],
    skipEmptyLines: 'greedy',
  })
  return data
}

/** a text that a spreadsheet would take for a formula; a number below zero is none */
const formula = /^(?=[=+\-@\t\r])(?![+-]?\d+(?:[.,]\d+)?$)/

/** A table as CSV (RFC 4180). */
export const tableCsv = (lines: readonly (readonly string[])[]) =>
  `${Papa.unparse(lines as string[][], { escapeFormulae: formula })}\r\n`
