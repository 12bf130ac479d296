import { causeText, holdLine, roundWords } from '@zetesis/contract'
import { pastHolds } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useMemo } from 'react'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Body, Heading } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** What the decays of before said, so that this one is seen beside them. */
export function PastHolds({ unit: { record, view } }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const holds = useMemo(() => pastHolds(record, view), [record, view])
  if (holds.length === 0) return null
  return (
    <Card testID="past-holds">
      <Heading>{roundWords.before}</Heading>
      {[...holds].reverse().map((run) => (
        <Body key={run.valvedOffId} fontSize="$3" lineHeight="$3">
          {roundWords.line(
            format(new Date(run.valvedOffMs ?? 0), 'd MMM HH:mm'),
            holdLine(run, system) ?? '',
            run.decay ? causeText(run.decay, view.facts.work) : '',
          )}
        </Body>
      ))}
    </Card>
  )
}
