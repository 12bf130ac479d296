import type { PinAnswer, PinQuestion } from '@/workers/lock.worker'

/** A PIN made into a key's bytes by Argon2id (RFC 9106), beside the page. */
export type StretchPin = (question: PinQuestion) => Promise<Uint8Array<ArrayBuffer>>

export const stretchPin: StretchPin = (question) =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../workers/lock.worker.ts', window.location.href))
    const end = (act: () => void) => {
      // its memory goes with it, and what the PIN was
      worker.terminate()
      act()
    }
    worker.onmessage = ({ data }: MessageEvent<PinAnswer>) =>
      end(() => ('stretched' in data ? resolve(new Uint8Array(data.stretched)) : reject(new Error(data.failed))))
    worker.onerror = (event) => end(() => reject(new Error(event.message)))
    worker.postMessage(question)
  })
