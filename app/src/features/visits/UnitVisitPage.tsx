import {
  airWords,
  dayText,
  entryProblemWords,
  plannedWords,
  provisionalWords,
  visitItemHow,
  visitItemLine,
  type Job,
} from '@zetesis/contract'
import { itemAir, type VisitItem, type VisitItemView, type VisitRun } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { stageHref } from '@/frame/routes'
import { DayProposals } from '@/unit/visit/DayProposals'
import { leftToDo, PromiseForm } from '@/unit/visit/PromiseForm'
import { useProposals } from '@/unit/visit/useProposals'
import { AskLead } from '@/unit/AskLead'
import { UnitPage, VISIT } from '@/unit/UnitPage'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { saveFile } from '@/ui/files'
import { Press } from '@/ui/Press'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { calendarFile } from './calendarFile'
import { ForecastCard } from './ForecastCard'

/** One unit's return visit: what is left, which days fit, that somebody is there again, and closing it item by item. */
export function UnitVisitPage() {
  return <UnitPage title={VISIT} render={(unit) => <UnitVisit key={unit.unitId} unit={unit} />} />
}

function UnitVisit({ unit }: { unit: UnitHandle }) {
  const { visit } = unit.view
  if (!visit) return <FirstPromise unit={unit} />
  return (
    <YStack gap="$4">
      <Standing unit={unit} visit={visit} />
      <Items unit={unit} visit={visit} />
      {visit.open && !visit.visiting ? <Days unit={unit} visit={visit} /> : null}
      {visit.open && !visit.visiting ? <PutOff unit={unit} /> : null}
    </YStack>
  )
}

function FirstPromise({ unit }: { unit: UnitHandle }) {
  if (unit.view.sealed) return <Body>It was sealed with nothing left for another day.</Body>
  if (!unit.may({ kind: 'returnVisit', reason: '' }).may)
    return <AskLead unit={unit} what="decision" title="Ask a lead for a return visit" />
  return (
    <Card>
      <Heading>Come back another day</Heading>
      <PromiseForm unit={unit} word="Promise to come back" onDone={() => undefined} />
    </Card>
  )
}

/** Why, until when, who; and the way from here: we are there, go on, sign. */
function Standing({ unit, visit }: { unit: UnitHandle; visit: VisitRun }) {
  const router = useRouter()
  const { view, unitId } = unit
  const { promise, planned, cameBack, open, visiting } = visit
  const { id, reason, by, contact, who } = promise.entry
  const [problem, setProblem] = useState<string>()
  const there = () => {
    const [first] = unit.append({ kind: 'cameBack', visitId: id })
    setProblem(first && entryProblemWords(first))
  }
  const word = visiting
    ? open
      ? 'To start-up'
      : 'Sign the visit'
    : open
      ? view.sealed
        ? 'We are there'
        : cameBack
          ? 'To start-up'
          : 'We are there'
      : undefined
  useBarAction(word, () => {
    if (word === 'We are there') return there()
    router.navigate(stageHref(unitId, word === 'Sign the visit' ? 'handOver' : 'startUp') as never)
  })
  const today = format(new Date(), 'yyyy-MM-dd')
  const overdue = open && by !== undefined && by < today
  return (
    <YStack gap="$3">
      <Banner
        metal={!open ? 'in' : overdue ? 'out' : 'tooClose'}
        word={visiting ? 'There again' : !open ? 'Done' : overdue ? 'Overdue' : planned ? 'Planned' : 'Open'}
        testID="visit-state"
      >
        {[
          visiting
            ? open
              ? 'The sealed record takes what is read and done until the visit is signed'
              : 'All of it is done: sign, and the record is closed again'
            : undefined,
          planned && open ? plannedWords(planned.entry) : undefined,
          by && open ? `latest ${dayText(by)}` : undefined,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Banner>
      <Card>
        {view.provisional ? (
          <Body fontWeight="700" testID="provisional">
            {`Provisional: the charge is ${provisionalWords[view.provisional.school]}.`}
          </Body>
        ) : null}
        <Body>{reason}</Body>
        <Soft>
          {[
            `promised ${format(new Date(promise.entry.at), 'd MMM yyyy')} by ${promise.author.name}`,
            who && `${who} comes`,
            contact && `call ${contact}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Soft>
        {cameBack ? (
          <Soft testID="came-back">{`Came back ${format(new Date(cameBack.entry.at), 'd MMM yyyy, HH:mm')}.`}</Soft>
        ) : null}
        {problem ? <Body color="$oxide">{problem}</Body> : null}
      </Card>
    </YStack>
  )
}

function Items({ unit, visit }: { unit: UnitHandle; visit: VisitRun }) {
  return (
    <Card>
      <Heading>What is left to do</Heading>
      <YStack role="list" gap="$3">
        {visit.items.map((item) => (
          <Item key={item.index} unit={unit} visit={visit} view={item} />
        ))}
      </YStack>
    </Card>
  )
}

const marks = { open: '○', done: '●', notNeeded: '–' } as const
interface Draft {
  words: string
}

function Item({ unit, visit, view }: { unit: UnitHandle; visit: VisitRun; view: VisitItemView }) {
  const { item, index, state, by } = view
  const [open, setOpen] = useState(false)
  const form = useEntryForm<Draft>(unit, `visitItem.${visit.promise.entry.id}.${index}`, { words: '' })
  const visitId = visit.promise.entry.id
  const close = (how: 'done' | 'notNeeded') => {
    const words = form.draft.words.trim()
    if (how === 'notNeeded' && words.length < 3) return form.fail({ words: 'Write why it isn’t needed.' })
    if (!form.log({ kind: 'visitItemClosed', visitId, item: index, how, ...(words ? { words } : {}) }, 'words')) return
    form.done()
    setOpen(false)
  }
  const may = unit.may({ kind: 'visitItemClosed', visitId, item: index, how: 'done' }).may
  return (
    <YStack role="listitem" gap="$2" testID={`visit-todo-${index}`}>
      <Body fontWeight="700" color={state === 'open' ? '$ink' : '$soft'}>
        {`${marks[state]} ${visitItemLine(item)}`}
      </Body>
      {state === 'open' ? (
        <Soft>{[airWords(item) ?? 'in any weather', visitItemHow[item.what]].join(' · ')}</Soft>
      ) : (
        <Soft>
          {`${state === 'done' ? 'Done' : 'Not needed'}${by ? ` ${format(new Date(by.entry.at), 'd MMM yyyy')}, ${by.author.name}` : ''}${by?.entry.kind === 'visitItemClosed' && by.entry.words ? `: ${by.entry.words}` : ''}`}
        </Soft>
      )}
      {state === 'open' && may ? (
        <>
          {item.what === 'other' ? (
            <XStack>
              <Press testID={`visit-done-${index}`} onPress={() => close('done')}>
                Done
              </Press>
            </XStack>
          ) : null}
          <Disclosure
            title="Not needed any more"
            summary="with a reason that stays"
            open={open}
            onToggle={() => setOpen(!open)}
            testID={`visit-not-${index}`}
          >
            <TextField
              label="Why"
              value={form.draft.words}
              onChange={(words) => form.change({ words })}
              problem={form.problems.words ?? form.problems.all}
              testID={`visit-why-${index}`}
            />
            <XStack>
              <Press look="stop" testID={`visit-drop-${index}`} onPress={() => close('notNeeded')}>
                Close it as not needed
              </Press>
            </XStack>
          </Disclosure>
        </>
      ) : null}
    </YStack>
  )
}

interface PlanDraft {
  day: string
  from: string
  to: string
}

/** Which days fit, and the one that is agreed on. */
function Days({ unit, visit }: { unit: UnitHandle; visit: VisitRun }) {
  const { job, view } = unit
  const items = useOpenItems(visit)
  const { by, id } = visit.promise.entry
  const { told, set } = useProposals(job, items, by, view.method)
  const form = useEntryForm<PlanDraft>(unit, 'visitPlan', { day: '', from: '', to: '' })
  const [typing, setTyping] = useState(false)
  const plan = ({ day, from, to }: { day: string; from?: string; to?: string }) => {
    if (!/^\d{4}-\d{2}-\d{2}$/.test(day)) return form.fail({ day: 'Type the day as 2026-07-14.' })
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

/** Another promise in this one's place. */
function PutOff({ unit }: { unit: UnitHandle }) {
  const [open, setOpen] = useState(false)
  if (!unit.may({ kind: 'returnVisit', reason: '' }).may) return null
  return (
    <Card>
      <Disclosure
        title="Put it off, or change what is to do"
        summary={`another promise in this one’s place; ${leftToDo(unit.view).length} open`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="visit-again"
      >
        <PromiseForm unit={unit} word="Promise this instead" onDone={() => setOpen(false)} />
      </Disclosure>
    </Card>
  )
}
