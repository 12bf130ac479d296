import { type FindingCode, type LadderWords, type Target, type TermName, type WorkingCode } from '@zetesis/core'

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

/** Why there is no target, and where to find one. */
export function noTargetWords(reason: Extract<Target, { ok: false }>['reason']): string {
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
      return 'The common rule holds from 55 to 115 °F (13 to 46 °C) outdoors. Weigh in only, and come back in other weather.'
    case 'wetBulbOutsideRule':
      return 'The common rule holds from 50 to 76 °F (10 to 24 °C) return wet bulb. Weigh in only, and come back in other weather.'
    case 'wetBulbAboveDryBulb':
      return 'Wet bulb is above dry bulb: measure both again.'
    case 'targetBelowFloor':
      return 'The target falls under 5 °F (2.8 K): these conditions are outside what the orifice can do. Don’t charge today.'
    case 'notANumber':
      return 'A temperature for the rule can’t be read.'
  }
}

export const findingWords: Record<FindingCode, string> = {
  pressureOutsideData:
    'A pressure lies outside the refrigerant’s data. Check the figure, its unit and the refrigerant.',
  negativeSuperheat:
    'Superheat below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, or a gauge not zeroed. Not a charge fault.',
  negativeSubcooling:
    'Subcooling below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, a gauge not zeroed, or gas in the liquid line. Not a charge fault by itself.',
  suctionAboveLiquidPressure:
    'Suction pressure is above liquid pressure: hoses swapped, or the compressor isn’t pumping.',
  suctionLineAboveLiquidLine:
    'The suction line is warmer than the liquid line: clamps swapped, or a heat pump that heats.',
  supplyAboveReturn: 'Supply air is warmer than return: probes swapped, or it is heating.',
  condensingBelowOutdoor:
    'Condensing below outdoor air can’t be: wrong refrigerant, gauge not zeroed, or the outdoor probe lies in the sun.',
  superheatUnderFloor: 'Superheat under 5 °F (2.8 K): liquid may reach the compressor. Don’t add; find out why.',
  coilBelowFreezing: 'The coil is below freezing. Check airflow and filter before any charge.',
  coolOutdoors:
    'Under 65 °F (18 °C) outdoors a reading doesn’t settle the charge. Weigh in, and come back on a warm day.',
  indoorsOutsideWindow: 'Indoors outside 70–80 °F (21–27 °C): give it a load like a normal day’s.',
  liquidLineBelowOutdoor:
    'The liquid line is cooler than outdoor air: look for a clamp off the pipe or a restriction before it.',
  highSplit: 'Return − supply is high: suspect airflow before charge.',
  valveSuperheatOffHabit:
    'An expansion valve usually holds 8–14 °F (4.4–7.8 K) superheat: check bulb, valve and airflow.',
  coilMayFreeze: 'Cool outdoors and a cool return: the right superheat may still mean a coil below freezing.',
  bubbleAndDewDiffer: 'This blend has glide: superheat is from dew, subcooling from bubble.',
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
