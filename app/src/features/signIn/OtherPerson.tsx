import type { SessionUser } from '@zetesis/contract'
import { ScrollView, YStack } from 'tamagui'
import { queryClient } from '@/sync/client'
import { useAllOutboxItems } from '@/sync/useOutbox'
import { endSession } from '@/sync/useSession'
import { Press } from '@/ui/Press'
import { Body, Soft, Title } from '@/ui/Words'

/** Another tab signed somebody else in: nothing is signed with the wrong name, and the person at the screen says who goes on. */
export function OtherPerson({ was, now, goOn }: { was: SessionUser; now: SessionUser; goOn: () => void }) {
  const waiting = useAllOutboxItems().filter((i) => i.author.id === was.id && !i.refused).length
  return (
    <ScrollView flex={1} backgroundColor="$background">
      <YStack
        width="100%"
        maxWidth={440}
        marginHorizontal="auto"
        padding="$5"
        paddingTop={88}
        gap="$4"
        render="main"
        testID="other-person"
      >
        <Title>{`${now.name} is signed in now`}</Title>
        <Body>{`In another tab of this browser. This page was ${was.name}’s; nothing of it was signed with another name.`}</Body>
        {waiting > 0 ? (
          <Body>{`${waiting === 1 ? `An entry of ${was.name}’s waits` : `${waiting} entries of ${was.name}’s wait`} on this device, to be sent once ${was.name} signs in again.`}</Body>
        ) : null}
        <Press
          look="act"
          testID="go-on-as"
          onPress={() => {
            queryClient.clear()
            queryClient.setQueryData(['me'], now)
            goOn()
          }}
        >
          {`Go on as ${now.name}`}
        </Press>
        <Press look="plain" testID="sign-in-as" onPress={() => void endSession()}>
          {`Sign in as ${was.name}`}
        </Press>
        <Soft>What was typed and not logged yet stays on this device.</Soft>
      </YStack>
    </ScrollView>
  )
}
