import { decodeChunk } from '@zetesis/core'
import { movementsCsv, traceCsv } from '@zetesis/contract'
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

const text = (content: string) => new TextEncoder().encode(content)
