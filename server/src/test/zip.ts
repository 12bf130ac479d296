import { createHash } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { fromBufferPromise } from 'yauzl'
import { ZipFile } from 'yazl'

/** A ZIP's files by name, in their order. */
export async function unzipped(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await fromBufferPromise(bytes, { lazyEntries: true })
  const files = new Map<string, Buffer>()
  for await (const entry of zip.eachEntry()) {
    const parts: Buffer[] = []
    for await (const part of await zip.openReadStreamPromise(entry)) parts.push(part as Buffer)
    files.set(entry.fileName, Buffer.concat(parts))
  }
  return files
}

/** Writes files into a ZIP on disk, with a manifest that agrees with them unless it is told to stay. @returns where it lies */
export async function zipped(
  files: ReadonlyMap<string, Buffer>,
  { agrees = true, packed = false } = {},
): Promise<string> {
  const zip = new ZipFile()
  const manifest = JSON.parse(files.get('manifest.json')!.toString()) as {
    files: Record<string, { lines: number; sha256: string }>
  }
  for (const [name, bytes] of files) {
    if (name === 'manifest.json') continue
    if (agrees && manifest.files[name])
      manifest.files[name] = {
        lines: bytes.toString().split('\n').length - 1,
        sha256: createHash('sha256').update(bytes).digest('hex'),
      }
    zip.addBuffer(bytes, name, { compress: packed })
  }
  zip.addBuffer(Buffer.from(JSON.stringify(manifest)), 'manifest.json')
  zip.end()
  const parts: Buffer[] = []
  for await (const part of zip.outputStream) parts.push(part as Buffer)
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'zetesis-export.')), 'company.zip')
  writeFileSync(file, Buffer.concat(parts))
  return file
}
