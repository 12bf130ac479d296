import { bookProblemWords, rightAnswerWords, rightWords, roleNotes, roleWords } from '@zetesis/contract'
import { rightChoices, rights, rightsTable, type Right, type RightAnswer, type Role } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { MayNote, useMay } from '@/frame/MayNote'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { useBook } from '@/sync/useBook'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Body, Heading, Soft, Title } from '@/ui/Words'

/** Who may do what: the table, and where it may be set otherwise. */
export function RightsPage() {
  const { book, append } = useBook()
  const may = useMay('company')
  const [problem, setProblem] = useState<string>()
  const table = rightsTable(book.rights)
  const set = (role: Role, right: Right, answer: RightAnswer | undefined) => {
    if (!answer || answer === table[role][right]) return
    const changes = { ...book.rights, [role]: { ...book.rights[role], [right]: answer } }
    const [first] = append({ kind: 'rightsSet', rights: changes })
    setProblem(first && bookProblemWords(first))
  }
  return (
    <Page
      back="/company"
      head={
        <>
          <Title>Who may do what</Title>
          <Soft>The same rules on phone and server</Soft>
        </>
      }
    >
      <RefusedEntries />
      <MayNote right="company" />
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Card>
        <Heading>Lead</Heading>
        <Soft>{`${roleNotes.lead}: always, so that a company can’t lock itself out.`}</Soft>
      </Card>
      {(['installer', 'office', 'viewer'] as const).map((role) => (
        <Card key={role} testID={`rights-${role}`}>
          <Heading>{roleWords[role]}</Heading>
          <Soft>{`${roleNotes[role]}. Papers and exports: yes.`}</Soft>
          {rights.map((right) => {
            const choices = rightChoices[role][right]
            if (choices.length > 1 && may)
              return (
                <Choice
                  key={right}
                  label={rightWords[right]}
                  options={choices.map((value) => ({ value, label: rightAnswerWords[value] }))}
                  value={table[role][right]}
                  onChange={(answer) => set(role, right, answer)}
                  testID={`${role}-${right}`}
                />
              )
            return (
              <XStack key={right} justifyContent="space-between" gap="$3">
                <YStack flex={1}>
                  <Body>{rightWords[right]}</Body>
                </YStack>
                <Body fontWeight="600">{rightAnswerWords[table[role][right]]}</Body>
              </XStack>
            )
          })}
        </Card>
      ))}
    </Page>
  )
}
