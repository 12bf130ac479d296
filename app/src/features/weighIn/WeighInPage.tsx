import { cylinderFindingWords, safetyWords, weighedLine, weighWords } from '@zetesis/contract'
import {
  formatNumber,
  isBlend,
  isFlammable,
  isStep,
  showText,
  stepWeighing,
  toSi,
  unitSlip,
  type UnitView,
} from '@zetesis/core'
import { useMemo } from 'react'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { chosenFor, slotFor, useInstrumentChoice } from '@/kit/choice'
import { InstrumentPicker } from '@/kit/InstrumentPicker'
import { ReadingsFrom, useReadingsFrom } from '@/recording/ReadingsFrom'
import { BeliefLine } from '@/unit/BeliefLine'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import { useEntryForm } from '@/unit/useEntryForm'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { useBook } from '@/sync/useBook'
import { troubling, useCylinders } from '@/sync/useCylinders'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Choice } from '@/ui/Choice'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Body, Figure, Heading, Soft } from '@/ui/Words'
import { DueCard } from './DueCard'
import { HoseCard } from '@/weighing/HoseCard'
import { HowFields } from './HowFields'
import { useScaleImport } from './importScale'
import { LongLineStop } from './LongLineStop'
import { LineSetCard } from './LineSetCard'
import { TransferCard } from './TransferCard'
import { useScaleWatch } from './useScaleWatch'
import { fitting, netLevels, scaleHabits, transferBody, weighedBody, type How } from '@/weighing/weighing'

export function WeighInPage() {
  return <UnitPage title="Weigh in" render={(unit) => <WeighIn key={unit.unitId} unit={unit} />} />
}

/** What was in it goes out, onto the scale: how much says how short it was. */
export function RecoveryPage() {
  return <UnitPage title="Recovery" render={(unit) => <WeighIn key={unit.unitId} unit={unit} recovery />} />
}

interface Draft extends How {
  /** what is read off the scale: two levels, or how much went over it, tared */
  read: 'levels' | 'net'
  before: QuantityText
  after: QuantityText
  net: QuantityText
}

function WeighIn({ unit, recovery = false }: { unit: UnitHandle; recovery?: boolean }) {
  const { view } = unit
  const { system } = useSettings()
  const { refrigerant, oldRefrigerant } = view.facts
  const openKg = recovery ? undefined : view.charge.openKg
  const form = useEntryForm<Draft>(unit, recovery ? 'recover' : 'weigh', {
    direction: recovery ? 'remove' : 'add',
    cylinderId: undefined,
    cylinder: '',
    side: 'liquid',
    phase: 'liquid',
    running: false,
    read: 'levels',
    before: { text: '' },
    after: { text: '' },
    net: { text: '' },
  })
  const { draft, problems, change } = form
  const { book } = useBook()
  const { cylinders } = useCylinders()
  const [choice, choose] = useInstrumentChoice(unit.user?.id)
  const slot = slotFor(
    'scale',
    'Scale',
    ['scale'],
    book.instruments.map((kept) => kept.value),
  )
  const readings = useReadingsFrom(unit, 'scale')
  const { from, session } = readings
  const stock = cylinders.find((c) => c.cylinder.id === draft.cylinderId)
  const named = {
    vessel: stock?.cylinder,
    bookedKg: stock?.netKg,
    instrument: readings.named(chosenFor(slot, choice)),
  }
  const importing = useScaleImport(unit, draft, named)
  const habits = useMemo(() => scaleHabits(view.method), [view.method])
  const watch = useScaleWatch(session?.traceId, habits)
  const ofTrace = view.charge.weighings.filter(({ entry }) => entry.traceId === session?.traceId && session)
  const open = stepWeighing(
    watch?.steps ?? [],
    ofTrace.map(({ entry }) => entry.traceS ?? -1),
  )
  const next = open.transfers[0]
  const { jump } = open
  const keep = () => form.done({ ...draft, before: { text: '' }, after: { text: '' }, net: { text: '' } })

  const direction = recovery ? 'remove' : draft.direction
  const logNet = () => {
    const net = form.quantity('net', 'mass')
    if (!net) return
    const kg = toSi('mass', net)
    if (!(kg > 0)) return void form.fail({ net: weighWords.moreThanNone })
    const body = weighedBody({ ...draft, direction }, netLevels(kg, direction, stock, system), named)
    if (form.log({ ...body, net: true }, 'net')) keep()
  }
  const logTyped = () => {
    if (draft.read === 'net') return logNet()
    const before = form.quantity('before', 'mass')
    const after = before && form.quantity('after', 'mass')
    if (before && after && form.log(weighedBody({ ...draft, direction }, { before, after }, named), 'after')) keep()
  }
  const logTransfer = (step = next) => {
    if (session && step) form.log(transferBody(step, draft, system, session.traceId, named), 'after')
  }
  const action =
    from === 'typed'
      ? { word: 'Log the weighing', act: logTyped }
      : next
        ? {
            word: `Log ${showText('mass', Math.abs(next.kg), system)}${stock ? `, ${stock.cylinder.name}` : ''}`,
            act: () => logTransfer(),
          }
        : undefined
  useBarAction(view.sealed ? undefined : action?.word, () => action?.act())

  const slip = slipOf(draft, system, openKg)
  const gross = stock?.netKg === undefined ? undefined : stock.netKg + toSi('mass', stock.cylinder.tare)
  // a jump that was logged all the same is in the balance, and in none of the recording's transfers
  const loggedKg = ofTrace
    .filter(({ entry }) => !watch?.steps.some((s) => s.kind === 'jump' && isStep(entry.traceS, s)))
    .reduce((sum, { entry }) => sum + toSi('mass', entry.before) - toSi('mass', entry.after), 0)
  return (
    <YStack gap="$4">
      {recovery ? (
        <RecoveredBanner view={view} />
      ) : view.charge.due.ok && view.charge.due.stopped && !view.sealed ? (
        <LongLineStop unit={unit} due={view.charge.due} />
      ) : (
        <BalanceBanner view={view} />
      )}
      {recovery ? null : <BeliefLine belief={view.belief} />}
      {session && !view.sealed ? (
        <TransferCard
          unit={unit}
          watch={watch}
          next={next}
          jump={jump}
          loggedKg={loggedKg}
          problems={[problems.after, problems.cylinder]}
          onLog={logTransfer}
          way={draft.direction === 'add' ? 'out' : 'in'}
          plate={onPlate(stock)}
        />
      ) : null}
      {recovery ? null : <DueCard view={view} />}
      {view.sealed ? null : (
        <>
          {recovery ? null : <LineSetCard unit={unit} />}
          <Card>
            <Heading>Cylinder on the scale</Heading>
            <HowFields
              how={draft}
              only={recovery ? 'remove' : undefined}
              change={change}
              cylinders={fitting(cylinders, draft.direction, recovery ? oldRefrigerant : refrigerant)}
              problem={problems.cylinder}
            />
            {stock && gross !== undefined ? (
              <Soft testID="book-says">{`By the book ${stock.cylinder.name} should show ${showText('mass', gross, system)}, cylinder and all.`}</Soft>
            ) : null}
            {stock
              ? troubling(stock).map((f) => (
                  <Body key={`${f.code} ${f.id}`} color="$brass">
                    {cylinderFindingWords(f, system)}
                  </Body>
                ))
              : null}
            {!recovery &&
            draft.direction === 'add' &&
            draft.phase === 'vapour' &&
            refrigerant &&
            isBlend(refrigerant) ? (
              <Body color="$oxide" testID="blend-as-vapour">
                {`${refrigerant} is a blend: as vapour its parts leave the cylinder unevenly, and what stays in it is another. Take liquid, throttled.`}
              </Body>
            ) : null}
            <ReadingsFrom readings={readings} file={importing} set={onPlate(stock)}>
              {from === 'typed' ? (
                <Choice
                  label={weighWords.read}
                  options={weighWords.reads}
                  value={draft.read}
                  onChange={(read) => read && change({ read })}
                  testID="scale-read"
                />
              ) : null}
              {from === 'typed' && draft.read === 'net' ? (
                <QuantityField
                  label={direction === 'add' ? weighWords.netIn : weighWords.netOut}
                  dimension="mass"
                  value={draft.net}
                  onChange={(net) => change({ net })}
                  problem={problems.net ?? problems.after}
                  hint={weighWords.netHint}
                  testID="net"
                />
              ) : from === 'typed' ? (
                <>
                  <QuantityField
                    label="Scale before"
                    dimension="mass"
                    value={draft.before}
                    onChange={(before) => change({ before })}
                    problem={problems.before}
                    testID="before"
                  />
                  <QuantityField
                    label="Scale after"
                    dimension="mass"
                    value={draft.after}
                    onChange={(after) => change({ after })}
                    problem={problems.after}
                    testID="after"
                  />
                  {slip ? (
                    <Body color="$brass" testID="unit-slip">
                      {slip}
                    </Body>
                  ) : null}
                </>
              ) : null}
            </ReadingsFrom>
            {problems.all ? <Body color="$oxide">{problems.all}</Body> : null}
          </Card>
          {from === 'rig' ? null : (
            <InstrumentPicker
              slots={[slot]}
              choice={choice}
              onChoose={choose}
              profile={view.method}
              without="the method’s ± counts"
            />
          )}
        </>
      )}
      <Weighings view={view} />
      {view.sealed || recovery ? null : <HoseCard unit={unit} />}
      <Caution>{recovery ? safetyWords.recovery : safetyWords.weighIn}</Caution>
      {!recovery && refrigerant && isFlammable(refrigerant) ? <Caution>{safetyWords.weighInFlammable}</Caution> : null}
      {recovery ? (
        <Gate
          unit={unit}
          stage="recovery"
          why="Then nobody knows how short it was. Write why: it was empty, it was recovered by somebody else."
        />
      ) : (
        <Gate unit={unit} stage="weighIn" why="The charge then isn’t known by weight; the papers say so." />
      )}
    </YStack>
  )
}

/** The simulated scale carries the chosen cylinder with what is in it. */
const onPlate = (stock: { cylinder: { tare: { value: number; unit: string } }; netKg?: number } | undefined) =>
  stock?.netKg === undefined
    ? {}
    : { tareKg: toSi('mass', stock.cylinder.tare as never), contentKg: Math.max(stock.netKg, 0) }

/** What a weighing would be in the unit that was perhaps meant. */
function slipOf(draft: Pick<Draft, 'before' | 'after'>, system: 'ip' | 'si', openKg: number | undefined) {
  const before = quantityInput('mass', system).safeParse(draft.before).data
  const after = quantityInput('mass', system).safeParse(draft.after).data
  if (!before || !after || openKg === undefined) return undefined
  const slip = unitSlip({ before, after }, openKg)
  const typed = Math.abs(before.value - after.value)
  return slip
    ? `That is ${Number(typed.toFixed(3))} ${before.unit}, and ${showText('mass', Math.abs(openKg), system)} are open. In ${slip.unit} it would be ${showText('mass', slip.kg, system)}: type the unit behind the figure if that was meant.`
    : undefined
}

function Weighings({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { weighings } = view.charge
  if (weighings.length === 0) return null
  return (
    <YStack gap="$2" testID="weighings">
      <Heading>On the scale so far</Heading>
      {weighings.map(({ entry }) => (
        <Body key={entry.id}>
          {`${weighedLine(entry)}: ${showText('mass', Math.abs(toSi('mass', entry.before) - toSi('mass', entry.after)), system)}`}
        </Body>
      ))}
      <Soft>A wrong one is struck out in the log; the cylinder book follows.</Soft>
    </YStack>
  )
}

/** How much came out, and what that says of the old charge. */
function RecoveredBanner({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { oldRefrigerant } = view.facts
  if (!view.conversion)
    return (
      <Banner metal="none" word="No conversion">
        This unit isn’t converted: what comes out of it stands under Weigh in.
      </Banner>
    )
  const { kg, labelKg, shortShare, tooMuch } = view.conversion.recovered
  if (kg <= 0)
    return (
      <Banner metal="none" word="To recover">
        {`All of the ${oldRefrigerant ?? 'old refrigerant'} goes into a recovery cylinder on the scale: how much comes out says how short it was.`}
      </Banner>
    )
  return (
    <Banner
      metal={tooMuch ? 'out' : (shortShare ?? 0) > view.method.recoveredShortShare.si ? 'tooClose' : 'in'}
      word="Recovered"
      figure={<Figure testID="recovered-figure">{showText('mass', kg, system)}</Figure>}
      testID="recovered"
    >
      {tooMuch
        ? `More than label and lines hold (${showText('mass', labelKg!, system)}). Check the scale’s zero and unit, and what else the machine drew in: air, oil, another refrigerant, or it was overcharged. If a figure is wrong, strike it out in the log.`
        : shortShare === undefined
          ? 'What the label says isn’t known: Prepare asks for it.'
          : shortShare > view.method.recoveredShortShare.si
            ? `${formatNumber(shortShare * 100, 0)} % short of its label: there is a leak. Find it before anything new goes in.`
            : 'About what its label says.'}
    </Banner>
  )
}
function BalanceBanner({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { openKg, weighedKg, settled, due } = view.charge
  if (!due.ok || openKg === undefined) return null
  const open = showText('mass', Math.abs(openKg), system)
  const figure = (
    <Figure testID="weigh-open">
      {settled ? showText('mass', weighedKg, system) : `${openKg > 0 ? 'Add' : 'Take out'} ${open}`}
    </Figure>
  )
  return (
    <Banner
      metal={settled ? 'in' : 'none'}
      word={settled ? 'Weighed in' : 'Open'}
      figure={figure}
      testID="weigh-verdict"
    >
      {`Due ${showText('mass', due.dueKg, system)}, weighed in ${showText('mass', weighedKg, system)}.${openKg < 0 && !settled ? ' More went in than was due.' : ''}`}
    </Banner>
  )
}
