import { useRouter } from 'expo-router'
import { Button, XStack, YStack } from 'tamagui'
import { Page } from '@/features/frame/Page'
import { RefusedEntries } from '@/features/frame/SyncNote'
import { sentence } from '@/sync/api'
import { endSession, useSession } from '@/sync/useSession'
import { useJobs } from '@/sync/useUnits'
import { Press } from '@/ui/Press'
import { Body, Figure, Heading, Soft, Title } from '@/ui/Words'

export default function Jobs() {
  const { data: jobs, error } = useJobs()
  const { user } = useSession()
  const router = useRouter()
  return (
    <Page
      head={
        <>
          <Title>Jobs</Title>
          <Soft>{user ? `${user.company} · ${user.name}` : ''}</Soft>
        </>
      }
    >
      <RefusedEntries />
      {error && !jobs ? <Body>{sentence(error)}</Body> : null}
      <YStack role="list">
        {(jobs ?? []).map((job) => (
          <YStack key={job.id} role="listitem">
            <Button
              unstyled
              role="link"
              testID={`job-${job.name}`}
              minHeight={76}
              width="100%"
              paddingVertical="$3"
              borderWidth={0}
              borderBottomWidth={1}
              borderColor="$rule"
              borderRadius={0}
              backgroundColor="transparent"
              hoverStyle={{ backgroundColor: '$card' }}
              cursor="pointer"
              onPress={() => router.navigate(`/jobs/${job.id}` as never)}
            >
              <XStack width="100%" alignItems="center" justifyContent="space-between" gap="$3">
                <YStack flex={1} alignItems="flex-start" minWidth={0}>
                  <Heading textAlign="left">{job.name}</Heading>
                  <Soft textAlign="left">{job.place}</Soft>
                </YStack>
                <YStack alignItems="flex-end">
                  <Figure>{job.units}</Figure>
                  <Soft>{`${job.units === 1 ? 'unit' : 'units'}, ${job.sealed} sealed`}</Soft>
                </YStack>
              </XStack>
            </Button>
          </YStack>
        ))}
      </YStack>
      <XStack>
        <Press look="quiet" testID="sign-out" onPress={() => void endSession()}>
          Sign out
        </Press>
      </XStack>
    </Page>
  )
}
