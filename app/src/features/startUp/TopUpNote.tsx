import {
  formatNumber,
  fromSi,
  preferredUnit,
  showText,
  weatherOf,
  type JudgedReading,
  type UnitView,
} from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { useAnswer } from '@/ui/useAnswer'
import type { TopUpAnswer, TopUpQuestion } from '@/workers/topUp.worker'

const open = () => new Worker(new URL('../../workers/topUp.worker.ts', window.location.href))

interface Spread {
  readonly by: number
  readonly standard: number
}
/** less superheat than this is liquid */
const NOTHING_K = 0.5
const whole = (value: number) => formatNumber(value, 0)

/** weather in whole kelvins, humidity in twentieths: a tenth of a degree doesn't ask anew */
const coarse = (value: number, step: number) => Math.round(value / step) * step

/** Why nothing is added on a cold day's superheat, with what that top-up would read on a hot one: from the rig's machines, with how far they differ. */
export function TopUpNote({ judged, view }: { judged: JudgedReading; view: UnitView }) {
  const { system } = useSettings()
  const { facts, method, tuning } = view
  const weather = weatherOf(judged)
  const targetK = judged.target.ok ? judged.target.targetK : method.comparedSuperheatK.si
  const high = judged.superheatK !== undefined && judged.superheatK > targetK
  const asked: TopUpQuestion['asked'] | undefined =
    high && weather && facts.refrigerant
      ? [
          { refrigerant: facts.refrigerant, targetK: coarse(targetK, 0.5) },
          {
            outdoorK: coarse(weather.outdoorK, 1),
            returnK: coarse(weather.returnK, 1),
            returnHumidity: coarse(weather.returnHumidity, 0.05),
          },
        ]
      : undefined
  const answer = useAnswer<TopUpQuestion, TopUpAnswer>(open, asked && { key: JSON.stringify(asked), asked })
  // the weather moves while it is worked out: what it was a moment ago is said until the next answer is there
  const { topUp: found, for: goal } = answer ?? {}
  if (!asked || !found || !goal || goal.refrigerant !== facts.refrigerant || judged.superheatK === undefined)
    return null
  const d = (k: number) => showText('temperatureDifference', k, system)
  const spread = ({ by, standard }: Spread, name: string) =>
    by < NOTHING_K ? `no ${name}` : `${d(by)} ± ${d(2 * standard)} of ${name}`
  const total = tuning.totalChargeKg
  const much =
    total === undefined
      ? `${whole(100 * found.share.by)} % more`
      : `${whole(fromSi('mass', found.share.by * total, preferredUnit('mass', system)))} ± ${whole(fromSi('mass', 2 * found.share.standard * total, preferredUnit('mass', system)))} ${preferredUnit('mass', system)} more`
  return (
    <Banner metal="out" word="Don’t top up on this" testID="top-up">
      {`A superheat of ${d(judged.superheatK)} is the cold’s: too little head feeds the orifice. To bring it to ${d(goal.targetK)} today would take about ${much}; at ${showText('temperature', found.hotK, system)} outdoors the same charge reads ${spread(found.superheatK, 'superheat')} and ${spread(found.subcoolingK, 'subcooling')}: liquid at the compressor. From simulated machines, sound and rightly charged; ± is twice how far they differ.`}
    </Banner>
  )
}
