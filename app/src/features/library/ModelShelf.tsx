import { valueWords } from '@zetesis/contract'
import { showText, toSi, type Kept, type ModelLabel, type UnitSystem } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { Board, type BoardColumn } from '@/board/Board'
import { LongList } from '@/board/LongList'
import { contents } from '@/kit/ModelPicker'
import { useSettings } from '@/settings/settings'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft } from '@/ui/Words'

type Model = Kept<ModelLabel>

/** Labels of models, by name. */
export function ModelShelf({ models }: { models: readonly Model[] }) {
  const router = useRouter()
  const { wide } = useMedia()
  const { system } = useSettings()
  const rows = useMemo(() => [...models].sort((a, b) => a.value.name.localeCompare(b.value.name)), [models])
  const columns = useMemo(() => columnsIn(system), [system])
  const open = useMemo(() => (m: Model) => router.navigate(`/library/models/${m.id}` as never), [router])
  return (
    <YStack gap="$2">
      <Heading>Models</Heading>
      {wide ? (
        <Board
          name="models"
          rows={rows}
          columns={columns}
          keyOf={(m) => m.id}
          titleOf={(m) => m.value.name}
          testIdOf={(m) => `model-${m.value.name}`}
          onOpen={open}
        />
      ) : (
        <LongList items={rows} keyOf={(m) => m.id} usualHeight={77}>
          {(m) => (
            <LinkRow
              title={m.value.name}
              note={[m.value.refrigerant, contents(m.value)].filter(Boolean).join(' · ')}
              onPress={() => open(m)}
              testID={`model-${m.value.name}`}
            />
          )}
        </LongList>
      )}
      <XStack>
        <Press onPress={() => router.navigate('/library/models/new' as never)} testID="add-model">
          Enter a sticker
        </Press>
      </XStack>
    </YStack>
  )
}

const columnsIn = (system: UnitSystem): readonly BoardColumn<Model>[] => [
  {
    id: 'model',
    title: 'Model',
    share: 5,
    by: (m) => m.value.name,
    cell: (m) => <Body fontWeight="700">{m.value.name}</Body>,
  },
  {
    id: 'refrigerant',
    title: 'Refrigerant',
    share: 3,
    by: (m) => m.value.refrigerant ?? '',
    cell: (m) => <Body fontSize="$3">{m.value.refrigerant ?? '–'}</Body>,
  },
  {
    id: 'metering',
    title: 'Metering',
    share: 4,
    by: (m) => m.value.metering ?? '',
    cell: (m) => <Body fontSize="$3">{m.value.metering ? valueWords[m.value.metering] : '–'}</Body>,
  },
  {
    id: 'charge',
    title: 'Label charge',
    share: 3,
    right: true,
    by: (m) => (m.value.charge ? toSi('mass', m.value.charge) : -1),
    cell: (m) => (
      <Body fontSize="$3">{m.value.charge ? showText('mass', toSi('mass', m.value.charge), system) : '–'}</Body>
    ),
  },
  { id: 'contents', title: 'Charging data', share: 6, cell: (m) => <Soft>{contents(m.value)}</Soft> },
]
