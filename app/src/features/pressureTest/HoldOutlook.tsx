import { outlookWords } from '@zetesis/contract'
import { holdOutlook, toSi, type UnitView } from '@zetesis/core'
import { useMemo } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import type { QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Soft } from '@/ui/Words'

/** where nobody typed it: an ordinary day; the outlook hardly depends on it */
const ORDINARY = { value: 75, unit: '°F' } as const

/** Before the hold begins: what this gauge would show in the method's time, and what it would overnight. */
export function HoldOutlook({
  view,
  gauge,
  instruments,
}: {
  view: UnitView
  /** as typed so far; the usual pressure while it is empty */
  gauge: QuantityText
  instruments: Parameters<typeof holdOutlook>[0]['instruments']
}) {
  const { system } = useSettings()
  const { method, elevationM, facts, pressureTest } = view
  const lines = useMemo(() => {
    const typed = quantityInput('gaugePressure', system).safeParse(gauge).data
    const raised = typed && toSi('gaugePressure', typed) > 0 ? typed : undefined
    const begun = {
      gauge: raised ?? ({ value: pressureTest.usualPa / 1000, unit: 'kPa' } as const),
      ambient: ORDINARY,
      ...(instruments ? { instruments } : {}),
    }
    return holdOutlook(begun, { method, elevationM, facts }).map((outlook) => outlookWords(outlook, system))
  }, [gauge, instruments, method, elevationM, facts, pressureTest.usualPa, system])
  return (
    <YStack testID="hold-outlook">
      {lines.map((line) => (
        <Soft key={line}>{line}</Soft>
      ))}
    </YStack>
  )
}
