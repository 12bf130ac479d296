import {
  customaryProfile,
  showText,
  type FindingCode,
  type Habit,
  type LadderWords,
  type MethodProfile,
  type Target,
  type TermName,
  type UnitSystem,
  type WorkingCode,
} from '@zetesis/core'

export const ladderWords: LadderWords = {
  rungs: {
    evaporating: 'evaporating',
    suctionLine: 'suction line',
    return: 'return',
    supply: 'supply',
    condensing: 'condensing',
    liquidLine: 'liquid line',
    outdoor: 'outdoors',
  },
  lowSide: 'low side',
  highSide: 'high side',
  freezes: 'coil freezes below',
}

export const targetSourceWords = {
  label: 'from the label',
  commonRule: 'by the common rule',
  typed: 'typed, with a reason',
} as const

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
    case 'noLabelTarget':
      return 'An expansion valve is charged to the label’s subcooling. Look on the outdoor plate, inside the access panel, or in the installation sheet. There is no default.'
    case 'noSuperheatSource':
      return 'Choose where the superheat target comes from, under Prepare.'
    case 'noTypedTarget':
      return 'Type the target superheat and its reason, under Prepare.'
    case 'needsWetBulb':
      return 'The common rule needs the return wet bulb, or dry bulb and humidity.'
    case 'needsOutdoor':
      return 'The common rule needs the air temperature entering the condenser.'
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

const temperature = (habit: Habit, system: UnitSystem) => showText('temperature', habit.si, system)
const difference = (habit: Habit, system: UnitSystem) => showText('temperatureDifference', habit.si, system)

/** What a finding means and what to do; limits are the profile's, in the units in use. */
export function findingWords(code: FindingCode, system: UnitSystem, profile: MethodProfile = customaryProfile): string {
  switch (code) {
    case 'pressureOutsideData':
      return 'A pressure lies outside the refrigerant’s data. Check the figure, its unit and the refrigerant.'
    case 'negativeSuperheat':
      return 'Superheat below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, or a gauge not zeroed. Not a charge fault.'
    case 'negativeSubcooling':
      return 'Subcooling below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, a gauge not zeroed, or gas in the liquid line. Not a charge fault by itself.'
    case 'suctionAboveLiquidPressure':
      return 'Suction pressure is above liquid pressure: hoses swapped, or the compressor isn’t pumping.'
    case 'suctionLineAboveLiquidLine':
      return 'The suction line is warmer than the liquid line: clamps swapped, or a heat pump that heats.'
    case 'supplyAboveReturn':
      return 'Supply air is warmer than return: probes swapped, or it is heating.'
    case 'condensingBelowOutdoor':
      return 'Condensing below outdoor air can’t be: wrong refrigerant, gauge not zeroed, or the outdoor probe lies in the sun.'
    case 'superheatUnderFloor':
      return `Superheat under ${difference(profile.superheatFloorK, system)}: liquid may reach the compressor. Don’t add; find out why.`
    case 'coilBelowFreezing':
      return `The coil is under ${temperature(profile.freezeK, system)} and freezes. Check airflow and filter before any charge.`
    case 'coolOutdoors':
      return `Under ${temperature(profile.outdoorFloorK, system)} outdoors a reading doesn’t settle the charge. Weigh in, and come back on a warm day.`
    case 'outdoorNotMeasured':
      return 'Outdoor air wasn’t measured: without it nobody knows whether today’s weather lets a reading settle the charge.'
    case 'indoorsOutsideWindow':
      return `Indoors outside ${temperature(profile.indoorLowK, system)} to ${temperature(profile.indoorHighK, system)}: give it a load like a normal day’s.`
    case 'liquidLineBelowOutdoor':
      return 'The liquid line is cooler than outdoor air: look for a clamp off the pipe or a restriction before it.'
    case 'highSplit':
      return `Return − supply is over ${difference(profile.highSplitK, system)}: suspect airflow before charge.`
    case 'valveSuperheatOffHabit':
      return `An expansion valve usually holds ${difference(profile.valveSuperheatLowK, system)} to ${difference(profile.valveSuperheatHighK, system)} superheat: check bulb, valve and airflow.`
    case 'coilMayFreeze':
      return 'Cool outdoors and a cool return: the right superheat may still mean a coil below freezing.'
    case 'bubbleAndDewDiffer':
      return 'This blend has glide: superheat is from dew, subcooling from bubble.'
  }
}

export const workingWords: Record<WorkingCode, { title: string; formula: string }> = {
  suctionAbsolute: { title: 'Suction pressure, absolute', formula: 'gauge + atmosphere at this elevation' },
  liquidAbsolute: { title: 'Liquid pressure, absolute', formula: 'gauge + atmosphere at this elevation' },
  evaporating: { title: 'Evaporating', formula: 'dew temperature at suction pressure' },
  condensing: { title: 'Condensing', formula: 'bubble temperature at liquid pressure' },
  superheat: { title: 'Superheat', formula: 'suction line − evaporating' },
  subcooling: { title: 'Subcooling', formula: 'condensing − liquid line' },
  targetCommonRule: { title: 'Target superheat', formula: '(3 × wet bulb − 80 − outdoors) ÷ 2, all in °F' },
  targetLabel: { title: 'Target subcooling', formula: 'from the label' },
  targetTyped: { title: 'Target superheat', formula: 'typed, with a reason' },
  requiredSuctionLine: { title: 'Suction line to aim for', formula: 'evaporating + target superheat' },
  requiredLiquidLine: { title: 'Liquid line to aim for', formula: 'condensing − target subcooling' },
  wetBulb: { title: 'Return wet bulb', formula: 'from dry bulb, humidity and site pressure' },
  split: { title: 'Temperature split', formula: 'return − supply' },
  condensingOverOutdoor: { title: 'Condensing over outdoor', formula: 'condensing − outdoors' },
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
}

export const verdictWords = { in: 'In', out: 'Out', none: 'No verdict' } as const
export const decayWords = { limit: 'limit', valvedOff: 'valved off', minutes: 'minutes' }

/** Safety where it applies: one line a stage. Local codes and a licensed person's judgement come first. */
export const safetyWords = {
  prepare: 'Lock out and prove dead before you open a panel. Recover, never vent.',
  vacuum: 'Never run or test-megger a compressor under vacuum. Keep the service valves shut until the decay passes.',
  weighIn:
    'Gloves and eye protection. Purge the hose before the system valve opens. Never heat a cylinder with a flame.',
  weighInFlammable: 'Flammable refrigerant: ventilate, no ignition source, detector on.',
  startUp: 'Fans start by themselves and discharge lines burn. Open the suction valve first, then the liquid valve.',
  handOver: 'Local codes, the equipment’s listing and a licensed person’s judgement come before anything written here.',
} as const
