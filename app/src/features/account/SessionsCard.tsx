import { SessionRows } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { call, sentence } from '@/sync/api'
import { queryClient, tell } from '@/sync/client'
import { endSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Heading, Soft } from '@/ui/Words'

const key = ['sessions'] as const

/** Where this person is signed in, by browser and last use. */
export function SessionsCard() {
  const { data, error } = useQuery({
    queryKey: key,
    queryFn: async () => (await call('/account/sessions', { answer: SessionRows })).sessions,
  })
  const [problem, setProblem] = useState<string>()
  const end = (id: string) =>
    tell(`/account/sessions/${id}/end`).then(
      () => void queryClient.invalidateQueries({ queryKey: key }),
      (why: unknown) => setProblem(sentence(why)),
    )
  return (
    <Card testID="sessions">
      <Heading>Signed in</Heading>
      {error && !data ? <Body>{sentence(error)}</Body> : null}
      {(data ?? []).map(({ id, device, seen, here }) => (
        <XStack key={id} justifyContent="space-between" alignItems="center" gap="$3">
          <YStack flex={1}>
            <Body>{device}</Body>
            <Soft>{here ? 'this one' : `last seen ${formatDistanceToNow(new Date(seen), { addSuffix: true })}`}</Soft>
          </YStack>
          {here ? null : (
            <Press testID="end-session" onPress={() => void end(id)}>
              End
            </Press>
          )}
        </XStack>
      ))}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Press look="quiet" testID="sign-out-everywhere" onPress={() => void endSession({ everywhere: true })}>
        End all, this one too
      </Press>
    </Card>
  )
}
