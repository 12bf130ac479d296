import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { ApiError } from './api'
import { fetchMe, outbox, queryClient, signOut } from './client'

/** Who is signed in on this device. */
export function useSession() {
  const me = useQuery({ queryKey: ['me'], queryFn: fetchMe, staleTime: 60_000 })
  const signedOut = me.error instanceof ApiError && me.error.problem.status === 401
  return { user: signedOut ? undefined : me.data, loading: me.isPending, signedOut, error: me.error }
}

/** Lets the outbox send the signed-in person's entries; used once, at the root. */
export function useOutboxOwner(): void {
  const { user } = useSession()
  const id = user?.id
  useEffect(() => outbox.signedInAs(id), [id])
}

export async function endSession(): Promise<void> {
  await signOut().catch(() => undefined)
  queryClient.clear()
  // a fresh page: nothing of the last person's stays in memory; the outbox keeps what is unsent
  window.location.assign('/')
}
