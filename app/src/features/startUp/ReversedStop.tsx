import { entryProblemWords, swapWords } from '@zetesis/contract'
import type { EntryBody, LogItem, PlausibilityCheck, ProbeSwap, Reading } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** It heats while it is taken to cool, or the other way round: said before all else, since the next act at a valve could hurt. */
export function ReversedStop({
  unit,
  checks,
  swap,
  logged,
}: {
  unit: UnitHandle
  checks: readonly PlausibilityCheck[]
  /** two probes that, exchanged, would explain it as well */
  swap?: ProbeSwap
  /** the reading that says so, where it is one in the log */
  logged?: LogItem<Reading>
}) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const heats = checks.some((c) => c.code === 'heatsInsteadOfCooling')
  const cools = checks.some((c) => c.code === 'coolsInsteadOfHeating')
  if (!heats && !cools) return null
  const meant = heats ? 'heating' : 'cooling'
  const { heatPump, sealed } = unit.view
  const putRight = () => {
    if (!logged) return
    const [first] = unit.appendAll(inMode(logged, meant).map((body) => ({ body, at: new Date(logged.entry.at) })))
    setProblem(first && entryProblemWords(first, system))
  }
  return (
    <Banner metal="out" word={heats ? 'Stop the unit' : 'It cools'} testID="reversed">
      <YStack gap="$2">
        <Body fontWeight="700">
          {heats
            ? 'It heats while it is taken to cool. The reversing valve, or its wire, is the wrong way round.'
            : 'It cools while it is taken to heat: a defrost that runs, or the reversing valve or its wire the wrong way round.'}
        </Body>
        <Body fontSize="$3" lineHeight="$3">
          {heats
            ? 'Close nothing, open nothing: the vapour port carries hot gas at high pressure. Stop the unit at its disconnect, then look at the wire.'
            : 'A defrost is over in some minutes. If it goes on cooling: close nothing, open nothing, stop the unit, then look at the wire.'}
        </Body>
        {swap ? (
          <Body fontSize="$3" lineHeight="$3">{`Unless two probes are to blame: ${swapWords(swap.a, swap.b)}`}</Body>
        ) : null}
        {logged && !sealed && heatPump.circuit.heatPump ? (
          <Press testID="other-mode" onPress={putRight}>
            {`No, it was meant: read in ${meant}`}
          </Press>
        ) : null}
        {problem ? <Body color="$oxide">{problem}</Body> : null}
      </YStack>
    </Banner>
  )
}

/** A reading that was logged in the wrong mode: struck out, and written anew in the one that it was read in. */
export function inMode({ entry }: LogItem<Reading>, mode: Reading['mode']): EntryBody[] {
  const { values, instruments, kit, live } = entry
  return [
    { kind: 'struck', strikes: entry.id, reason: `Read in ${mode}, logged in the other mode.` },
    {
      kind: 'reading',
      mode,
      values,
      ...(instruments ? { instruments } : {}),
      ...(kit ? { kit } : {}),
      ...(live ? { live } : {}),
    },
  ]
}
