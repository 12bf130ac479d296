import type { Refrigerant } from '@zetesis/core'
import { useAnswer } from '@/ui/useAnswer'
import type { LandingAnswer, LandingQuestion } from '@/workers/landing.worker'

const open = () => new Worker(new URL('../../workers/landing.worker.ts', window.location.href))

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
  const key = `${from} ${to} ${built} ${sizes.join(' ')} ${oily}`
  const question = built === undefined || sizes.length === 0 ? undefined : { key, from, to, built, sizes, oily }
  const found = useAnswer<LandingQuestion, LandingAnswer>(open, question)
  return found?.key === key ? found.superheatK : {}
}
