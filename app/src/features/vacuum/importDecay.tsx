import { causeText, sampleProblemWords, verdictWords } from '@zetesis/contract'
import { decayHabits, gaugeShareOf, type Instrument } from '@zetesis/core'
import { useMemo } from 'react'
import type { ImportUse } from '@/recording/ImportCard'
import { MinutesField } from '@/recording/MinutesField'
import type { UnitHandle } from '@/unit/useUnit'
import { Body } from '@/ui/Words'

/** A recorded evacuation brought in: the pump and the valving-off it shows, and what its decay says before it is taken in. */
export function useDecayImport({ view }: UnitHandle, gauge: Instrument | undefined): ImportUse {
  const { vacuum, method, facts } = view
  const { limitPa, holdS, volume } = vacuum
  const terms = useMemo(
    () => ({
      kind: 'decay' as const,
      limitPa,
      holdS,
      volumeM3: volume?.volumeM3,
      gaugeShare: gauge && gaugeShareOf(gauge, limitPa),
      habits: decayHabits(method),
    }),
    [limitPa, holdS, volume?.volumeM3, gauge, method],
  )
  return {
    terms,
    channels: ['vacuum', 'ambient'],
    hint: 'Any table of times and pressures: commas, semicolons or tabs, micron, Torr, Pa, mbar or hPa.',
    usable: ({ decay }) => decay !== undefined && !decay.problems.some((p) => p.code === 'gaugeNotConnected'),
    about: ({ mapping, decay }, file) => (
      <>
        {decay?.problems.map((p) => (
          <Body key={p.code} color="$oxide">
            {sampleProblemWords(p)}
          </Body>
        ))}
        {mapping.channels.vacuum ? (
          <MinutesField
            label="Valved off after, minutes from the first row"
            foundS={decay?.valvedOffS}
            none="never: it falls to the end"
            hint="Empty: where the pressure was lowest before it rose."
            onSay={(fromS) => file.say({ fromS })}
            testID="valved-off-at"
          />
        ) : null}
        {decay?.result ? (
          <Body testID="import-verdict" fontWeight="700">
            {`${decay.result.complete || decay.result.verdict === 'out' ? verdictWords[decay.result.verdict] : 'Hold too short'}: ${causeText(decay.result, facts.work)}`}
          </Body>
        ) : null}
      </>
    ),
    entries: ({ decay }) => {
      const valvedOffS = decay?.valvedOffS
      const pulled = valvedOffS === undefined || valvedOffS > 0
      return [
        ...(pulled ? [{ body: { kind: 'pumpOn' } as const, atS: 0 }] : []),
        ...(valvedOffS === undefined
          ? []
          : [{ body: { kind: 'valvedOff', ...(gauge ? { gauge } : {}) } as const, atS: valvedOffS }]),
      ]
    },
  }
}
