import type { Refrigerant } from '@zetesis/core'
import { landBySubcooling, OIL_LOGGED } from '@zetesis/rig'

export interface LandingQuestion {
  readonly key: string
  readonly from: Refrigerant
  readonly to: Refrigerant
  /** bore that the machine was built with, thousandths of an inch */
  readonly built: number
  readonly sizes: readonly number[]
  readonly oily: boolean
}
export interface LandingAnswer {
  readonly key: string
  readonly superheatK: Readonly<Record<number, number>>
}

/** Plays a converted machine with each bore to its steady state. */
self.onmessage = ({ data }: MessageEvent<LandingQuestion>) => {
  const { key, from, to, built, sizes, oily } = data
  const superheatK = Object.fromEntries(
    sizes.map((size) => {
      const converted = { builtFor: from, boreRatio: size / built, oilLogged: oily ? OIL_LOGGED : 0 }
      return [size, landBySubcooling(to, converted).superheatK]
    }),
  )
  const answer: LandingAnswer = { key, superheatK }
  self.postMessage(answer)
}
