import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { ApiError, believe } from './api'
import { fetchMe, forgetKept, outbox, signOut, signOutEverywhere } from './client'

/** Who is signed in on this device. */
export function useSession() {
  const me = useQuery({ queryKey: ['me'], queryFn: fetchMe, staleTime: 60_000 })
  const signedOut = me.error instanceof ApiError && me.error.problem.status === 401
  return { user: signedOut ? undefined : me.data, loading: me.isPending, signedOut, error: me.error }
}

/** Lets the outbox send this person's entries, and says with everything that is sent who this page believes signed in; used once, at the root. */
export function useOutboxOwner(id: string | undefined): void {
  useEffect(() => {
    believe(id)
    outbox.signedInAs(id)
  }, [id])
}

export async function endSession({ everywhere = false } = {}): Promise<void> {
  await (everywhere ? signOutEverywhere() : signOut()).catch(() => undefined)
  await forgetKept()
  // a fresh page: nothing of the last person's stays in memory; the outbox keeps what is unsent
  window.location.assign('/')
}
