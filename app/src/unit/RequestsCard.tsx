import { entryProblemWords, wantedWords } from '@zetesis/contract'
import { openRequests, type LeadRequest } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { whenSafe } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from './useUnit'

/** What is asked of whoever may decide it: granted or refused here with one tap. */
export function RequestsCard({ unit }: { unit: UnitHandle }) {
  return openRequests(unit.record).map((request) => (
    <Request key={request.ask.entry.id} unit={unit} request={request} />
  ))
}

function Request({ unit, request: { ask } }: { unit: UnitHandle; request: LeadRequest }) {
  const [words, setWords] = useState('')
  const [problem, setProblem] = useState<string>()
  const { id } = ask.entry
  if (!unit.may({ kind: 'answered', asks: id, granted: true }).may) return null
  const answer = (granted: boolean) => {
    const said = words.trim()
    const [first] = unit.append({ kind: 'answered', asks: id, granted, ...(said ? { words: said } : {}) })
    setProblem(first && entryProblemWords(first))
    if (!first) whenSafe(() => setWords(''))
  }
  return (
    <Card borderColor="$brass" borderWidth={2} testID="request">
      <Body fontWeight="700">{`◐ ${ask.author.name} asks: ${wantedWords(ask.entry).toLowerCase()}`}</Body>
      <Body>{ask.entry.reason}</Body>
      <Soft>{format(new Date(ask.entry.at), 'EEE d MMM, HH:mm')}</Soft>
      <TextField
        label="Words with the answer"
        value={words}
        onChange={setWords}
        problem={problem}
        testID="answer-words"
      />
      <XStack gap="$2" flexWrap="wrap">
        <Press grow look="act" testID="grant" onPress={() => answer(true)}>
          Grant it
        </Press>
        <Press grow look="stop" testID="refuse" onPress={() => answer(false)}>
          Refuse
        </Press>
      </XStack>
    </Card>
  )
}
