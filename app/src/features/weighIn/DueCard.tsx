import { checkUpWords, longLineWords, missingWords } from '@zetesis/contract'
import { formatNumber, isBlend, isFlammable, showText, type ChargeDue, type UnitView } from '@zetesis/core'
import { WorkingLines, type WorkingLine } from '@/verdict/WorkingLines'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { percent } from '@/ui/quantityInput'
import { Body, Heading, Soft } from '@/ui/Words'

const why: Record<Exclude<Extract<ChargeDue, { ok: false }>['reason'], 'missing' | 'check'>, string> = {
  negativeLength: 'A length is negative: mend it under Prepare.',
  unknownTube: 'A liquid line isn’t a standard copper size: type the label’s allowance for it.',
  wallTooThick: 'The tube’s wall leaves no bore: mend it under Prepare.',
  outsideData: 'The refrigerant’s data don’t reach that temperature: type the label’s allowance.',
  notANumber: 'A figure can’t be used: look through Prepare.',
}

/** What is due, with its working; and how it goes in. */
export function DueCard({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { due, recoveredKg } = view.charge
  const { refrigerant } = view.facts
  if (!due.ok && due.reason === 'check')
    return (
      <Banner metal="none" word={checkUpWords.notDueWord}>
        {checkUpWords.notDue}
      </Banner>
    )
  if (!due.ok) {
    const missing = due.reason === 'missing' ? due.missing.map((m) => missingWords[m]).join(', ') : undefined
    return (
      <Banner metal="tooClose" word="Not known yet">
        {missing ? `To compute what is due, Prepare needs: ${missing}.` : why[due.reason as keyof typeof why]}
      </Banner>
    )
  }
  const short = due.labelChargeKg && recoveredKg > 0 ? (due.labelChargeKg - recoveredKg) / due.labelChargeKg : undefined
  return (
    <Card testID="due">
      <Heading>{dueTitle(due.startShare)}</Heading>
      <WorkingLines lines={dueLines(due, (kg) => showText('mass', kg, system), system)} />
      {due.dueKg < 0 ? <Body>Negative: take out, don’t add.</Body> : null}
      {due.overLongLine ? (
        <Body color="$oxide" testID="long-line">
          {due.stopped ? longLineWords.notBySum : longLineWords.goesBy(view.facts.longLineReason ?? '')}
        </Body>
      ) : null}
      {due.overLift ? (
        <Body color="$oxide" testID="over-lift">
          The units stand further above one another than labels usually cover: the maker’s guideline decides.
        </Body>
      ) : null}
      {recoveredKg > 0 ? (
        <Body testID="recovered">
          {`Recovered before: ${showText('mass', recoveredKg, system)}.${short === undefined ? '' : short > view.method.recoveredShortShare.si ? ` It was ${formatNumber(short * 100, 0)} % short of its label: find the leak first.` : ' About what its label says.'}`}
        </Body>
      ) : null}
      {refrigerant ? (
        <Soft>
          {isBlend(refrigerant)
            ? `${refrigerant} is a blend: out of the cylinder as liquid only (upside down, unless it has a dip tube), or its composition shifts. Into the suction side throttled, so that it flashes.`
            : `${refrigerant} is a single substance: as liquid or as vapour.`}
        </Soft>
      ) : null}
      {refrigerant && isFlammable(refrigerant) && due.totalKg !== undefined ? (
        <Body testID="flammable">
          {`Flammable: hold ${showText('mass', due.totalKg, system)} against the smallest room it can leak into, by the standard in force where you are and the unit’s own manual.`}
        </Body>
      ) : null}
    </Card>
  )
}

const dueTitle = (startShare: number | undefined) =>
  startShare === undefined
    ? 'Line-set adjustment'
    : startShare === 1
      ? 'Whole charge: it was emptied'
      : 'Whole charge, to start with'

function dueLines(
  due: Extract<ChargeDue, { ok: true }>,
  mass: (kg: number) => string,
  system: 'ip' | 'si',
): WorkingLine[] {
  const { sections, items, totalLengthM } = due.lineSet.working
  const several = sections.length > 1
  return [
    ...(due.labelChargeKg === undefined
      ? []
      : [{ name: 'factory charge, by the label', value: mass(due.labelChargeKg) }]),
    { name: 'line length', value: showText('length', totalLengthM, system) },
    ...sections.flatMap((section, i): WorkingLine[] => [
      {
        name: several ? `section ${i + 1}, counted` : 'counted beyond the covered length',
        value: showText('length', section.countedM, system),
      },
      {
        name: `allowance, ${section.source === 'label' ? 'from the label' : 'computed'}`,
        value: showText('massPerLength', section.adderKgPerM, system),
      },
      ...(section.insideDiameterM && section.densityKgPerM3
        ? [
            { name: 'bore of the tube', value: showText('tube', section.insideDiameterM, system) },
            { name: 'liquid density', value: showText('density', section.densityKgPerM3, system) },
          ]
        : []),
    ]),
    ...items.map((item) => ({ name: item.name, value: mass(item.kg) })),
    { name: 'adjustment', value: mass(due.lineSet.adjustmentKg), sum: true },
    ...(due.vapourKg === undefined
      ? []
      : [{ name: 'the vapour line holds, for comparison', value: mass(due.vapourKg) }]),
    ...(due.totalKg === undefined
      ? []
      : [
          { name: 'in the system then', value: mass(due.totalKg) },
          ...(due.labelChargeKg ? [{ name: 'of the label', value: percent(due.totalKg / due.labelChargeKg) }] : []),
        ]),
    ...(due.startShare === undefined || due.startShare === 1
      ? []
      : [
          { name: 'start share of both', value: percent(due.startShare) },
          { name: 'due', value: mass(due.dueKg), sum: true },
        ]),
  ]
}
