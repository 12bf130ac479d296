import type { Refrigerant } from '@zetesis/core'
import { useEffect, useState } from 'react'
import type { LandingAnswer, LandingQuestion } from '@/workers/landing.worker'

/** Superheat by bore, thousandths of an inch, as the rig has it; empty until the worker has played it. */
export function useLanding({
  from,
  to,
  built,
  sizes,
  oily,
}: {
  from: Refrigerant
  to: Refrigerant
  built: number | undefined
  sizes: readonly number[]
  oily: boolean
}): Readonly<Record<number, number>> {
  const [found, setFound] = useState<LandingAnswer>({ key: '', superheatK: {} })
  const key = `${from} ${to} ${built} ${sizes.join(' ')} ${oily}`
  useEffect(() => {
    if (built === undefined || sizes.length === 0) return
    const worker = new Worker(new URL('../../workers/landing.worker.ts', window.location.href))
    worker.onmessage = ({ data }: MessageEvent<LandingAnswer>) => setFound(data)
    const question: LandingQuestion = { key, from, to, built, sizes, oily }
    worker.postMessage(question)
    return () => worker.terminate()
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all of it
  }, [key])
  return found.key === key ? found.superheatK : {}
}
