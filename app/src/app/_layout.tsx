import '@tamagui/core/reset.css'
import { QueryClientProvider, useQuery } from '@tanstack/react-query'
import { SetUpState, type SessionUser } from '@zetesis/contract'
import { usePathname, type ErrorBoundaryProps } from 'expo-router'
import { useEffect, useState, type ComponentType } from 'react'
import { Spinner, TamaguiProvider, Theme, YStack } from 'tamagui'
import { fetchPagesWhileIdle, lazyPart } from '@/frame/lazyPage'
import { OtherPerson } from '@/features/signIn/OtherPerson'
import { LockGate } from '@/features/signIn/LockGate'
import { SignIn } from '@/features/signIn/SignIn'
import { useDark } from '@/ui/useDark'
import { call, sentence } from '@/sync/api'
import { queryClient } from '@/sync/client'
import { vault } from '@/sync/lock'
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
          <LockGate>
            <SignedIn />
          </LockGate>
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
const Inside = lazyPart(async () => (await import('@/frame/Inside')).Inside)

/** Pages that links in mails lead to: shown whoever is signed in, or nobody. */
const openPages: Readonly<Record<string, ComponentType>> = {
  '/join': lazyPart(async () => (await import('@/features/signIn/Join')).Join),
  '/new-password': lazyPart(async () => (await import('@/features/signIn/NewPassword')).NewPassword),
  '/forgotten': lazyPart(async () => (await import('@/features/signIn/Forgotten')).Forgotten),
}
const SetUpPage = lazyPart(async () => (await import('@/features/signIn/SetUp')).SetUp)
const RemovedPage = lazyPart(async () => (await import('@/features/signIn/Removed')).Removed)

/** Whether the server waits to be set up; asked once somebody would have to sign in. */
function useSetUp(asked: boolean): boolean | undefined {
  const { data, isError } = useQuery({
    queryKey: ['set-up'],
    queryFn: async () => (await call('/set-up', { answer: SetUpState })).open,
    enabled: asked,
    staleTime: Infinity,
  })
  return isError ? false : data
}

/** What was typed before is at hand before a form is drawn. */
function useDraftsReady(): boolean {
  const [ready, setReady] = useState(false)
  useEffect(() => void draftsReady().then(() => setReady(true)), [])
  return ready
}

/** Whoever is signed in here has their own lock in force, if they set one; signed out, nobody's is. */
function useOwnLock(userId: string | undefined, signedOut: boolean): void {
  useEffect(() => {
    if (userId !== undefined || signedOut) vault.use(userId)
  }, [userId, signedOut])
}

function SignedIn() {
  const { user, removed, loading, signedOut, error } = useSession()
  const opened = openPages[usePathname()]
  const setUp = useSetUp(signedOut)
  // whose page this is: another tab may sign somebody else in, and then this one asks before it goes on
  const [mine, setMine] = useState<SessionUser>()
  if (user && !mine) setMine(user)
  if (signedOut && mine) setMine(undefined)
  const other = user && mine && user.id !== mine.id
  useOutboxOwner(other ? undefined : (user ?? removed))
  useOwnLock(other ? undefined : user?.id, signedOut)
  const ready = useDraftsReady()
  // while a name is typed the rest comes already
  useEffect(() => (signedOut ? fetchPagesWhileIdle() : undefined), [signedOut])
  if (opened) {
    const Opened = opened
    return <Opened />
  }
  if (removed) return <RemovedPage was={removed} />
  if (other) return <OtherPerson was={mine} now={user} goOn={() => setMine(user)} />
  if (user && ready) return <Inside />
  if (signedOut && setUp === true) return <SetUpPage />
  if (signedOut && setUp === false) return <SignIn />
  return (
    <YStack flex={1} alignItems="center" justifyContent="center" gap="$4" padding="$5" backgroundColor="$background">
      {loading || user || signedOut ? <Spinner color="$copper" aria-label="Loading" /> : <Body>{sentence(error)}</Body>}
      {loading || user || signedOut ? null : (
        <Press onPress={() => void queryClient.refetchQueries({ queryKey: ['me'] })}>Try again</Press>
      )}
    </YStack>
  )
}
