import {
  bookProblemWords,
  coldWords,
  groupWords,
  habitWords,
  sourceWords,
  splitWords,
  unreadHabitWords,
} from '@zetesis/contract'
import {
  coldSchools,
  habitKeys,
  habitSpecs,
  isReadyProfile,
  resolveProfile,
  showTyped,
  superheatSources,
  type HabitGroup,
  type HabitKey,
  type HabitSpec,
  type Kept,
  type MethodChoices,
  type ProfileSpec,
} from '@zetesis/core'
import { useLocalSearchParams, useRouter } from 'expo-router'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { Page } from '@/frame/Page'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { FieldProblem } from '@/ui/FieldProblem'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { Several } from '@/ui/Several'
import { TextField } from '@/ui/TextField'
import { useDraftBase } from '@/ui/useDraft'
import { useDraftForm } from '@/ui/useDraftForm'
import { Body, Soft, Title } from '@/ui/Words'
import { methodDraft, readMethod, type HabitDraft, type MethodDraft } from './methodDraft'

const groups = [...new Set(habitKeys.map((key) => habitSpecs[key].group))]
const keysOf = (group: HabitGroup) => habitKeys.filter((key) => habitSpecs[key].group === group)

/** A method profile: every habit that a verdict rests on, with its source. Ready ones are read and copied, own ones changed. */
export function MethodPage() {
  const { profileId } = useLocalSearchParams<{ profileId: string }>()
  const { book, append, loading } = useBook()
  const router = useRouter()
  const kept = book.profiles.find((p) => p.id === profileId)
  if (!kept) {
    return (
      <Page back="/library" head={<Title>Method</Title>}>
        <Body>{loading ? 'Opening the library …' : 'There is no such method in the library.'}</Body>
      </Page>
    )
  }
  const { value: profile } = kept
  const copy = () => {
    const id = crypto.randomUUID()
    append({ kind: 'profileSaved', profile: { ...profile, id, name: `${profile.name}, ours` } })
    router.navigate(`/library/methods/${id}` as never)
  }
  const chosen = book.chosenProfileId === profile.id
  return (
    <Page
      back="/library"
      head={
        <>
          <Title>{profile.name}</Title>
          <Soft>{profile.note ?? ''}</Soft>
        </>
      }
    >
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={copy} testID="copy-method">
          Copy as our own
        </Press>
        {chosen ? null : (
          <Press onPress={() => append({ kind: 'profileChosen', profileId: profile.id })} testID="choose-method">
            New units start with it
          </Press>
        )}
      </XStack>
      {chosen ? <Soft testID="method-chosen">● New units start with this method.</Soft> : null}
      {isReadyProfile(profile.id) ? <ReadMethod profile={profile} /> : <MethodForm key={profile.id} kept={kept} />}
    </Page>
  )
}

/** A ready profile, to be read. */
function ReadMethod({ profile }: { profile: ProfileSpec }) {
  const [open, setOpen] = useState<HabitGroup | undefined>('tolerances')
  const resolved = resolveProfile(profile)
  return (
    <YStack gap="$3">
      <Card>
        <Body fontSize="$3">{`Superheat target from ${profile.choices.superheatOrder.map((s) => sourceWords[s]).join(', then ')}`}</Body>
        <Body fontSize="$3">{`Split held against ${splitWords[profile.choices.splitSchool]}`}</Body>
        <Body fontSize="$3">{`In the cold: ${profile.choices.coldSchools.map((s) => coldWords[s]).join(', ')}`}</Body>
      </Card>
      {groups.map((group) => (
        <Card key={group}>
          <Disclosure
            title={groupWords[group]}
            summary={`${keysOf(group).length} values`}
            open={open === group}
            onToggle={() => setOpen(open === group ? undefined : group)}
            testID={`group-${group}`}
          >
            <YStack gap="$2">
              {keysOf(group).map((key) => (
                <YStack key={key} testID={`habit-${key}`}>
                  <XStack justifyContent="space-between" gap="$3">
                    <Body flex={1} fontSize="$3">
                      {habitWords[key]}
                    </Body>
                    <Body fontWeight="700" fontFamily="$figure">
                      {showTyped(resolved[key].quantity)}
                    </Body>
                  </XStack>
                  <Soft>{resolved[key].source}</Soft>
                  {(habitSpecs[key] as HabitSpec).unread ? <Soft>{unreadHabitWords}</Soft> : null}
                </YStack>
              ))}
            </YStack>
          </Disclosure>
        </Card>
      ))}
    </YStack>
  )
}

function MethodForm({ kept }: { kept: Kept<ProfileSpec> }) {
  const router = useRouter()
  const { append } = useBook()
  const draftName = `method.${kept.id}`
  const base = useDraftBase(draftName, kept.version)
  const { draft, problems, change, fail, leave } = useDraftForm<MethodDraft, string>(
    draftName,
    methodDraft(kept.value),
    {
      problemsStay: true,
    },
  )
  const [open, setOpen] = useState<HabitGroup>()
  const setChoices = (part: Partial<MethodChoices>) => change({ choices: { ...draft.choices, ...part } })
  const save = () => {
    const read = readMethod(draft, kept.id)
    if (!read.ok) return fail(read.problems)
    const [first] = append({ kind: 'profileSaved', profile: read.profile, ...(base ? { replaces: base } : {}) })
    if (first) return fail({ [first.path.replace('profile.', '')]: bookProblemWords(first) })
    leave(() => router.navigate('/library' as never))
  }
  useBarAction('Save the method', save)
  const wrong = Object.keys(problems).length
  return (
    <YStack gap="$3">
      {wrong > 0 ? (
        <Banner
          metal="tooClose"
          word={wrong === 1 ? 'One value to mend' : `${wrong} values to mend`}
          testID="method-wrong"
        >
          {Object.entries(problems)
            .map(([path, words]) => `${habitWords[path.replace('.source', '') as HabitKey] ?? ''} ${words}`.trim())
            .join(' ')}
        </Banner>
      ) : null}
      <Card>
        <TextField
          label="Name"
          value={draft.name}
          onChange={(name) => change({ name })}
          problem={problems.name}
          testID="name"
        />
        <TextField label="What it is for" value={draft.note} onChange={(note) => change({ note })} testID="note" />
        <Several
          label="Superheat target may come from, best first"
          options={superheatSources.map((s) => ({ value: s, label: sourceWords[s] }))}
          values={draft.choices.superheatOrder}
          onChange={(superheatOrder) => setChoices({ superheatOrder })}
          ordered
          testID="superheatOrder"
        />
        <FieldProblem id="superheatOrder" problem={problems.superheatOrder} />
        <Choice
          label="Split is held against"
          options={[
            { value: 'humidity', label: splitWords.humidity },
            { value: 'fixed', label: splitWords.fixed },
          ]}
          value={draft.choices.splitSchool}
          onChange={(splitSchool) => setChoices({ splitSchool: splitSchool ?? 'humidity' })}
          testID="splitSchool"
        />
        <Choice
          label="Units of measure"
          options={[
            { value: 'ip', label: '°F, psig' },
            { value: 'si', label: '°C, bar' },
          ]}
          value={draft.choices.units}
          onChange={(units) => setChoices({ units: units ?? 'ip' })}
          testID="units"
        />
        <Several
          label="In the cold"
          options={coldSchools.map((s) => ({ value: s, label: coldWords[s] }))}
          values={draft.choices.coldSchools}
          onChange={(next) => setChoices({ coldSchools: next })}
          testID="coldSchools"
        />
      </Card>
      {groups.map((group) => {
        const keys = keysOf(group)
        const own = keys.filter((key) => draft.values[key]?.value.text)
        const broken = keys.some((key) => problems[key] ?? problems[`${key}.source`])
        return (
          <Card key={group}>
            <Disclosure
              title={groupWords[group]}
              summary={own.length === 0 ? 'all customary' : `${own.length} of our own`}
              open={open === group || broken}
              onToggle={() => setOpen(open === group ? undefined : group)}
              testID={`group-${group}`}
            >
              <YStack gap="$4">
                {keys.map((key) => (
                  <HabitField
                    key={key}
                    habit={key}
                    draft={draft.values[key]}
                    onChange={(value) => change({ values: { ...draft.values, [key]: value } })}
                    problem={problems[key]}
                    sourceProblem={problems[`${key}.source`]}
                  />
                ))}
              </YStack>
            </Disclosure>
          </Card>
        )
      })}
      <XStack>
        <Press
          look="stop"
          onPress={() => {
            append({ kind: 'retired', what: 'profile', itemId: kept.id })
            router.navigate('/library' as never)
          }}
        >
          Put this method away
        </Press>
      </XStack>
    </YStack>
  )
}

/** One value with its source beside it; left empty it is the customary one. */
function HabitField({
  habit,
  draft,
  onChange,
  problem,
  sourceProblem,
}: {
  habit: HabitKey
  draft?: HabitDraft
  onChange: (draft: HabitDraft) => void
  problem?: string
  sourceProblem?: string
}) {
  const { dimension, usual, source, unread } = habitSpecs[habit] as HabitSpec
  const value = draft?.value ?? { text: '', unit: usual.unit }
  const own = value.text.trim() !== ''
  return (
    <YStack gap="$2">
      <QuantityField
        label={habitWords[habit]}
        dimension={dimension}
        value={value}
        onChange={(next) => onChange({ value: next, source: draft?.source ?? '' })}
        problem={problem}
        placeholder={String(usual.value)}
        hint={
          [own ? '' : `Customary ${showTyped(usual)}: ${source}.`, unread ? unreadHabitWords : ''].join(' ').trim() ||
          undefined
        }
        testID={`value-${habit}`}
      />
      {own ? (
        <TextField
          label="Where it comes from"
          value={draft?.source ?? ''}
          onChange={(next) => onChange({ value, source: next })}
          problem={sourceProblem}
          testID={`source-${habit}`}
        />
      ) : null}
    </YStack>
  )
}
