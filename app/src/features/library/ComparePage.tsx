import { coldWords, groupWords, habitWords, sourceWords, splitWords } from '@zetesis/contract'
import { diffProfiles, habitSpecs, showTyped, type ProfileSpec } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { useBook } from '@/sync/useBook'
import { Card } from '@/ui/Card'
import { PickOne } from '@/ui/PickOne'
import { Body, Heading, Soft, Title } from '@/ui/Words'

/** Where two methods part, value by value with both sources. */
export function ComparePage() {
  const { book } = useBook()
  const [a, setA] = useState<string | undefined>(book.chosenProfileId)
  const [b, setB] = useState<string | undefined>('ready-cautious')
  const options = book.profiles.map((p) => ({ value: p.id, label: p.value.name }))
  const [one, two] = [a, b].map((id) => book.profiles.find((p) => p.id === id)?.value)
  return (
    <Page back="/library" head={<Title>Two methods</Title>}>
      <XStack gap="$3" flexWrap="wrap">
        <YStack flexGrow={1} flexBasis={150}>
          <PickOne label="This one" options={options} value={a} onChange={setA} testID="compare-a" />
        </YStack>
        <YStack flexGrow={1} flexBasis={150}>
          <PickOne label="against" options={options} value={b} onChange={setB} testID="compare-b" />
        </YStack>
      </XStack>
      {one && two ? <Differences a={one} b={two} /> : <Soft>Choose two methods.</Soft>}
    </Page>
  )
}

function Differences({ a, b }: { a: ProfileSpec; b: ProfileSpec }) {
  const { habits, choices } = diffProfiles(a, b)
  if (habits.length === 0 && choices.length === 0) {
    return <Body testID="no-difference">{`“${a.name}” and “${b.name}” judge alike.`}</Body>
  }
  return (
    <YStack gap="$3" testID="differences">
      <Soft>{`${habits.length + choices.length} differences; everything else is the same.`}</Soft>
      {choices.map((choice) => (
        <Card key={choice}>
          <Heading>{choiceTitles[choice]}</Heading>
          <Body fontSize="$3">{`${a.name}: ${choiceText(a, choice)}`}</Body>
          <Body fontSize="$3">{`${b.name}: ${choiceText(b, choice)}`}</Body>
        </Card>
      ))}
      {habits.map(({ key, a: one, b: two }) => (
        <Card key={key} testID={`difference-${key}`}>
          <Heading>{habitWords[key]}</Heading>
          <Soft>{groupWords[habitSpecs[key].group]}</Soft>
          <Side name={a.name} value={showTyped(one.quantity)} source={one.source} />
          <Side name={b.name} value={showTyped(two.quantity)} source={two.source} />
        </Card>
      ))}
    </YStack>
  )
}

function Side({ name, value, source }: { name: string; value: string; source?: string }) {
  return (
    <YStack>
      <XStack justifyContent="space-between" gap="$3">
        <Soft flex={1}>{name}</Soft>
        <Body fontWeight="700" fontFamily="$figure" textAlign="right">
          {value}
        </Body>
      </XStack>
      {source ? <Soft>{source}</Soft> : null}
    </YStack>
  )
}

const choiceTitles = {
  superheatOrder: 'Sources of a superheat target',
  splitSchool: 'Split is held against',
  coldSchools: 'In the cold',
  units: 'Units of measure',
} as const

function choiceText({ choices }: ProfileSpec, choice: keyof typeof choiceTitles): string {
  switch (choice) {
    case 'superheatOrder':
      return choices.superheatOrder.map((s) => sourceWords[s]).join(', then ')
    case 'splitSchool':
      return splitWords[choices.splitSchool]
    case 'coldSchools':
      return choices.coldSchools.map((s) => coldWords[s]).join(', ')
    case 'units':
      return choices.units === 'ip' ? '°F, psig' : '°C, bar'
  }
}
