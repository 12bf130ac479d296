import { useQuery } from '@tanstack/react-query'
import type { SessionUser } from '@zetesis/contract'
import { useEffect } from 'react'
import { vault } from './lock'
import { ApiError, believe } from './api'
import { chooseCompany, fetchMe, forgetKept, isRemoved, outbox, signOut, signOutEverywhere } from './client'

/** Who is signed in on this device. */
export function useSession() {
  const me = useQuery({ queryKey: ['me'], queryFn: fetchMe, staleTime: 60_000 })
  const signedOut = me.error instanceof ApiError && me.error.problem.status === 401
  // taken out of the company: the page shows nothing of it any more, and hands over what is unsent
  const removed = isRemoved(me.error) ? me.data : undefined
  const user = signedOut || isRemoved(me.error) ? undefined : me.data
  return { user, removed, loading: me.isPending, signedOut, error: me.error }
}

/** Lets the outbox send this person's entries, and says with everything that is sent who this page believes signed in; used once, at the root. */
export function useOutboxOwner(user: Pick<SessionUser, 'id' | 'companyId'> | undefined): void {
  const { id, companyId } = user ?? {}
  useEffect(() => {
    believe(id && companyId ? { id, companyId } : undefined)
    outbox.signedInAs(id, companyId)
  }, [id, companyId])
}

/** Goes on in another company that the person is in: a fresh page, nothing of the last one's stays in memory. */
export async function goOnIn(companyId: string): Promise<void> {
  await chooseCompany(companyId)
  window.location.assign('/')
}

export async function endSession({ everywhere = false } = {}): Promise<void> {
  await (everywhere ? signOutEverywhere() : signOut()).catch(() => undefined)
  await forgetKept()
  vault.use(undefined)
  // a fresh page: nothing of the last person's stays in memory; the outbox keeps what is unsent
  window.location.assign('/')
}
