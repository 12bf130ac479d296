import { dayText, entryProblemWords, plannedWords, provisionalWords, visitActWords } from '@zetesis/contract'
import type { VisitRun } from '@zetesis/core'
import { format } from 'date-fns/format'
import { useRouter } from 'expo-router'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { stageHref } from '@/frame/routes'
import { AskLead } from '@/unit/AskLead'
import { BeliefLine } from '@/unit/BeliefLine'
import { UnitPage, VISIT } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { leftToDo, PromiseForm } from '@/unit/visit/PromiseForm'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Body, Heading, Soft } from '@/ui/Words'
import { VisitDays } from './VisitDays'
import { VisitItems } from './VisitItems'

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
      <BeliefLine belief={unit.view.belief} />
      <VisitItems unit={unit} visit={visit} />
      {visit.open && !visit.visiting ? <VisitDays unit={unit} visit={visit} /> : null}
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
  const isThere = visiting || (cameBack !== undefined && !view.sealed)
  // what is closed by a word is closed on this page: the button stays here with it
  const reads = visit.items.some(({ item, state }) => state === 'open' && item.what !== 'other')
  const act = open ? (!isThere ? 'there' : reads ? 'read' : undefined) : visiting ? 'sign' : undefined
  useBarAction(act && visitActWords[act], () => {
    if (act === 'there') return there()
    router.navigate(stageHref(unitId, act === 'sign' ? 'handOver' : 'startUp') as never)
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
