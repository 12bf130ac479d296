import { SessionRows } from '@zetesis/contract'
import { useQuery } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns/formatDistanceToNow'
import { XStack, YStack } from 'tamagui'
import { call, sentence } from '@/sync/api'
import { queryClient, tell } from '@/sync/client'
import { endSession } from '@/sync/useSession'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { useProof } from '@/ui/useProof'
import { Body, Heading, Soft } from '@/ui/Words'

const key = ['sessions'] as const

/** Where this person is signed in, by browser and last use. */
export function SessionsCard() {
  const { data, error } = useQuery({
    queryKey: key,
    queryFn: async () => (await call('/account/sessions', { answer: SessionRows })).sessions,
  })
  const { act, form, problem } = useProof()
  const end = (id: string) =>
    act(async () => {
      await tell(`/account/sessions/${id}/end`)
      void queryClient.invalidateQueries({ queryKey: key })
    })
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
      {form}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <Press look="quiet" testID="sign-out-everywhere" onPress={() => void endSession({ everywhere: true })}>
        End all, this one too
      </Press>
    </Card>
  )
}
