import { candidateWorking, refusalWords, suitabilityLines } from '@zetesis/contract'
import {
  assessSuitability,
  atmosphericPressurePa,
  isFlammable,
  refrigerantInfo,
  toSi,
  unitRefrigerants,
  usualConditions,
  type ConversionRun,
  type Refrigerant,
  type Suitability,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Several } from '@/ui/Several'
import { TextField } from '@/ui/TextField'
import { Body, Heading, Soft } from '@/ui/Words'
import { useEntryForm } from '@/unit/useEntryForm'
import { WorkingLines } from '@/verdict/WorkingLines'
import type { UnitHandle } from '@/unit/useUnit'

const MOST = 3
interface Draft {
  compared: Refrigerant[]
  reason: string
}

/** Up to three refrigerants side by side, each with what it costs and gains in this machine; none is named best. */
export function CandidatesCard({
  unit,
  conversion,
  charged,
}: {
  unit: UnitHandle
  conversion: ConversionRun
  charged: boolean
}) {
  const { view } = unit
  const { facts, method, label } = view
  const { wide } = useMedia()
  const chosen = conversion.candidate?.entry
  const { draft, problems, change, log, leave } = useEntryForm<Draft>(unit, 'candidates', {
    compared: chosen ? [...chosen.compared] : [],
    reason: '',
  })
  const [tried, setTried] = useState<Refrigerant>()
  const [again, setAgain] = useState(false)
  const [all, setAll] = useState(false)
  const from = facts.oldRefrigerant
  const plate = facts.highSideDesign ?? label?.highSideDesign
  const found = useMemo(
    () =>
      from
        ? draft.compared
            .map((candidate) =>
              assessSuitability({
                oldRefrigerant: from,
                candidate,
                equipment: {
                  ...(facts.builtFor ? { builtFor: facts.builtFor } : {}),
                  ...(plate ? { highSideDesignPa: toSi('gaugePressure', plate) } : {}),
                  oil: conversion.oil,
                },
                conditions: usualConditions(method),
                profile: method,
              }),
            )
            // what may be done stands before what may not
            .sort((a, b) => Number(a.stop !== undefined) - Number(b.stop !== undefined))
        : [],
    [draft.compared, from, facts.builtFor, plate, conversion.oil, method],
  )
  if (!from)
    return (
      <Banner metal="tooClose" word="Not known yet">
        Prepare needs the refrigerant that was in it.
      </Banner>
    )
  const choose = (refrigerant: Refrigerant) => {
    const reason = draft.reason.trim()
    setTried(refrigerant)
    const written = log([
      { kind: 'candidateChosen', refrigerant, compared: draft.compared, reason },
      ...(facts.refrigerant === refrigerant ? [] : [{ kind: 'facts', facts: { refrigerant } } as const]),
    ])
    if (written) leave(() => setAgain(false))
  }
  const open = !view.sealed && (!chosen || again)
  return (
    <Card testID="candidates">
      <Heading>{chosen && !again ? `Becomes ${chosen.refrigerant}` : 'What it could become'}</Heading>
      {chosen && !again ? <Body>{chosen.reason}</Body> : null}
      {open ? (
        <Several
          label={`Compare, up to ${MOST}`}
          options={unitRefrigerants
            .filter((r) => r !== from)
            .map((value) => ({ value, label: `${value} · ${refrigerantInfo(value)!.safetyClass}` }))}
          values={draft.compared}
          onChange={(compared) => change({ compared: compared.slice(-MOST) })}
          testID="compare"
        />
      ) : null}
      {plate ? null : (
        <Soft>
          No plate’s pressure is known: the old refrigerant’s own is the measure. Prepare takes the plate’s high-side
          design pressure.
        </Soft>
      )}
      {found.length > 0 && open ? (
        <TextField
          label="Why this one"
          value={draft.reason}
          onChange={(reason) => change({ reason })}
          hint="What it gains here, and what it costs: the owner reads it."
          long
          testID="candidate-reason"
        />
      ) : null}
      {open ? null : (
        <Press look="quiet" testID="candidates-all" onPress={() => setAll(!all)}>
          {all ? 'Shut it' : `What it costs and gains${found.length > 1 ? ', beside the others' : ''}`}
        </Press>
      )}
      <XStack gap="$3" flexWrap="wrap">
        {(open || all ? found : []).map((s) => (
          <Candidate
            key={s.candidate}
            found={s}
            elevationM={view.elevationM}
            half={wide && found.length > 1}
            problem={tried === s.candidate ? Object.values(problems)[0] : undefined}
            onChoose={open ? () => choose(s.candidate) : undefined}
          />
        ))}
      </XStack>
      {facts.lawNote ? <Body testID="law">{`The law here: ${facts.lawNote}`}</Body> : null}
      {chosen && !again && !view.sealed && !charged ? (
        <Press look="quiet" testID="candidates-again" onPress={() => setAgain(true)}>
          Choose anew
        </Press>
      ) : null}
      <Soft>
        At the same mean temperatures of both coils in the same machine; none of these is better by itself. The maker of
        the equipment and the law where it stands come first.
      </Soft>
    </Card>
  )
}

function Candidate({
  found,
  elevationM,
  half,
  problem,
  onChoose,
}: {
  found: Suitability
  elevationM: number
  half: boolean
  problem: string | undefined
  onChoose: (() => void) | undefined
}) {
  const { system } = useSettings()
  return (
    <YStack
      gap="$2"
      flexGrow={1}
      flexBasis={half ? 260 : '100%'}
      borderTopWidth={2}
      borderColor={found.stop ? '$oxide' : '$copper'}
      paddingTop="$2"
      testID={`candidate-${found.candidate}`}
    >
      <Heading>{found.candidate}</Heading>
      {found.stop ? (
        <Banner metal="out" word="Stop" testID={`stop-${found.candidate}`}>
          {refusalWords[found.stop]}
        </Banner>
      ) : null}
      <WorkingLines lines={suitabilityLines(found, system, atmosphericPressurePa(elevationM))} />
      {found.working ? <CandidateWorking found={found} atmosphericPa={atmosphericPressurePa(elevationM)} /> : null}
      {isFlammable(found.candidate) && !found.stop ? <Body color="$oxide">Flammable.</Body> : null}
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      {onChoose && !found.stop ? (
        <Press testID={`choose-${found.candidate}`} onPress={onChoose}>
          {`Make it ${found.candidate}`}
        </Press>
      ) : null}
    </YStack>
  )
}

/** What the figures of a candidate are made of, with the values put in. */
function CandidateWorking({ found, atmosphericPa }: { found: Suitability; atmosphericPa: number }) {
  const { system } = useSettings()
  const [open, setOpen] = useState(false)
  const { working, suctionKgPerM3, capacity } = found
  return (
    <>
      <Press look="quiet" testID={`working-${found.candidate}`} onPress={() => setOpen(!open)}>
        {open ? 'Hide the working' : 'How these are reckoned'}
      </Press>
      {open && working ? (
        <WorkingLines lines={candidateWorking({ working, suctionKgPerM3, capacity }, system, atmosphericPa)} />
      ) : null}
      {open ? (
        <Soft>
          Capacity is density of the suction gas times what a kilogram takes up; mass flow its inverse. Discharge: along
          the isentrope to the head pressure, the rise over an efficiency of 0.7. Design day by the method. Old against
          new, in that order.
        </Soft>
      ) : null}
    </>
  )
}
