import { bookProblemWords, instrumentWords, measureWords } from '@zetesis/contract'
import {
  instrumentDimensions,
  instrumentKinds,
  spreadDimension,
  type Dimension,
  type Instrument,
  type Kept,
} from '@zetesis/core'
import { format } from 'date-fns/format'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { Page } from '@/frame/Page'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { useDraftBase } from '@/ui/useDraft'
import { useDraftForm, type FormProblems } from '@/ui/useDraftForm'
import { Body, Heading, Soft, Title } from '@/ui/Words'
import {
  emptyAccuracy,
  instrumentDraft,
  readInstrument,
  type AccuracyDraft,
  type InstrumentDraft,
} from './instrumentDraft'

/** One instrument of the kit, with its accuracy as the maker states it. */
export function InstrumentPage() {
  const { instrumentId } = useLocalSearchParams<{ instrumentId: string }>()
  const { book, loading } = useBook()
  const kept = book.instruments.find((i) => i.id === instrumentId)
  const fresh = instrumentId === 'new'
  return (
    <Page
      back="/library"
      head={
        <>
          <Title>{fresh ? 'New instrument' : (kept?.value.name ?? 'Instrument')}</Title>
          <Soft>Accuracy as its maker states it</Soft>
        </>
      }
    >
      {fresh || kept ? (
        <InstrumentForm key={instrumentId} kept={kept} />
      ) : (
        <Body>{loading ? 'Opening the library …' : 'There is no such instrument in the kit.'}</Body>
      )}
    </Page>
  )
}

function InstrumentForm({ kept }: { kept?: Kept<Instrument> }) {
  const { system } = useSettings()
  const router = useRouter()
  const { append } = useBook()
  const draftName = `instrument.${kept?.id ?? 'new'}`
  const base = useDraftBase(draftName, kept?.version)
  const { draft, problems, change, fail, leave } = useDraftForm<InstrumentDraft, string>(
    draftName,
    instrumentDraft(kept?.value),
    { problemsStay: true },
  )
  const save = () => {
    const id = kept?.id ?? crypto.randomUUID()
    const read = readInstrument(draft, id, system, kept?.value.zeroedAt)
    if (!read.ok) return fail(read.problems)
    const found = append({
      kind: 'instrumentSaved',
      instrument: read.instrument,
      ...(base ? { replaces: base } : {}),
    })
    if (found.length > 0) return fail({ name: bookProblemWords(found[0]!) })
    leave(() => router.navigate('/library' as never))
  }
  useBarAction('Save the instrument', save)
  const dimensions: readonly Dimension[] = draft.kind ? instrumentDimensions[draft.kind] : []
  const zeroed = kept?.value.zeroedAt
  return (
    <YStack gap="$4">
      <Card>
        <TextField
          label="Name"
          value={draft.name}
          onChange={(name) => change({ name })}
          problem={problems.name}
          testID="name"
        />
        <PickOne
          label="What it is"
          options={instrumentKinds.map((kind) => ({ value: kind, label: instrumentWords[kind] }))}
          value={draft.kind}
          onChange={(kind) => change({ kind })}
          testID="kind"
        />
        <FieldProblem id="kind" problem={problems.kind} />
        <TextField
          label="Serial number"
          value={draft.serial}
          onChange={(serial) => change({ serial })}
          testID="serial"
        />
        <XStack gap="$3">
          <YStack flex={1}>
            <TextField
              label="Last check"
              value={draft.checkedOn}
              onChange={(checkedOn) => change({ checkedOn })}
              problem={problems.checkedOn}
              placeholder="2026-07-14"
              testID="checkedOn"
            />
          </YStack>
          <YStack flex={1}>
            <TextField
              label="Next one due"
              value={draft.dueOn}
              onChange={(dueOn) => change({ dueOn })}
              problem={problems.dueOn}
              placeholder="2027-07-14"
              testID="dueOn"
            />
          </YStack>
        </XStack>
      </Card>
      {dimensions.map((dimension) => (
        <AccuracyCard
          key={dimension}
          dimension={dimension}
          value={draft.accuracies[dimension] ?? emptyAccuracy}
          onChange={(value) => change({ accuracies: { ...draft.accuracies, [dimension]: value } })}
          problems={problems}
        />
      ))}
      <FieldProblem id="accuracies" problem={problems.accuracies} />
      {kept ? (
        <XStack gap="$2" flexWrap="wrap">
          <Press onPress={() => append({ kind: 'zeroed', instrumentIds: [kept.id] })} testID="zeroed-now">
            Zeroed now
          </Press>
          <Press
            look="stop"
            onPress={() => {
              append({ kind: 'retired', what: 'instrument', itemId: kept.id })
              router.navigate('/library' as never)
            }}
          >
            Put it away
          </Press>
        </XStack>
      ) : null}
      {zeroed ? <Soft testID="zeroed-at">{`Zeroed ${format(new Date(zeroed), 'EEE d MMM, HH:mm')}`}</Soft> : null}
    </YStack>
  )
}

function AccuracyCard({
  dimension,
  value,
  onChange,
  problems,
}: {
  dimension: Dimension
  value: AccuracyDraft
  onChange: (value: AccuracyDraft) => void
  problems: FormProblems<InstrumentDraft, string>
}) {
  const path = `accuracies.${dimension}`
  const share = dimension !== 'temperature' && dimension !== 'ratio'
  const field = (
    key: 'ofReading' | 'ofFullScale' | 'fullScale' | 'absolute' | 'resolution',
    label: string,
    of: Dimension,
  ) => (
    <QuantityField
      label={label}
      dimension={of}
      value={value[key]}
      onChange={(next) => onChange({ ...value, [key]: next })}
      problem={problems[`${path}.${key}`]}
      testID={`${dimension}-${key}`}
    />
  )
  return (
    <Card>
      <Heading>{`${measureWords[dimension]}: ±`}</Heading>
      {share ? (
        <>
          {field('ofReading', 'of reading', 'ratio')}
          {field('ofFullScale', 'of full scale', 'ratio')}
          {field('fullScale', 'Full scale', dimension)}
        </>
      ) : null}
      {field('absolute', share ? 'and a plain ±' : 'Plain ±', spreadDimension(dimension))}
      {field('resolution', 'Smallest step or division', spreadDimension(dimension))}
      <Choice
        label="Stated as"
        options={[
          { value: 'rectangular', label: 'Limits' },
          { value: 'expanded', label: 'Certificate, k' },
        ]}
        value={value.stated}
        onChange={(stated) => onChange({ ...value, stated: stated ?? 'rectangular' })}
        testID={`${dimension}-stated`}
        hint="A maker’s ± is limits unless a certificate names k."
      />
      {value.stated === 'expanded' ? (
        <TextField
          label="k"
          value={value.k}
          onChange={(k) => onChange({ ...value, k })}
          problem={problems[`${path}.k`]}
          placeholder="2"
          testID={`${dimension}-k`}
        />
      ) : null}
      <FieldProblem id={path} problem={problems[path]} />
    </Card>
  )
}
