import { decodeChunk, unitView } from '@zetesis/core'
import { movementsCsv, traceCsv } from '@zetesis/contract'
import { labelPdf } from '../papers/label'
import { openRecord } from '../papers/openRecord'
import { ownerPdf } from '../papers/owner'
import { papersPdf } from '../papers/papers'
import { recordedVacuum } from '../papers/recordedVacuum'
import { refrigerantPdf } from '../papers/refrigerant'
import type { Task } from './tasks'

/** Makes a file, whole, in a worker thread: PDF, or CSV in UTF-8. */
export default async function render(task: Task): Promise<Uint8Array> {
  switch (task.kind) {
    case 'papers':
      return papersPdf(task.file, task.system, {
        recorded: recordedVacuum(task.file, task.recordings),
        traces: task.traces,
        timeZone: task.timeZone,
        letterhead: task.letterhead,
      })
    case 'label':
    case 'owner':
      return conversionPaper(task)
    case 'trace':
      return text(
        traceCsv(
          task.chunks.flatMap((bytes) => decodeChunk(bytes) ?? []),
          task,
        ),
      )
    case 'movements':
      return text(movementsCsv(task.lines, task.system))
    case 'refrigerant':
      return refrigerantPdf(task)
  }
}

/** Empty where the record says nothing that such a paper says. */
async function conversionPaper({ kind, file, size, link, timeZone }: Extract<Task, { kind: 'label' | 'owner' }>) {
  const { record, jobElevationM } = openRecord(file)
  const lastAt = file.log.at(-1)?.receivedAt ?? new Date(0).toISOString()
  const view = unitView(record, { nowMs: Date.parse(lastAt), jobElevationM })
  const made =
    kind === 'label'
      ? await labelPdf(view, { size, link, company: file.company, timeZone })
      : await ownerPdf(view, { company: file.company, job: file.job.name, timeZone })
  return made ?? new Uint8Array()
}

const text = (content: string) => new TextEncoder().encode(content)
