import { keepCheckWords, minutesText } from '@zetesis/contract'
import type { EntryBody, FactsPatch, ReadingValues } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMay } from '@/frame/MayNote'
import { stageHref } from '@/frame/routes'
import { useBook, useCompanyMethod } from '@/sync/useBook'
import { useSession } from '@/sync/useSession'
import { useJobs, useUnits } from '@/sync/useUnits'
import { Press } from '@/ui/Press'
import { readLastUnit } from '@/unit/lastUnit'
import { freeTag, openUnit } from '@/unit/openUnit'

/** What was read in the pocket becomes a check of its own, in the job that was worked in last. */
export function KeepCheck({ facts, values }: { facts: FactsPatch; values: ReadingValues }) {
  const { user } = useSession()
  const { book } = useBook()
  const { units } = useUnits()
  const jobs = useJobs().data ?? []
  const router = useRouter()
  const mayPlan = useMay('plan')
  const method = useCompanyMethod()
  const open = jobs.filter(({ standing }) => standing === 'open')
  const lastJob = units.find(({ id }) => id === readLastUnit())?.jobId
  const job = open.find(({ id }) => id === lastJob) ?? open[0]
  if (!user || !job || !mayPlan) return null
  const keep = () => {
    const more: EntryBody[] = [
      { kind: 'facts', facts: { ...facts, work: 'check' } },
      { kind: 'started', foundRunning: true },
      { kind: 'reading', mode: 'cooling', values },
    ]
    const id = openUnit(job.id, { tag: freeTag(units, job.id, keepCheckWords.tag), more }, { user, book })
    router.navigate(stageHref(id, 'startUp') as never)
  }
  return (
    <Press onPress={keep} testID="keep-check">
      {keepCheckWords.keep(job.name, minutesText(method.settleAfterStartS.si))}
    </Press>
  )
}
