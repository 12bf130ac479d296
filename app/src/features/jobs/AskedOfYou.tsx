import { wantedWords } from '@zetesis/contract'
import { answerFor, rightAsked, type OpenRequest } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useRouter } from 'expo-router'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { stageHref, unitPath } from '@/frame/routes'
import { outbox } from '@/sync/client'
import { useSession } from '@/sync/useSession'
import { useUnits } from '@/sync/useUnits'
import { makeEntry } from '@/unit/useUnit'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft } from '@/ui/Words'

/** more are looked at on the units themselves */
const SHOWN = 12

/** What others of the company wait for, over all jobs: granted or refused with one tap. */
export function AskedOfYou() {
  const { units } = useUnits()
  const { user } = useSession()
  const waiting = units.flatMap(({ id, summary }) =>
    (summary.requests ?? []).map((request) => ({ unitId: id, tag: summary.tag, request })),
  )
  const mine = waiting
    .filter(({ request }) => user && answerFor(user, rightAsked(request.what)) === 'yes')
    .sort((a, b) => a.request.at.localeCompare(b.request.at))
  if (mine.length === 0) return null
  return (
    <YStack gap="$2" testID="asked-of-you">
      <Heading>Asked of you</Heading>
      {mine.slice(0, SHOWN).map((each) => (
        <Asked key={each.request.id} {...each} />
      ))}
      {mine.length > SHOWN ? <Soft>{`${mine.length - SHOWN} more once these are answered.`}</Soft> : null}
    </YStack>
  )
}

function Asked({ unitId, tag, request }: { unitId: string; tag: string; request: OpenRequest }) {
  const router = useRouter()
  const { user } = useSession()
  // what this device wrote counts at once; another lead may have been faster, and then the server says so
  const [answered, setAnswered] = useState(false)
  const answer = (granted: boolean) => {
    if (!user || answered) return
    setAnswered(true)
    const entry = makeEntry({ kind: 'answered', asks: request.id, granted })
    void outbox.add(unitId, { id: user.id, name: user.name }, [entry])
  }
  return (
    <Card borderColor="$brass" testID={`asked-${tag}`}>
      <Body fontWeight="700">{`◐ ${tag}: ${wantedWords(request).toLowerCase()}`}</Body>
      <Body>{request.reason}</Body>
      <Soft>{`${request.by}, ${format(new Date(request.at), 'EEE d MMM, HH:mm')}`}</Soft>
      <XStack gap="$2" flexWrap="wrap">
        <Press look="act" testID="grant" disabled={answered} onPress={() => answer(true)}>
          Grant it
        </Press>
        <Press look="stop" testID="refuse" disabled={answered} onPress={() => answer(false)}>
          Refuse
        </Press>
        <Press
          look="quiet"
          testID="look-at"
          onPress={() =>
            router.navigate((request.stage ? stageHref(unitId, request.stage) : unitPath(unitId)) as never)
          }
        >
          Look at it
        </Press>
      </XStack>
    </Card>
  )
}
