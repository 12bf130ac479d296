import { port } from './port'

/** What a worker that watches a recording is told: its chunks as they grow, a question, and to answer it again. */
export type DeskCommand<Question> =
  | { kind: 'chunk'; number: number; bytes: Uint8Array }
  | { kind: 'ask'; question: Question }
  | { kind: 'again' }

/**
 * A worker's desk: keeps a recording's samples in order and the question last asked, and answers.
 * @param read what a chunk holds
 */
export function traceDesk<Sample, Question, Answer>(
  read: (bytes: Uint8Array) => readonly Sample[],
  answer: (samples: readonly Sample[], question: Question) => Answer,
): void {
  const here = port<DeskCommand<Question>, Answer>()
  const chunks = new Map<number, readonly Sample[]>()
  let asked: Question | undefined
  here.onmessage = ({ data }) => {
    if (data.kind === 'chunk') return void chunks.set(data.number, read(data.bytes))
    if (data.kind === 'ask') asked = data.question
    if (asked === undefined) return
    const samples = [...chunks].sort(([a], [b]) => a - b).flatMap(([, some]) => some)
    here.postMessage(answer(samples, asked))
  }
}
