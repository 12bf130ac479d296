import { Audit, CompanyEnds, HeldList, Invited, Mails, People } from '@zetesis/contract'
import type { Role } from '@zetesis/core'
import { useQuery } from '@tanstack/react-query'
import { call } from '@/sync/api'
import { queryClient, tell, withKept } from '@/sync/client'

const peopleKey = ['people'] as const
const heldKey = ['held'] as const

export const usePeople = () =>
  useQuery({
    queryKey: peopleKey,
    queryFn: () => withKept(peopleKey, () => call('/people', { answer: People })),
    refetchInterval: 30_000,
  })
const asked = () => void queryClient.invalidateQueries({ queryKey: peopleKey })

export async function invite(login: string, role: Role): Promise<Invited> {
  const invited = await call('/people/invitations', { method: 'POST', body: { login, role }, answer: Invited })
  asked()
  return invited
}
export const withdraw = (id: string) => tell(`/people/invitations/${id}/withdraw`).then(asked)
export const setRole = (id: string, role: Role) => tell(`/people/${id}/role`, { role }).then(asked)
export const takeOut = (id: string) => tell(`/people/${id}/remove`).then(asked)

export const useMails = () =>
  useQuery({ queryKey: ['mails'], queryFn: async () => (await call('/mails', { answer: Mails })).mails })
export const useAudit = (before?: number) =>
  useQuery({
    queryKey: ['audit', before],
    queryFn: () => call(`/audit${before ? `?before=${before}` : ''}`, { answer: Audit }),
  })

export const useHeld = () => useQuery({ queryKey: heldKey, queryFn: async () => call('/held', { answer: HeldList }) })
export async function decideHeld(id: string, what: 'take' | 'put-away'): Promise<void> {
  await tell(`/held/${id}/${what}`)
  void queryClient.invalidateQueries()
}

export const deleteCompany = (body: { name: string; password: string }) =>
  call('/company/delete', { method: 'POST', body, answer: CompanyEnds })
