import '@tamagui/core/reset.css'
import { QueryClientProvider } from '@tanstack/react-query'
import type { SessionUser } from '@zetesis/contract'
import type { ErrorBoundaryProps } from 'expo-router'
import { useEffect, useState } from 'react'
import { Spinner, TamaguiProvider, Theme, YStack } from 'tamagui'
import { fetchPagesWhileIdle, lazyPage } from '@/frame/lazyPage'
import { OtherPerson } from '@/features/signIn/OtherPerson'
import { SignIn } from '@/features/signIn/SignIn'
import { useDark } from '@/ui/useDark'
import { sentence } from '@/sync/api'
import { queryClient } from '@/sync/client'
import { draftsReady } from '@/sync/drafts'
import { useOutboxOwner, useSession } from '@/sync/useSession'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'
import config from '../../tamagui.config'

export default function RootLayout() {
  const theme = useDark() ? 'dark' : 'light'
  return (
    <TamaguiProvider config={config} defaultTheme="light">
      <Theme name={theme}>
        <QueryClientProvider client={queryClient}>
          <SignedIn />
        </QueryClientProvider>
      </Theme>
    </TamaguiProvider>
  )
}

/** Something broke while drawing: what was typed is in the drafts and the outbox, so starting the page anew loses nothing. */
export function ErrorBoundary({ retry }: ErrorBoundaryProps) {
  return (
    <TamaguiProvider config={config} defaultTheme="light">
      <YStack flex={1} alignItems="center" justifyContent="center" gap="$4" padding="$5" backgroundColor="$background">
        <Body>This page broke. What you typed is kept.</Body>
        <Press onPress={() => void retry()}>Draw it again</Press>
      </YStack>
    </TamaguiProvider>
  )
}

/** All behind the sign-in page is fetched once somebody is known. */
const Inside = lazyPage(async () => (await import('@/frame/Inside')).Inside)

/** What was typed before is at hand before a form is drawn. */
function useDraftsReady(): boolean {
  const [ready, setReady] = useState(false)
  useEffect(() => void draftsReady.then(() => setReady(true)), [])
  return ready
}

function SignedIn() {
  const { user, loading, signedOut, error } = useSession()
  // whose page this is: another tab may sign somebody else in, and then this one asks before it goes on
  const [mine, setMine] = useState<SessionUser>()
  if (user && !mine) setMine(user)
  if (signedOut && mine) setMine(undefined)
  const other = user && mine && user.id !== mine.id
  useOutboxOwner(other ? undefined : user?.id)
  const ready = useDraftsReady()
  // while a name is typed the rest comes already
  useEffect(() => (signedOut ? fetchPagesWhileIdle() : undefined), [signedOut])
  if (other) return <OtherPerson was={mine} now={user} goOn={() => setMine(user)} />
  if (user && ready) return <Inside />
  if (signedOut) return <SignIn />
  return (
    <YStack flex={1} alignItems="center" justifyContent="center" gap="$4" padding="$5" backgroundColor="$background">
      {loading || user ? <Spinner color="$copper" aria-label="Loading" /> : <Body>{sentence(error)}</Body>}
      {loading || user ? null : (
        <Press onPress={() => void queryClient.refetchQueries({ queryKey: ['me'] })}>Try again</Press>
      )}
    </YStack>
  )
}
