import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { RefusedEntries } from '@/frame/SyncNote'
import { sentence } from '@/sync/api'
import { endSession, useSession } from '@/sync/useSession'
import { useJobs } from '@/sync/useUnits'
import { LinkRow } from '@/ui/LinkRow'
import { Press } from '@/ui/Press'
import { Body, Figure, Soft, Title } from '@/ui/Words'

export function JobsPage() {
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
          <LinkRow
            key={job.id}
            title={job.name}
            note={job.place}
            onPress={() => router.navigate(`/jobs/${job.id}` as never)}
            testID={`job-${job.name}`}
            end={
              <YStack alignItems="flex-end">
                <Figure>{job.units}</Figure>
                <Soft>{`${job.units === 1 ? 'unit' : 'units'}, ${job.sealed} sealed`}</Soft>
              </YStack>
            }
          />
        ))}
      </YStack>
      <XStack gap="$2" flexWrap="wrap">
        <Press testID="library" onPress={() => router.navigate('/library' as never)}>
          Library
        </Press>
        <Press testID="tools-link" onPress={() => router.navigate('/tools' as never)}>
          Pocket tools
        </Press>
        <Press look="quiet" testID="sign-out" onPress={() => void endSession()}>
          Sign out
        </Press>
        <Press look="quiet" testID="sign-out-everywhere" onPress={() => void endSession({ everywhere: true })}>
          Sign out on all devices
        </Press>
      </XStack>
    </Page>
  )
}
