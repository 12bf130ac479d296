import {
  customaryProfile,
  showText,
  type ChargeVerdict,
  type Habit,
  type LadderWords,
  type MethodProfile,
  type NotReadable,
  type ReadingChannel,
  type Target,
  type TargetSource,
  type UncertainInput,
  type TermName,
  type UnitSystem,
  type WorkingCode,
} from '@zetesis/core'
import { channelWords } from './channels'

export const ladderWords: LadderWords = {
  rungs: {
    evaporating: 'evaporating',
    suctionLine: 'suction line',
    return: 'return',
    supply: 'supply',
    condensing: 'condensing',
    liquidLine: 'liquid line',
    outdoor: 'outdoors',
    discharge: 'discharge',
  },
  lowSide: 'low side',
  highSide: 'high side',
  freezes: 'coil freezes below',
}

export const targetSourceWords: Record<TargetSource, string> = {
  plate: 'read off this unit’s label',
  label: 'from the model’s label',
  commonRule: 'by the common rule',
  typed: 'typed, with a reason',
}

/** A probability in words: never a full hundred or nothing at all. */
export const sureWords = (probability: number) =>
  probability > 0.995 ? 'over 99 %' : probability < 0.005 ? 'under 1 %' : `${Math.round(probability * 100)} %`

/** The verdict in a word. */
export const verdictWord = ({
  verdict,
  nearEnough,
  danger,
  probabilityIn,
}: {
  readonly verdict: ChargeVerdict
  readonly nearEnough?: boolean
  readonly danger?: boolean
  readonly probabilityIn?: number
}): string =>
  danger
    ? 'Danger'
    : nearEnough
      ? probabilityIn !== undefined && probabilityIn < EVEN
        ? 'Near enough'
        : 'Probably in'
      : verdictWords[verdict]

/** less likely in than out: instruments too coarse for the tolerance */
const EVEN = 0.5

/** How sure the verdict is: “probably in, 81 %, by these instruments”. Empty without a probability. */
export function howSureWords({
  verdict,
  nearEnough,
  danger,
  probabilityIn,
}: {
  readonly verdict: ChargeVerdict
  readonly nearEnough?: boolean
  readonly danger?: boolean
  readonly probabilityIn?: number
}): string {
  if (probabilityIn === undefined) return ''
  const inside = sureWords(probabilityIn)
  if (danger) return 'whatever it reads, a danger comes first'
  if (nearEnough)
    return probabilityIn < EVEN
      ? `best estimate in, though these instruments make only ${inside} of it`
      : `probably in, ${inside}, by these instruments`
  if (verdict === 'in') return `in, ${inside} likely by these instruments`
  if (verdict === 'out') return `out, ${sureWords(1 - probabilityIn)} likely by these instruments`
  return `more likely out than in, by these instruments: ${inside} that it is in`
}

/** Why this quantity decides, in a sentence. */
export const methodWords: Record<Extract<Target, { ok: true }>['because'], string> = {
  orificeBySuperheat:
    'A piston meters whatever pressure pushes, so superheat shows the charge; its target follows the weather.',
  valveBySubcooling:
    'An expansion valve holds its own superheat, so only subcooling shows the charge; superheat says whether the valve works.',
}

/** What a unit's ports don't give in the mode that runs, and what would. */
export const notReadWords: Record<NotReadable, string> = {
  noTrueSuction:
    'No true suction port was seen: in heating the vapour port carries hot discharge gas, so superheat isn’t read. A port between reversing valve and compressor would give it.',
  liquidPortTwoPhase:
    'This unit’s liquid port lies behind the device that meters now and carries liquid and gas mixed: no subcooling there. A port before that device would give it; without one the scale decides.',
  liquidPortUnknown:
    'Nobody looked at the outdoor device and on which side of it the liquid port lies: what it reads isn’t known. Say it in the drawing of the hoses.',
}

/** Why there is no target, and where to find one; limits are the profile's, in the units in use. */
export function noTargetWords(
  reason: Extract<Target, { ok: false }>['reason'],
  system: UnitSystem,
  profile: MethodProfile = customaryProfile,
): string {
  const span = (low: Habit, high: Habit) => `${temperature(low, system)} to ${temperature(high, system)}`
  switch (reason) {
    case 'noMetering':
      return 'Look at the indoor coil: piston or expansion valve? It decides how the charge is judged.'
    case 'superheatOnValve':
      return 'An expansion valve holds its superheat whatever the charge, so no superheat target can set it. Charge to the label’s subcooling.'
    case 'subcoolingOnOrifice':
      return 'Behind a piston, subcooling follows the weather and not only the charge. Charge to the target superheat.'
    case 'sourceNotAllowed':
      return `The method “${profile.name}” doesn’t allow that source of a target. Take the model’s label, or choose another method with a reason.`
    case 'bandUnderFloor':
      return 'The label’s target with its tolerance lies at or under zero. Read the label again.'
    case 'needsOrientation':
      return 'The label’s figure depends on how the indoor coil lies. Choose its orientation under Prepare.'
    case 'needsIndoorModel':
      return 'The label’s figure depends on the indoor unit. Type its model under Prepare.'
    case 'rowNotOnLabel':
      return 'The label has no figure for this indoor unit or orientation. Look in the maker’s literature, and add the line to the model.'
    case 'needsReturn':
      return 'The label’s chart needs the return dry bulb.'
    case 'needsLiquidPressure':
      return 'The label’s table needs the liquid pressure.'
    case 'outsideChart':
      return 'Today lies outside the label’s chart, and a chart isn’t stretched. Weigh in only, and come back in other weather.'
    case 'blankCell':
      return 'The maker left this part of the chart blank: don’t set the charge in these conditions.'
    case 'humidityOutsideChart':
      return `The label’s dry-bulb chart holds from ${showText('ratio', profile.chartHumidityLow.si, system)} to ${showText('ratio', profile.chartHumidityHigh.si, system)} humidity indoors. Use a wet-bulb chart, or come back.`
    case 'noLabelTarget':
      return 'An expansion valve is charged to the label’s subcooling. Look on the outdoor plate, inside the access panel, or in the installation sheet. There is no default.'
    case 'noOutdoorDevice':
      return 'In heating the device at the outdoor coil meters. Look what it is, and say so in the drawing of the hoses.'
    case 'noHeatingTarget':
      return 'The label has no figure for heating. Nothing is set by this reading: weigh in, and set the charge in cooling on a day that fits.'
    case 'noTrueSuction':
      return notReadWords.noTrueSuction
    case 'liquidPortTwoPhase':
      return notReadWords.liquidPortTwoPhase
    case 'liquidPortUnknown':
      return notReadWords.liquidPortUnknown
    case 'noSuperheatSource':
      return 'Choose where the superheat target comes from, under Prepare.'
    case 'noTypedTarget':
      return 'Type the target superheat and its reason, under Prepare.'
    case 'needsWetBulb':
      return 'The target needs the return wet bulb, or dry bulb and humidity.'
    case 'needsOutdoor':
      return 'The target needs the air temperature entering the condenser.'
    case 'outdoorOutsideRule':
      return `The common rule holds from ${span(profile.ruleOutdoorLowK, profile.ruleOutdoorHighK)} outdoors. Weigh in only, and come back in other weather.`
    case 'wetBulbOutsideRule':
      return `The common rule holds from ${span(profile.ruleWetBulbLowK, profile.ruleWetBulbHighK)} return wet bulb. Weigh in only, and come back in other weather.`
    case 'wetBulbAboveDryBulb':
      return 'Wet bulb is above dry bulb: measure both again.'
    case 'targetBelowFloor':
      return `The target falls under ${difference(profile.superheatFloorK, system)}: these conditions are outside what the orifice can do. Don’t charge today.`
    case 'notANumber':
      return 'A temperature for the rule can’t be read.'
  }
}

export const temperature = (habit: Habit, system: UnitSystem) => showText('temperature', habit.si, system)
export const difference = (habit: Habit, system: UnitSystem) => showText('temperatureDifference', habit.si, system)

export const workingWords: Record<WorkingCode, { title: string; formula: string }> = {
  suctionAbsolute: { title: 'Suction pressure, absolute', formula: 'gauge + atmosphere at this elevation' },
  liquidAbsolute: { title: 'Liquid pressure, absolute', formula: 'gauge + atmosphere at this elevation' },
  evaporating: { title: 'Evaporating', formula: 'dew temperature at suction pressure' },
  condensing: { title: 'Condensing', formula: 'bubble temperature at liquid pressure' },
  superheat: { title: 'Superheat', formula: 'suction line − evaporating' },
  subcooling: { title: 'Subcooling', formula: 'condensing − liquid line' },
  targetCommonRule: { title: 'Target superheat', formula: '(3 × wet bulb − 80 − outdoors) ÷ 2, all in °F' },
  targetLabel: { title: 'Target subcooling', formula: 'from the label' },
  targetChart: { title: 'Target', formula: 'from the model’s chart, between the lit cells' },
  targetTable: { title: 'Target', formula: 'from the model’s table' },
  uncertainty: { title: 'Uncertainty (one standard)', formula: 'root of the sum of squares; shares of it below' },
  expectedSplit: { title: 'Split this air should give', formula: 'a healthy coil and fan on return air like this' },
  approach: { title: 'Approach', formula: 'liquid line − outdoors' },
  freezeMargin: { title: 'Margin to freezing', formula: 'the coil’s mean − freezing' },
  coilMean: { title: 'Mean of the coil', formula: 'midpoint of dew and bubble at suction pressure' },
  condenserMean: { title: 'Mean of the condenser', formula: 'midpoint of bubble and dew at liquid pressure' },
  targetTyped: { title: 'Target superheat', formula: 'typed, with a reason' },
  requiredSuctionLine: { title: 'Suction line to aim for', formula: 'evaporating + target superheat' },
  requiredLiquidLine: { title: 'Liquid line to aim for', formula: 'condensing − target subcooling' },
  wetBulb: { title: 'Return wet bulb', formula: 'from dry bulb, humidity and site pressure' },
  split: { title: 'Temperature split', formula: 'return − supply' },
  rise: { title: 'Temperature rise', formula: 'supply − return' },
  condensingOverReturn: { title: 'Condensing over return', formula: 'the condenser’s mean − return' },
  evaporatingUnderOutdoor: { title: 'Outdoor coil under the air', formula: 'outdoors − the coil’s mean' },
  condensingOverOutdoor: { title: 'Condensing over outdoor', formula: 'the condenser’s mean − outdoors' },
}

export const inputWords = (input: UncertainInput) =>
  input === 'refrigerantData' ? 'refrigerant data' : channelWords[input]

function shareWords() {
  const inputs = [...(Object.keys(channelWords) as ReadingChannel[]), 'refrigerantData'] as const
  return Object.fromEntries(inputs.map((i) => [`share.${i}`, inputWords(i)])) as Record<
    `share.${UncertainInput}`,
    string
  >
}

export const termWords: Record<TermName, string> = {
  suctionGauge: 'suction gauge',
  liquidGauge: 'liquid gauge',
  atmosphere: 'atmosphere',
  elevation: 'elevation',
  suctionAbsolute: 'suction, absolute',
  liquidAbsolute: 'liquid, absolute',
  evaporating: 'evaporating',
  condensing: 'condensing',
  suctionLine: 'suction line',
  liquidLine: 'liquid line',
  returnWetBulb: 'return wet bulb',
  returnDryBulb: 'return dry bulb',
  returnHumidity: 'return humidity',
  supply: 'supply',
  outdoor: 'outdoors',
  target: 'target',
  toleranceLow: 'in from',
  toleranceHigh: 'in to',
  freezing: 'freezing',
  coilInlet: 'at its inlet, bubble',
  coilMean: 'mean of the coil',
  condenserDew: 'where it begins to condense, dew',
  condenserMean: 'mean of the condenser',
  ...shareWords(),
}

export const verdictWords: Record<ChargeVerdict, string> = {
  in: 'In',
  out: 'Out',
  tooClose: 'Too close to call',
  none: 'No verdict',
}

/** Safety where it applies: one line a stage. Local codes and a licensed person's judgement come first. */
export const safetyWords = {
  pressureTest:
    'Dry nitrogen through a regulator and a relief valve only: never oxygen, never shop air. Nobody bends over a pressurised joint.',
  prepare: 'Lock out and prove dead before you open a panel. Recover, never vent.',
  vacuum: 'Never run or test-megger a compressor under vacuum. Keep the service valves shut until the decay passes.',
  weighIn:
    'Gloves and eye protection. Purge the hose before the system valve opens. Never heat a cylinder with a flame.',
  recovery:
    'Recovery by who is licensed for it, where the law asks for that. Into recovery cylinders to four fifths at the most, refrigerants apart, never into the air. Gloves, eyes covered.',
  refit:
    'Never a flammable refrigerant into equipment that isn’t listed for it. Lock out, prove dead, discharge the capacitor; nitrogen flows while you braze. The maker’s conversion guide and a licensed person come first.',
  weighInFlammable:
    'Flammable refrigerant: ventilate, no ignition source, detector on. Room size and charge limit by the standard in force where you are.',
  startUp: 'Fans start by themselves and discharge lines burn. Open the suction valve first, then the liquid valve.',
  handOver: 'Local codes, the equipment’s listing and a licensed person’s judgement come before anything written here.',
} as const
