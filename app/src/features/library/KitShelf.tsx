import { accuracyWords, dayText, instrumentWords, warningWords } from '@zetesis/contract'
import {
  instrumentWarnings,
  type BookEntryBody,
  type Instrument,
  type InstrumentWarning,
  type Kept,
} from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { Board, type BoardColumn } from '@/board/Board'
import { LongList } from '@/board/LongList'
import { useNow } from '@/settings/useNow'
import { useCompanyMethod } from '@/sync/useBook'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft } from '@/ui/Words'

interface Line {
  readonly id: string
  readonly instrument: Instrument
  readonly warnings: readonly InstrumentWarning[]
}

/** The crew's instruments, with what is due of each. */
export function KitShelf({
  instruments,
  append,
}: {
  instruments: readonly Kept<Instrument>[]
  append: (body: BookEntryBody) => unknown
}) {
  const router = useRouter()
  const { wide } = useMedia()
  const now = useNow()
  const profile = useCompanyMethod()
  const rows = instruments.map(({ id, value }): Line => ({
    id,
    instrument: value,
    warnings: instrumentWarnings(value, now, profile),
  }))
  const open = useMemo(
    () =>
      ({ id }: Line) =>
        router.navigate(`/library/kit/${id}` as never),
    [router],
  )
  const gauges = instruments.filter((i) => ['pressureGauge', 'manometer', 'scale'].includes(i.value.kind))
  return (
    <YStack gap="$2">
      <Heading>Kit</Heading>
      {wide ? (
        <Board
          name="kit"
          rows={rows}
          columns={columns}
          keyOf={({ id }) => id}
          titleOf={({ instrument }) => instrument.name}
          testIdOf={({ instrument }) => `kit-${instrument.name}`}
          onOpen={open}
        />
      ) : (
        <LongList items={rows} keyOf={({ id }) => id} usualHeight={77}>
          {(line) => (
            <LinkRow
              title={line.instrument.name}
              note={[
                instrumentWords[line.instrument.kind],
                ...line.instrument.accuracies.map(accuracyWords),
                ...line.warnings.map(warned),
              ].join(' · ')}
              onPress={() => open(line)}
              testID={`kit-${line.instrument.name}`}
            />
          )}
        </LongList>
      )}
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={() => router.navigate('/library/kit/new' as never)} testID="add-instrument">
          Add an instrument
        </Press>
        {gauges.length > 0 ? (
          <Press onPress={() => append({ kind: 'zeroed', instrumentIds: gauges.map((g) => g.id) })} testID="zero-all">
            All zeroed now
          </Press>
        ) : null}
      </XStack>
    </YStack>
  )
}

const warned = (warning: InstrumentWarning) => `◐ ${warningWords[warning]}`

const columns: readonly BoardColumn<Line>[] = [
  {
    id: 'instrument',
    title: 'Instrument',
    share: 5,
    by: ({ instrument }) => instrument.name,
    cell: ({ instrument }) => <Body fontWeight="700">{instrument.name}</Body>,
  },
  {
    id: 'kind',
    title: 'Kind',
    share: 3,
    by: ({ instrument }) => instrument.kind,
    cell: ({ instrument }) => <Body fontSize="$3">{instrumentWords[instrument.kind]}</Body>,
  },
  {
    id: 'accuracy',
    title: 'Accuracy',
    share: 6,
    cell: ({ instrument }) => <Soft>{instrument.accuracies.map(accuracyWords).join(', ') || '–'}</Soft>,
  },
  {
    id: 'due',
    title: 'Due',
    share: 3,
    by: ({ instrument }) => instrument.dueOn ?? '9999',
    cell: ({ instrument }) => <Body fontSize="$3">{instrument.dueOn ? dayText(instrument.dueOn) : '–'}</Body>,
  },
  {
    id: 'warnings',
    title: 'To see to',
    share: 4,
    by: ({ warnings }) => -warnings.length,
    cell: ({ warnings }) => <Soft>{warnings.map(warned).join(' ') || '–'}</Soft>,
  },
]
