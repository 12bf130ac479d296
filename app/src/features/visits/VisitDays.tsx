import { plannedWords, type Job } from '@zetesis/contract'
import { itemAir, type VisitItem, type VisitRun } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { saveFile } from '@/ui/files'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { isDay } from '@/unit/visit/day'
import { DayProposals } from '@/unit/visit/DayProposals'
import { useProposals } from '@/unit/visit/useProposals'
import { calendarFile } from './calendarFile'
import { ForecastCard } from './ForecastCard'

interface PlanDraft {
  day: string
  from: string
  to: string
}

/** Which days fit, and the one that is agreed on. */
export function VisitDays({ unit, visit }: { unit: UnitHandle; visit: VisitRun }) {
  const { job, view } = unit
  const items = useOpenItems(visit)
  const { by, id } = visit.promise.entry
  const { told, set } = useProposals(job, items, by, view.method)
  const form = useEntryForm<PlanDraft>(unit, 'visitPlan', { day: '', from: '', to: '' })
  const [typing, setTyping] = useState(false)
  const plan = ({ day, from, to }: { day: string; from?: string; to?: string }) => {
    if (!isDay(day)) return form.fail({ day: 'Type the day as 2026-07-14.' })
    for (const [name, value] of [
      ['from', from],
      ['to', to],
    ] as const)
      if (value && !/^([01]\d|2[0-3]):[0-5]\d$/.test(value))
        return form.fail({ [name]: 'Type the time as 13:30, or leave it empty.' })
    if (form.log({ kind: 'visitPlanned', visitId: id, day, ...(from ? { from } : {}), ...(to ? { to } : {}) }, 'day')) {
      form.done()
      setTyping(false)
    }
  }
  if (!job) return null
  return (
    <Card testID="visit-days">
      <Heading>Days that fit</Heading>
      {told ? <DayProposals told={told} items={items} job={job} most={4} onPlan={(day) => void plan(day)} /> : null}
      {told && told.never.length > 0 ? (
        <Soft>
          A window that doesn’t come: put the visit off with another date, choose another way of charging that the
          method allows, or close the item with a reason.
        </Soft>
      ) : null}
      <ForecastCard
        job={job}
        set={set}
        air={itemAir(items[0] ?? {})}
        fair={told?.days.flatMap(({ fits }) => fits.filter(({ item }) => item === 0)) ?? []}
      />
      <Disclosure
        title="Another day"
        summary={visit.planned ? plannedWords(visit.planned.entry) : 'typed'}
        open={typing}
        onToggle={() => setTyping(!typing)}
        testID="visit-plan"
      >
        <TextField
          label="Day"
          value={form.draft.day}
          onChange={(day) => form.change({ day })}
          problem={form.problems.day}
          placeholder="2026-07-14"
          testID="plan-day"
        />
        <XStack gap="$3">
          <YStack flex={1}>
            <TextField
              label="From"
              value={form.draft.from}
              onChange={(from) => form.change({ from })}
              problem={form.problems.from}
              placeholder="13:00"
              testID="plan-from"
            />
          </YStack>
          <YStack flex={1}>
            <TextField
              label="To"
              value={form.draft.to}
              onChange={(to) => form.change({ to })}
              problem={form.problems.to}
              placeholder="15:00"
              testID="plan-to"
            />
          </YStack>
        </XStack>
        <XStack>
          <Press
            testID="plan-log"
            onPress={() =>
              void plan({ day: form.draft.day.trim(), from: form.draft.from.trim(), to: form.draft.to.trim() })
            }
          >
            Plan this day
          </Press>
        </XStack>
      </Disclosure>
      <CalendarPress unit={unit} visit={visit} job={job} />
    </Card>
  )
}

function useOpenItems(visit: VisitRun): readonly VisitItem[] {
  return useMemo(() => visit.items.filter(({ state }) => state === 'open').map(({ item }) => item), [visit])
}

/** The visit for a calendar; before a day or a latest date stands there is nothing to put into one. */
function CalendarPress({ unit, visit, job }: { unit: UnitHandle; visit: VisitRun; job: Job }) {
  const items = useOpenItems(visit)
  const { promise, planned } = visit
  const { id, reason, by, contact, who } = promise.entry
  if (!planned && !by) return <Soft>With a day or a latest date it can go into a calendar.</Soft>
  const save = () => {
    const tag = unit.view.facts.tag ?? 'unit'
    const summary = {
      id,
      reason,
      items,
      ...(by ? { by } : {}),
      ...(contact ? { contact } : {}),
      ...(who ? { who } : {}),
      ...(planned ? { planned: planned.entry } : {}),
    }
    const { text } = calendarFile(
      [{ unitId: unit.unitId, tag, visit: summary, job }],
      (unitId) => `${window.location.origin}/units/${unitId}/visit`,
    )
    saveFile(`return-visit-${tag}.ics`, 'text/calendar', text)
  }
  return (
    <XStack>
      <Press testID="visit-ics" onPress={save}>
        Calendar file (.ics)
      </Press>
    </XStack>
  )
}
