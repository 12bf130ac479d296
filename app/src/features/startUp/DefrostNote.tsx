import { entryProblemWords } from '@zetesis/contract'
import {
  absolutePressurePa,
  fromSi,
  preferredUnit,
  saturationTemperatureK,
  showText,
  type Defrost,
  type EntryBody,
  type UnitView,
} from '@zetesis/core'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { drawn } from '@/ui/drawn'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** The defrost that the recording shows last: what it took, how warm the coil got, and a tap that logs it. */
export const DefrostNote = drawn(function DefrostNote({
  unit,
  defrosts,
  traceId,
}: {
  unit: UnitHandle
  defrosts: readonly Defrost[]
  traceId: string
}) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const last = defrosts.at(-1)
  if (!last) return null
  const { endS } = last
  if (endS === undefined)
    return (
      <Banner metal="none" word="A defrost runs" testID="defrost-runs">
        It cools the house meanwhile. It is timed from the samples; log it when it is over.
      </Banner>
    )
  const lastedS = endS - last.beginS
  const logged = unit.record.items.defrostSeen.some(
    ({ entry }) => entry.traceId === traceId && entry.lasted && Math.abs(entry.lasted.value - Math.round(lastedS)) < 2,
  )
  if (logged) return null
  const coilK = coilAtEnd(last, unit.view)
  const degrees = preferredUnit('temperature', system)
  const log = (how: 'byItself' | 'provoked') => {
    const body: EntryBody = {
      kind: 'defrostSeen',
      how,
      lasted: { value: Math.round(lastedS), unit: 's' },
      ...(coilK === undefined
        ? {}
        : { coil: { value: Math.round(fromSi('temperature', coilK, degrees) * 10) / 10, unit: degrees } }),
      traceId,
    }
    const [first] = unit.append(body)
    setProblem(first && entryProblemWords(first, system))
  }
  return (
    <Banner metal="none" word="A defrost was seen" testID="defrost-found">
      <Body fontSize="$3" lineHeight="$3">
        {[
          `${showText('duration', lastedS, system)}`,
          coilK === undefined ? undefined : `its coil at ${showText('temperature', coilK, system)} by the high side`,
          last.supplyK === undefined
            ? 'told by the high side: the supply air hides it'
            : `supply down to ${showText('temperature', last.supplyK, system)}`,
        ]
          .filter(Boolean)
          .join(', ')}
      </Body>
      <XStack gap="$2" flexWrap="wrap">
        <Press testID="defrost-log-byItself" onPress={() => log('byItself')}>
          Log it: it came by itself
        </Press>
        <Press testID="defrost-log-provoked" onPress={() => log('provoked')}>
          Log it: provoked
        </Press>
      </XStack>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </Banner>
  )
})

/** The outdoor coil condenses in a defrost: as warm as the highest head says. */
function coilAtEnd({ endPa }: Defrost, { facts, elevationM }: UnitView): number | undefined {
  if (endPa === undefined || !facts.refrigerant) return undefined
  return saturationTemperatureK(facts.refrigerant, 'bubble', absolutePressurePa({ gaugePa: endPa, elevationM }))
}
