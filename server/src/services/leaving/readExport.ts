import { createHash } from 'node:crypto'
import type { Readable } from 'node:stream'
import { openPromise, type Entry } from 'yauzl'
import type { z } from 'zod'
import { companyFiles, Manifest, MAX_BODY } from '@zetesis/contract'

/** What is wrong with an export, in a sentence for whoever brings it. */
export class ExportProblem extends Error {}

/** What a line may be long: one that holds whole entries comes from a request's body, with its place in the chain about it; any other is short. */
const LONG_LINE = MAX_BODY + 5000
const SHORT_LINE = 64_000
const holdEntries: readonly string[] = [companyFiles.company, companyFiles.book, companyFiles.logs, companyFiles.held]
/** as many papers as a large company has units, and no ZIP that is nothing but names */
const MOST_FILES = 100_000
const MOST_MANIFEST = 8_000_000
/** text of this kind packs to a twentieth; what unpacks to more than a hundredfold was made to */
const MOST_RATIO = 100
const SMALL = 1_000_000

/** A company's ZIP, opened: its files read line by line, each line by its schema, and the whole of each against the manifest. */
export interface OpenExport {
  readonly manifest: Manifest
  lines<T>(file: string, schema: z.ZodType<T>): AsyncGenerator<T>
  /** file and line that was read last */
  where(): string
  /** bytes of the file that is being read, as far as it was */
  read(): number
  close(): void
}

export async function openExport(path: string): Promise<OpenExport> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false }).catch((error: unknown) => {
    throw new ExportProblem(`This isn’t a ZIP file that can be read: ${wordsOf(error)}`)
  })
  let at: string = companyFiles.manifest
  let bytesRead = 0
  async function* bytesOf(file: string): AsyncGenerator<Buffer> {
    const entry = files.get(file)
    if (!entry) throw new ExportProblem(`The file ${file} is missing: the export isn’t whole.`)
    if (entry.uncompressedSize > SMALL && entry.uncompressedSize > MOST_RATIO * entry.compressedSize)
      throw new ExportProblem(`${file} unpacks to more than a hundred times its size: no export does.`)
    try {
      const stream: Readable = await zip.openReadStreamPromise(entry)
      for await (const part of stream) yield part as Buffer
    } catch (error) {
      throw new ExportProblem(`${file} can’t be unpacked: ${wordsOf(error)}`)
    }
  }
  const files = new Map<string, Entry>()
  try {
    await listed()
    const manifest = await readManifest()
    return { manifest, lines: linesBy(manifest), where: () => at, read: () => bytesRead, close: () => zip.close() }
  } catch (error) {
    zip.close()
    throw error
  }

  async function listed(): Promise<void> {
    if (zip.entryCount > MOST_FILES) throw new ExportProblem('This ZIP holds more files than any export does.')
    const known = new Set<string>(Object.values(companyFiles))
    try {
      for await (const entry of zip.eachEntry()) {
        if (!known.has(entry.fileName)) continue
        if (files.has(entry.fileName)) throw new ExportProblem(`The file ${entry.fileName} stands in it twice.`)
        files.set(entry.fileName, entry)
      }
    } catch (error) {
      if (error instanceof ExportProblem) throw error
      throw new ExportProblem(`This isn’t a ZIP file that can be read: ${wordsOf(error)}`)
    }
  }

  async function readManifest(): Promise<Manifest> {
    const parts: Buffer[] = []
    let size = 0
    for await (const part of bytesOf(companyFiles.manifest)) {
      size += part.length
      if (size > MOST_MANIFEST) throw new ExportProblem('The manifest is longer than any can be.')
      parts.push(part)
    }
    const manifest = Manifest.safeParse(jsonOf(Buffer.concat(parts).toString('utf8')))
    if (!manifest.success) throw new ExportProblem('The manifest isn’t one of this format and version.')
    return manifest.data
  }

  function linesBy(manifest: Manifest): OpenExport['lines'] {
    return async function* (file, schema) {
      const said = manifest.files[file]
      if (!said) throw new ExportProblem(`The manifest doesn’t name ${file}.`)
      const hash = createHash('sha256')
      let count = 0
      bytesRead = 0
      const most = holdEntries.includes(file) ? LONG_LINE : SHORT_LINE
      for await (const line of splitLines(bytesOf(file), { hash, most })) {
        count += 1
        at = `${file}, line ${count}`
        bytesRead += line?.length ?? 0
        if (line === undefined) throw new ExportProblem(`${at} is longer than any can be.`)
        yield parsed(at, line, schema)
      }
      if (count !== said.lines || hash.digest('hex') !== said.sha256)
        throw new ExportProblem(`${file} isn’t what the manifest says: it was altered, or isn’t whole.`)
    }
  }
}

/** Lines as they come, and undefined in the place of one that goes beyond its length: no more of it is kept than that. */
async function* splitLines(
  parts: AsyncIterable<Buffer>,
  { hash, most }: { hash: { update(bytes: Buffer): unknown }; most: number },
): AsyncGenerator<Buffer | undefined> {
  let begun: Buffer[] = []
  let length = 0
  for await (const part of parts) {
    hash.update(part)
    let from = 0
    for (let end = part.indexOf(10); end >= 0; end = part.indexOf(10, from)) {
      begun.push(part.subarray(from, end))
      from = end + 1
      const line = length + begun.at(-1)!.length > most ? undefined : Buffer.concat(begun)
      begun = []
      length = 0
      yield line
    }
    if (from === part.length) continue
    begun.push(Buffer.from(part.subarray(from)))
    length += part.length - from
    if (length > most) yield undefined
  }
  if (length > 0) yield Buffer.concat(begun)
}

function parsed<T>(at: string, line: Buffer, schema: z.ZodType<T>): T {
  const value = jsonOf(textOf(line))
  if (value === undefined) throw new ExportProblem(`${at} isn’t JSON.`)
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const [issue] = read.error.issues
  throw new ExportProblem(`${at}, ${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not readable'}`)
}

function textOf(line: Buffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(line)
  } catch {
    return ''
  }
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error))
