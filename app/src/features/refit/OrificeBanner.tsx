import { gateWords } from '@zetesis/contract'
import { assessReading, type ChargeGate } from '@zetesis/core'
import { useMemo } from 'react'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import type { UnitHandle } from '@/unit/useUnit'

/** What the last reading says of the orifice, where it says something. */
export function OrificeBanner({ unit: { view } }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const { reading, facts, tuning, label, conversion } = view
  const gate = useMemo((): ChargeGate | undefined => {
    if (!reading) return undefined
    // another one was fitted since
    const fittedMs = conversion?.device ? Date.parse(conversion.device.entry.at) : -Infinity
    if (fittedMs > Date.parse(reading.item.entry.at)) return undefined
    const { settled, judged } = reading
    return assessReading({ judged, settled }, { facts, tuning, ...(label ? { label } : {}) })?.gates.find(
      (g) => g.code === 'wrongOrifice',
    )
  }, [reading, facts, tuning, label, conversion])
  return gate ? (
    <Banner metal="out" word="The orifice" testID="orifice-symptom">
      {gateWords(gate, system)}
    </Banner>
  ) : null
}
