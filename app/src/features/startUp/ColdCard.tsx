import {
  adviceHead,
  coldAbout,
  coldAgainstWords,
  coldQuantityWords,
  coldReasonWords,
  coldTitles,
  entryProblemWords,
  stepReasonWords,
  verdictWords,
} from '@zetesis/contract'
import {
  assessCold,
  coldWays,
  conditionsWindow,
  inItKg,
  showText,
  type ChargeReading,
  type ColdAssessment,
  type ColdSchool,
  type Instrument,
  type JudgedReading,
  type LiveAssessment,
  type ProvisionalSchool,
  type UnitSystem,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Banner, type Metal } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { Body, Figure, Heading, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import { StepCard } from './StepCard'
import { TopUpNote } from './TopUpNote'

type Now = Pick<ChargeReading, 'values' | 'instruments'> & { readonly settled: boolean }

/** Too cold to judge by cooling: the ways that are open on this unit today, what the chosen one says, and its next small step. */
export function ColdCard({
  unit,
  now,
  kit,
  judged,
  onRig,
  reading,
}: {
  unit: UnitHandle
  /** what is read now, or was read last */
  now?: Now
  kit: readonly Instrument[]
  /** the same, judged by its mode */
  judged: JudgedReading
  onRig: boolean
  reading?: Parameters<typeof StepCard>[0]['reading']
}) {
  const { system } = useSettings()
  const [others, setOthers] = useState(false)
  const [problem, setProblem] = useState<string>()
  const { view } = unit
  const { facts, label, heatPump, method, cold, sealed } = view
  const { outdoorK, returnK } = judged
  const { mode } = heatPump
  const cool = conditionsWindow(outdoorK === undefined ? {} : { outdoorK }, method).outdoor === 'tooCold'
  const found = useColdAssessment(unit, now, kit)
  if (sealed || !(cool || mode === 'heating')) return null
  const place = {
    facts,
    mode,
    ...(label ? { label } : {}),
    ...(outdoorK === undefined ? {} : { outdoorK }),
    ...(returnK === undefined ? {} : { returnK }),
  }
  const ways = coldWays(place, method)
  const choose = (school: ColdSchool) => {
    const [first] = unit.append({ kind: 'coldWayChosen', school })
    setProblem(first && entryProblemWords(first, system))
  }
  const open = ways.filter((w) => w.why.length === 0)
  const shut = ways.filter((w) => w.why.length > 0)
  return (
    <Card testID="cold">
      <Heading>Too cold to judge by cooling</Heading>
      {mode === 'cooling' && facts.metering === 'fixedOrifice' && !cold.cover ? (
        <TopUpNote judged={judged} view={view} />
      ) : null}
      {open.map(({ school }) => (
        <Press
          key={school}
          testID={`cold-${school}`}
          look={cold.chosen && cold.school === school ? 'act' : 'plain'}
          onPress={() => choose(school)}
        >
          {coldTitles[school]}
        </Press>
      ))}
      <Soft testID="cold-about">{coldAbout[cold.school]}</Soft>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      {cold.school === 'restrictedCondenser' ? <CoverOn unit={unit} /> : null}
      {found ? <ColdVerdict found={found} system={system} /> : null}
      {found?.advice && (found.advice.action === 'add' || found.advice.action === 'remove') ? (
        <StepCard
          unit={unit}
          advice={{
            action: found.advice.action,
            ...(found.advice.amountKg ? { amountKg: found.advice.amountKg } : {}),
          }}
          {...(reading ? { reading } : {})}
          onRig={onRig}
        />
      ) : null}
      <Disclosure
        title="Why not the other ways"
        summary={shut.map((w) => coldTitles[w.school].toLowerCase()).join(', ') || 'all are open'}
        open={others}
        onToggle={() => setOthers(!others)}
        testID="cold-others"
      >
        {shut.map(({ school, why }) => (
          <YStack key={school}>
            <Body fontWeight="700">{coldTitles[school]}</Body>
            {why.map((reason) => (
              <Body key={reason} fontSize="$3" lineHeight="$3" testID={`cold-why-${school}-${reason}`}>
                {coldReasonWords[reason]}
              </Body>
            ))}
          </YStack>
        ))}
      </Disclosure>
      <Soft>Whatever a cold day says is provisional: the return visit below makes it final.</Soft>
    </Card>
  )
}

/** Part of the condenser covered: put on with a tap, and asked for everywhere until it is off. */
function CoverOn({ unit }: { unit: UnitHandle }) {
  const [problem, setProblem] = useState<string>()
  if (unit.view.cold.cover) return <Soft>Covered. Adjust it until it condenses as on a warm day; stay with it.</Soft>
  return (
    <>
      <Press
        testID="cover-on"
        onPress={() => {
          const [first] = unit.append({ kind: 'covered', on: true })
          setProblem(first && entryProblemWords(first))
        }}
      >
        Cover part of the condenser
      </Press>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </>
  )
}

const metalOf: Record<ColdAssessment['verdict'], Metal> = { in: 'in', out: 'out', tooClose: 'tooClose', none: 'none' }

function ColdVerdict({ found, system }: { found: ColdAssessment; system: UnitSystem }) {
  const d = (k: number) => showText('temperatureDifference', k, system)
  const t = (k: number) => showText('temperature', k, system)
  const { valueK, targetK, standardK, quantity, judged, advice, against, standsForK } = found
  const aim =
    quantity === 'dischargeOverOutdoor' && judged.outdoorK !== undefined && targetK !== undefined
      ? ` Discharge to aim for now: ${t(judged.outdoorK + targetK)}.`
      : ''
  return (
    <YStack gap="$2">
      <Banner
        metal={metalOf[found.verdict]}
        word={found.verdict === 'none' ? 'No verdict' : `Provisional: ${verdictWords[found.verdict].toLowerCase()}`}
        figure={
          valueK === undefined ? undefined : (
            <Figure>{`${d(valueK)} ${coldQuantityWords[quantity]}${standardK === undefined ? '' : ` ± ${d(2 * standardK)}`}`}</Figure>
          )
        }
        testID="cold-verdict"
      >
        {[
          targetK === undefined ? 'No target.' : `Target ${d(targetK)}.${aim}`,
          standsForK === undefined ? undefined : `Covered it stands for ${t(standsForK)} outdoors.`,
          quantity === 'dischargeOverOutdoor'
            ? `Beside it: superheat ${judged.superheatK === undefined ? 'not read' : d(judged.superheatK)}, subcooling ${judged.subcoolingK === undefined ? 'not read' : d(judged.subcoolingK)}, condensing ${judged.condensingK === undefined ? 'not read' : t(judged.condensingK)}.`
            : undefined,
        ]
          .filter(Boolean)
          .join(' ')}
      </Banner>
      {against.map((a) => (
        <Body key={a.code} fontSize="$3" lineHeight="$3" testID={`cold-against-${a.code}`}>
          {coldAgainstWords(a, system)}
        </Body>
      ))}
      {advice ? (
        <Body testID="cold-advice">
          {`${adviceHead(advice, system)}: ${advice.reasons.map((r) => stepReasonWords(r, system)).join(' ')}`}
        </Body>
      ) : null}
    </YStack>
  )
}

/** What the chosen way says of what is read now. */
function useColdAssessment(
  { view }: UnitHandle,
  now: Now | undefined,
  kit: readonly Instrument[],
): ColdAssessment | undefined {
  const { facts, label, elevationM, method, cold, charge, weight, tuning, heatPump } = view
  return useMemo(() => {
    const school: ColdSchool = cold.school
    if (school === 'weighInOnly' || !now) return undefined
    const mode = school === 'restrictedCondenser' ? 'cooling' : 'heating'
    if (heatPump.mode !== mode) return undefined
    return assessCold({
      school: school satisfies ProvisionalSchool,
      unit: { facts, ...(label ? { label } : {}), elevationM },
      reading: { mode, values: now.values, ...(now.instruments ? { instruments: now.instruments } : {}) },
      kit,
      profile: method,
      settled: now.settled,
      steps: cold.steps,
      ...(tuning.totalChargeKg === undefined
        ? {}
        : { totalChargeKg: tuning.totalChargeKg, weighedKg: inItKg(charge, tuning.totalChargeKg) }),
      ...(weight ? { weight } : {}),
      airflowKnownGood: tuning.beside.airflowKnownGood ?? false,
    })
  }, [facts, label, elevationM, method, cold, charge, weight, tuning, heatPump.mode, now, kit])
}

/** A settled look at what the probes say, for the card above. */
export const nowOf = (live: LiveAssessment): Now => ({
  values: live.values,
  settled: live.settling.state === 'settled' || live.settling.state === 'hunting',
})
