import { format } from 'date-fns/format'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { sentence } from '@/sync/api'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import { decideHeld, useHeld } from './api'

/** What devices of people who were taken out still held: a lead takes it into the log, or puts it away. */
export function HeldCards() {
  const { data } = useHeld()
  const [problem, setProblem] = useState<{ id: string; words: string }>()
  const decide = (id: string, what: 'take' | 'put-away') =>
    decideHeld(id, what).then(
      () => setProblem(undefined),
      (error: unknown) => setProblem({ id, words: sentence(error) }),
    )
  if (!data) return null
  const cards = data.held.map(({ id, by, at, count, lines }) => (
    <Card key={id} borderColor="$brass" borderWidth={2} testID="held">
      <Body fontWeight="700">{`◐ ${by}’s device still held ${count === 1 ? 'an entry' : `${count} entries`}`}</Body>
      <Soft>{`They had left the company; it came ${format(new Date(at), 'EEE d MMM, HH:mm')}.`}</Soft>
      {lines.map((line, i) => (
        <Body key={i} fontSize="$3" lineHeight="$3">{`· ${line}`}</Body>
      ))}
      {count > lines.length ? <Soft>{`and ${count - lines.length} more`}</Soft> : null}
      {problem?.id === id ? <Body color="$oxide">{problem.words}</Body> : null}
      <XStack gap="$2" flexWrap="wrap">
        <Press look="act" testID="held-take" onPress={() => void decide(id, 'take')}>
          Take it into the log
        </Press>
        <Press look="stop" testID="held-put-away" onPress={() => void decide(id, 'put-away')}>
          Put it away
        </Press>
      </XStack>
    </Card>
  ))
  return (
    <>
      {cards}
      {data.more > 0 ? <Soft testID="held-more">{`${data.more} more wait behind these.`}</Soft> : null}
    </>
  )
}
