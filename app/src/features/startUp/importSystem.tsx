import { lostWords, recordedWords, settlingText, settlingWords } from '@zetesis/contract'
import {
  conclusionsLost,
  systemChannels,
  type EntryBody,
  type Instrument,
  type LiveTerms,
  type SystemChannel,
} from '@zetesis/core'
import { useMemo } from 'react'
import { YStack } from 'tamagui'
import type { ImportUse } from '@/recording/ImportCard'
import { useSettings } from '@/settings/settings'
import { Body, Soft } from '@/ui/Words'
import { readingBody } from './readingBody'

/** what the conclusions rest on; the others are extra */
const neededChannels: readonly SystemChannel[] = [
  'suctionPressure',
  'liquidPressure',
  'suctionLine',
  'liquidLine',
  'returnDryBulb',
  'returnHumidity',
  'supply',
  'outdoor',
]

/** A logger's file of the running system: many channels, and the reading that it ends with. */
export function useSystemImport(live: LiveTerms, kit: readonly Instrument[], baseline?: true): ImportUse {
  const { system } = useSettings()
  return useMemo(
    (): ImportUse => ({
      terms: { kind: 'system', live },
      channels: systemChannels,
      hint: 'A CSV or text log with the channels of the running system; the reading is taken from its end.',
      usable: ({ system: found }) => found !== undefined && Object.keys(found.values).length > 0,
      about: ({ system: found, mapping }) => {
        const twins = systemChannels.filter((c) => mapping.channels[c]?.twin)
        const missing = neededChannels.filter((c) => !mapping.channels[c])
        const { metering, superheatSource } = live.facts
        const lost = conclusionsLost({
          missing,
          ...(metering ? { metering } : {}),
          targetFixed: superheatSource === 'typed',
        })
        return (
          <YStack gap="$2" testID="system-file">
            {twins.map((c) => (
              <Body key={c} color="$brass" testID={`twin-${c}`}>
                {`Two columns could be the ${recordedWords[c].toLowerCase()}: choose the right one under “How it is read”.`}
              </Body>
            ))}
            {lost.length > 0 ? <Soft testID="file-lost">{lostWords(missing, lost)}</Soft> : null}
            {found ? (
              <Body>{`${settlingWords[found.settling.state]} at its end. ${settlingText(found.settling, system)}`}</Body>
            ) : null}
          </YStack>
        )
      },
      entries: ({ system: found, spanS }, traceId) => {
        if (!found) return { problem: 'No reading can be taken from this file.' }
        const body = readingBody(found, traceId, live.instruments, kit)
        return [{ body: baseline ? ({ ...body, baseline } as EntryBody) : body, atS: spanS }]
      },
    }),
    [live, kit, system, baseline],
  )
}
