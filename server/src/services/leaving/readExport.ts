import { createHash } from 'node:crypto'
import { createInterface } from 'node:readline'
import { Transform, type Readable } from 'node:stream'
import { openPromise, type Entry } from 'yauzl'
import type { z } from 'zod'
import { companyFiles, Manifest } from '@zetesis/contract'

/** What is wrong with an export, in a sentence for whoever brings it. */
export class ExportProblem extends Error {}

/** the longest line that a log or a chunk of samples can make */
const MOST_LINE = 4_000_000

/** A company's ZIP, opened: its files read line by line, each line by its schema, and the whole of each against the manifest. */
export interface OpenExport {
  readonly manifest: Manifest
  lines<T>(file: string, schema: z.ZodType<T>): AsyncGenerator<T>
  close(): void
}

export async function openExport(path: string): Promise<OpenExport> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false }).catch((error: unknown) => {
    throw new ExportProblem(`This isn’t a ZIP file that can be read: ${wordsOf(error)}`)
  })
  const entries = new Map<string, Entry>()
  for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry)
  const streamOf = async (file: string): Promise<Readable> => {
    const entry = entries.get(file)
    if (!entry) throw new ExportProblem(`The file ${file} is missing: the export isn’t whole.`)
    return zip.openReadStreamPromise(entry)
  }
  const manifest = Manifest.safeParse(await jsonIn(await streamOf(companyFiles.manifest)))
  if (!manifest.success) throw new ExportProblem('The manifest isn’t one of this format and version.')
  return {
    manifest: manifest.data,
    async *lines(file, schema) {
      const said = manifest.data.files[file]
      if (!said) throw new ExportProblem(`The manifest doesn’t name ${file}.`)
      const hash = createHash('sha256')
      const watched = (await streamOf(file)).pipe(
        new Transform({
          transform(bytes: Buffer, _, done) {
            hash.update(bytes)
            done(null, bytes)
          },
        }),
      )
      let count = 0
      for await (const line of createInterface({ input: watched, crlfDelay: Infinity })) {
        count += 1
        if (line.length > MOST_LINE) throw new ExportProblem(`${file}, line ${count} is longer than any can be.`)
        yield parsed(file, count, line, schema)
      }
      if (count !== said.lines || hash.digest('hex') !== said.sha256)
        throw new ExportProblem(`${file} isn’t what the manifest says: it was altered, or isn’t whole.`)
    },
    close: () => zip.close(),
  }
}

function parsed<T>(file: string, line: number, text: string, schema: z.ZodType<T>): T {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new ExportProblem(`${file}, line ${line} isn’t JSON.`)
  }
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const [issue] = read.error.issues
  throw new ExportProblem(`${file}, line ${line}, ${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not readable'}`)
}

async function jsonIn(stream: Readable): Promise<unknown> {
  const parts: Buffer[] = []
  for await (const part of stream) parts.push(part as Buffer)
  try {
    return JSON.parse(Buffer.concat(parts).toString('utf8'))
  } catch {
    return undefined
  }
}

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error))
