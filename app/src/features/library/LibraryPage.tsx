import { accuracyWords, instrumentWords, warningWords } from '@zetesis/contract'
import { instrumentWarnings, isReadyProfile } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { contents } from '@/kit/ModelPicker'
import { useNow } from '@/settings/useNow'
import { sentence } from '@/sync/api'
import { useBook, useCompanyMethod } from '@/sync/useBook'
import { RefusedEntries } from '@/frame/SyncNote'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft, Title } from '@/ui/Words'

/** What the company enters once: labels of models, the kit, and the methods it judges by. */
export function LibraryPage() {
  const { book, append, error, loading } = useBook()
  const router = useRouter()
  const now = useNow()
  const profile = useCompanyMethod()
  const go = (path: string) => router.navigate(path as never)
  const models = [...book.models].sort((a, b) => a.value.name.localeCompare(b.value.name))
  const gauges = book.instruments.filter((i) => ['pressureGauge', 'manometer', 'scale'].includes(i.value.kind))
  return (
    <Page
      back="/"
      head={
        <>
          <Title>Library</Title>
          <Soft>Entered once, used for years</Soft>
        </>
      }
    >
      <RefusedEntries />
      {error && loading ? <Body>{sentence(error)}</Body> : null}
      <YStack gap="$2">
        <Heading>Models</Heading>
        <YStack role="list">
          {models.map((m) => (
            <LinkRow
              key={m.id}
              title={m.value.name}
              note={[m.value.refrigerant, contents(m.value)].filter(Boolean).join(' · ')}
              onPress={() => go(`/library/models/${m.id}`)}
              testID={`model-${m.value.name}`}
            />
          ))}
        </YStack>
        <XStack>
          <Press onPress={() => go('/library/models/new')} testID="add-model">
            Enter a sticker
          </Press>
        </XStack>
      </YStack>
      <YStack gap="$2">
        <Heading>Kit</Heading>
        <YStack role="list">
          {book.instruments.map(({ id, value }) => {
            const warnings = instrumentWarnings(value, now, profile).map((w) => `◐ ${warningWords[w]}`)
            return (
              <LinkRow
                key={id}
                title={value.name}
                note={[instrumentWords[value.kind], ...value.accuracies.map(accuracyWords), ...warnings].join(' · ')}
                onPress={() => go(`/library/kit/${id}`)}
                testID={`kit-${value.name}`}
              />
            )
          })}
        </YStack>
        <XStack gap="$2" flexWrap="wrap">
          <Press onPress={() => go('/library/kit/new')} testID="add-instrument">
            Add an instrument
          </Press>
          {gauges.length > 0 ? (
            <Press onPress={() => append({ kind: 'zeroed', instrumentIds: gauges.map((g) => g.id) })} testID="zero-all">
              All zeroed now
            </Press>
          ) : null}
        </XStack>
      </YStack>
      <YStack gap="$2">
        <Heading>Refrigerant</Heading>
        <YStack role="list">
          <LinkRow
            title="Cylinders"
            note={
              book.cylinders.length === 0
                ? 'What is in each, by everything that moved'
                : book.cylinders.map((c) => c.value.name).join(' · ')
            }
            onPress={() => go('/library/cylinders')}
            testID="cylinders"
          />
          <LinkRow
            title="Movements of a period"
            note="By refrigerant and job, as CSV and PDF"
            onPress={() => go('/library/refrigerant')}
            testID="refrigerant-report"
          />
        </YStack>
      </YStack>
      <YStack gap="$2">
        <Heading>Methods</Heading>
        <YStack role="list">
          {book.profiles.map(({ id, value }) => (
            <LinkRow
              key={id}
              title={value.name}
              note={[
                id === book.chosenProfileId ? '● new units start with it' : undefined,
                isReadyProfile(id) ? 'ready' : 'our own',
                value.note,
              ]
                .filter(Boolean)
                .join(' · ')}
              onPress={() => go(`/library/methods/${id}`)}
              testID={`method-${value.name}`}
            />
          ))}
        </YStack>
        <XStack>
          <Press onPress={() => go('/library/compare')} testID="compare-methods">
            Compare two methods
          </Press>
        </XStack>
      </YStack>
    </Page>
  )
}
