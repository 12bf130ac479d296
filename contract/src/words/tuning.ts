import {
  formatNumber,
  recordedChannel,
  showText,
  type ChargeGate,
  type Conclusion,
  type FaultCause,
  type ManifoldSetting,
  type PlausibilityCause,
  type PlausibilityChannel,
  type PlausibilityCheck,
  type PlausibilityCode,
  type PredictedRange,
  type ProbeJump,
  type RankedCause,
  type Reason,
  type SettlingResult,
  type StepAdvice,
  type StepReason,
  type Symptom,
  type SystemChannel,
  type UnitSystem,
  type Unparted,
} from '@zetesis/core'
import { recordedWords } from './channels'

export const causeOfFaultWords: Record<FaultCause, string> = {
  none: 'Nothing wrong',
  undercharge: 'Too little charge',
  nearlyEmpty: 'Nearly empty: gas at the liquid port',
  overcharge: 'Too much charge',
  restriction: 'A blocked drier',
  lineRestriction: 'A restricted liquid line',
  starvedDevice: 'The metering device starves the coil',
  overfeeding: 'The metering device overfeeds',
  weakCompressor: 'A worn compressor',
  lowAirflow: 'Too little air over the indoor coil',
  dirtyCondenser: 'A dirty condenser',
  air: 'Air in the system',
  coldOutdoors: 'Too cold outdoors to feed the orifice',
}

const causeNouns: Record<FaultCause, string> = {
  none: 'a sound system',
  undercharge: 'too little charge',
  nearlyEmpty: 'a nearly empty system',
  overcharge: 'too much charge',
  restriction: 'a blocked drier',
  lineRestriction: 'a restricted line',
  starvedDevice: 'a starving metering device',
  overfeeding: 'an overfeeding metering device',
  weakCompressor: 'a worn compressor',
  lowAirflow: 'too little air',
  dirtyCondenser: 'a dirty condenser',
  air: 'air in the system',
  coldOutdoors: 'the cold',
}
/** The likeliest causes, where nothing that was read tells them apart. */
export const unpartedHead = 'Too little charge, or something starves the coil'
export const unpartedText = ({ probability }: Unparted) =>
  `${percent(probability)} together. Low-side readings alone can’t tell them apart.`

/** “A restriction or a starving metering device? Feel, then measure …” */
export const separatingWords = ([a, b]: readonly [FaultCause, FaultCause], symptom: Symptom) =>
  `${capital(causeNouns[a])} or ${causeNouns[b]}? ${askWords[symptom]}`

/** What to do about it, where it isn't the charge. */
export const causeActWords: Record<FaultCause, string | undefined> = {
  none: undefined,
  undercharge: 'Check what was weighed in. If that is right, look for the leak.',
  nearlyEmpty: 'Find the leak, recover what is left, and weigh in the whole charge: small steps don’t get there.',
  overcharge: undefined,
  restriction: 'Change the drier; charge won’t mend it.',
  lineRestriction: 'Open the valves to the stop, look for a kink, clean the screen; charge won’t mend it.',
  starvedDevice: 'Check valve, bulb and screen, or the piston’s size against the table; charge won’t mend it.',
  overfeeding: 'Check that the bulb sits tight, insulated, in its place, or the piston’s size.',
  weakCompressor: 'Compare current and pressures with the maker’s table; a licensed person decides.',
  lowAirflow: 'Filter, coil, blower speed, registers: before any charge.',
  dirtyCondenser: 'Wash the coil and look at the fan: before any charge.',
  air: 'Recover, evacuate and weigh in anew: bleeding it off doesn’t get it out.',
  coldOutdoors: 'Leave the weighed charge and come back on a warm day.',
}

export const symptomWords: Record<Symptom, string> = {
  superheat: 'superheat',
  subcooling: 'subcooling',
  evaporating: 'evaporating temperature',
  condensingOver: 'condensing over outdoors',
  split: 'temperature split',
  amps: 'current',
  restPressure: 'standing pressure',
  drierDrop: 'temperature lost over the drier',
  lineDrop: 'temperature lost along the line',
  weighed: 'charge by weight',
}

/** How a reading that isn't there yet is taken. */
export const askWords: Record<Symptom, string> = {
  superheat: 'Put gauge and clamp on the suction side.',
  subcooling: 'Put gauge and clamp on the liquid side.',
  evaporating: 'Read suction pressure and the return’s wet bulb.',
  condensingOver: 'Read liquid pressure and outdoor air.',
  split: 'Read return and supply air.',
  amps: 'Clamp the compressor’s current, and type the plate’s rated one.',
  restPressure:
    'Stop it, wait until both sides are level, and compare the pressure with saturation at the air outdoors and in the house.',
  drierDrop: 'Feel, then measure the liquid line before and after the drier.',
  lineDrop: 'Follow the liquid line by hand, then measure it at the outdoor unit and right before the metering device.',
  weighed: 'Weigh what goes in against label and line set.',
}

const signed = (si: number, system: UnitSystem, symptom: Symptom) => {
  const text =
    symptom === 'amps' ? `${formatNumber(Math.abs(si), 0)} %` : showText('temperatureDifference', Math.abs(si), system)
  return `${text} ${si < 0 ? 'low' : 'high'}`
}

const lostWhere: { readonly [S in Symptom]?: string } = { drierDrop: 'over the drier', lineDrop: 'along the line' }

/** less than this is no deviation to speak of: K, amps in % */
const HARDLY = { k: 0.25, percent: 2 }

/** “subcooling 6.2 °F low”, or “standing pressure over saturation as it should be”. */
export function reasonText({ symptom, deviation }: Reason, system: UnitSystem): string {
  const hardly = Math.abs(deviation) < (symptom === 'amps' || symptom === 'weighed' ? HARDLY.percent : HARDLY.k)
  if (symptom === 'weighed')
    return hardly
      ? 'right by weight'
      : `${formatNumber(Math.abs(deviation), 0)} % ${deviation < 0 ? 'short' : 'over'} by weight`
  const where = lostWhere[symptom]
  if (where)
    return `${deviation < HARDLY.k ? 'nothing' : showText('temperatureDifference', deviation, system)} lost ${where}`
  return `${symptomWords[symptom]} ${hardly ? 'as it should be' : signed(deviation, system, symptom)}`
}

const percent = (p: number) => (p > 0.99 ? 'over 99 %' : `${formatNumber(100 * p, 0)} %`)

/** “likely 87 %: superheat 17 °F high, subcooling 6 °F low”. */
export function rankedText({ probability, reasons }: RankedCause, system: UnitSystem): string {
  const why = reasons.map((r) => reasonText(r, system)).join(', ')
  return `${percent(probability)}${why ? `: ${why}` : ''}`
}

const codeWords: Record<PlausibilityCode, string> = {
  absurd: 'gives a value that no system has',
  suctionNotBelowLiquid: 'Suction pressure isn’t below liquid pressure',
  suctionLineNotCooler: 'The suction line isn’t cooler than the liquid line',
  dischargeNotHottest: 'The discharge line isn’t the hottest',
  supplyNotBelowReturn: 'Supply air isn’t cooler than return air',
  liquidBelowOutdoor: 'The liquid line is colder than the outdoor air',
  negativeSubcooling: 'The liquid line is hotter than the condenser',
  negativeSuperheat: 'The suction line is colder than the evaporator',
  condensingNotOverOutdoor: 'Condensing temperature isn’t above outdoor air',
  evaporatingNotBelowSupply: 'Evaporating temperature isn’t below supply air',
  wetBulbOverDryBulb: 'The wet bulb is above the dry bulb',
  suctionLineOverReturn: 'The suction line is warmer than return air',
  heatsInsteadOfCooling: 'It heats instead of cooling',
  coolsInsteadOfHeating: 'It cools instead of heating',
  supplyNotOverReturn: 'Supply air isn’t warmer than return air though it heats',
  evaporatingNotUnderOutdoor: 'The outdoor coil isn’t colder than the air outdoors though it heats',
  condensingNotOverReturn: 'Condensing temperature isn’t above the air of the house though it heats',
  suctionLineOverOutdoor: 'The suction line is warmer than the air outdoors though it heats',
  linesDisagreeAtRest: 'Standing, both lines should read the same',
  restPressureLow: 'Standing pressure is below saturation at the colder of outdoors and house',
  restPressureHigh: 'Standing pressure is above saturation at the warmer of outdoors and house',
  notRunning: 'It isn’t pumping: both sides are level',
  highSideShut: 'Both gauges read the suction side',
}

const causeWords: Record<PlausibilityCause, string> = {
  probeLost: 'a probe off or lost',
  wrongUnit: 'a probe in another unit',
  clampsSwapped: 'line clamps exchanged',
  hosesSwapped: 'hoses exchanged',
  airProbesSwapped: 'air probes exchanged',
  clampLoose: 'a loose clamp',
  clampInSun: 'a clamp in the sun',
  clampNearJoint: 'a clamp near a joint or the compressor',
  probeInSun: 'the outdoor probe in the sun',
  probeInDischargeAir: 'the outdoor probe in discharge air',
  probeOnGrille: 'the supply probe on the face of a grille',
  gaugeNotZeroed: 'a gauge not zeroed',
  wrongRefrigerant: 'another refrigerant than chosen',
  nonCondensable: 'air in the system',
  notRunning: 'the compressor not running',
  thermostatSatisfied: 'the thermostat satisfied',
  highSideShut: 'the high side’s hose shut and drawn down',
  reversed: 'the reversing valve or its wire the wrong way round',
  defrosting: 'a defrost that runs',
  clampAtReversingValve: 'the clamp too near the reversing valve, or on the vapour line',
  notYetLevel: 'not yet at one temperature',
  wetWick: 'the wet bulb’s wick dry or in draught',
  emptySystem: 'little or no refrigerant in it',
  flooding: 'liquid that reaches the compressor',
  nearlyEmpty: 'a nearly empty system, gas at the liquid port',
  restrictionBeforeClamp: 'a restriction before the clamp',
}

/** What a channel of the plausibility checks is called. */
export const plausibleChannelWords = (channel: PlausibilityChannel) => {
  const known = recordedChannel(channel)
  return known ? recordedWords[known] : 'Wet bulb'
}

/** One failed check: what can't be, then its causes, likeliest first. */
export function checkWords({ code, channels, causes }: PlausibilityCheck): string {
  const what = code === 'absurd' ? `${plausibleChannelWords(channels[0]!)} ${codeWords.absurd}` : codeWords[code]
  return `${what}. Look for: ${causes.map((c) => causeWords[c]).join(', ')}.`
}

export const swapWords = (a: PlausibilityChannel, b: PlausibilityChannel) =>
  `${plausibleChannelWords(a)} and ${plausibleChannelWords(b).toLowerCase()} hang the wrong way round: exchanged, everything fits.`

export function jumpWords({ channel, wrongUnit }: ProbeJump): string {
  return wrongUnit
    ? `${recordedWords[channel]} jumped: the probe came back in another unit. Set it back.`
    : `${recordedWords[channel]} jumped: look whether the probe still sits.`
}

/** The manifold's own menu stands on another refrigerant. */
export function manifoldWords({ shownK, expectedK, probably }: ManifoldSetting, chosen: string, system: UnitSystem) {
  const t = (k: number) => showText('temperature', k, system)
  return `It shows ${t(shownK)} where ${chosen} has ${t(expectedK)}${probably ? `: it is set to ${probably}` : ': it is set to another refrigerant'}. Set it to what the plate says; here the pressures count.`
}

const conclusionWords: Record<Conclusion, string> = {
  verdict: 'the verdict and the next step',
  superheat: 'superheat',
  subcooling: 'subcooling',
  target: 'the target, which follows the weather',
  window: 'whether today may decide',
  split: 'the temperature split',
  head: 'condensing over outdoors',
  current: 'what the current would tell',
}
/** “Nothing from suction line, so this falls away: superheat. The rest goes on.” */
export function lostWords(missing: readonly SystemChannel[], lost: readonly Conclusion[]): string {
  const names = missing.map((c) => recordedWords[c].toLowerCase()).join(', ')
  if (lost.length === 0) return `Nothing from ${names}; no conclusion needs it.`
  return `Nothing from ${names}, so this falls away: ${lost.map((c) => conclusionWords[c]).join(', ')}. The rest goes on.`
}

/** Why a logged reading doesn't decide, and what to do as long as anything may be done; nothing where it decides. */
export function notDecidingWords(
  { settled, chargeChanged }: { readonly settled: boolean; readonly chargeChanged?: boolean },
  sealed: boolean,
): string | undefined {
  if (settled) return undefined
  const why = chargeChanged ? 'The charge changed since this reading.' : 'Read before it had settled.'
  return sealed ? why : `${why} Take another.`
}

export const settlingWords: Record<SettlingResult['state'], string> = {
  settling: 'Settling',
  settled: 'Settled',
  hunting: 'Hunting',
  disturbed: 'Disturbed',
}

/** What the state means for a reading. */
export function settlingText({ state, minutesLeft, periodS, amplitudeK }: SettlingResult, system: UnitSystem): string {
  const left = minutesLeft === undefined ? '' : `about ${Math.max(1, Math.ceil(minutesLeft))} min left`
  switch (state) {
    case 'settled':
      return 'Nothing moves any more: this reading may decide.'
    case 'settling':
      return left ? `${capital(left)}. What you log before is marked.` : 'What you log before is marked.'
    case 'hunting':
      return `It swings by ±${showText('temperatureDifference', amplitudeK ?? 0, system)} every ${formatNumber(periodS ?? 0, 0)} s: means of whole swings are used. The valve is a finding of its own.`
    case 'disturbed':
      return `It had settled and was upset: ${left || 'wait until it settles again'}.`
  }
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`

/** What to look at first, where a look answers it. */
const firstWords: { readonly [C in FaultCause]?: string } = {
  starvedDevice: 'compare piston or valve with the label, and measure over the drier, first',
  restriction: 'measure the liquid line before and after the drier first',
  lineRestriction: 'follow the liquid line by hand, valves and all, and measure it before the metering device',
  overfeeding: 'look at bulb, valve or piston first',
  dirtyCondenser: 'look at the condenser first',
  lowAirflow: 'see to filter, coil and blower first',
  air: 'compare its standing pressure first',
}

/** Why nothing should be added (or taken out) now. */
export function gateWords(gate: ChargeGate, system: UnitSystem): string {
  switch (gate.code) {
    case 'contradiction':
      return 'The readings contradict each other: mend that first.'
    case 'noTarget':
      return 'There is no target to charge to.'
    case 'outsideWindow':
      return gate.outdoorK === undefined
        ? 'Outdoor air isn’t measured: nobody knows whether today may decide.'
        : `${showText('temperature', gate.outdoorK, system)} outdoors is outside the method’s window: leave the weighed charge, log it, and come back on a day that fits.`
    case 'indoorsOutsideWindow':
      return `${showText('temperature', gate.returnK, system)} indoors is outside the method’s window: give it a normal load, or leave the weighed charge and come back.`
    case 'headTooLow':
      return `${gate.outdoorK === undefined ? 'It is too cold' : `At ${showText('temperature', gate.outdoorK, system)} outdoors the head is too low`} to feed the orifice: a high superheat is the weather’s, whatever the charge. Leave the weighed charge, and come back on a warm day.`
    case 'coilFreezing':
      return 'The coil is below freezing: see to filter, coil and airflow first, and let the ice melt.'
    case 'drierBlocked':
      return `${showText('temperatureDifference', gate.dropK, system)} are lost over the drier: change it before any charge.`
    case 'notSettled':
      return 'It hasn’t settled: wait.'
    case 'airflowNotKnownGood':
      return 'Filter, coil and airflow haven’t been seen to, and it reads as if they might be it. One tap once they are.'
    case 'condenserNotKnownClean':
      return 'Condenser and its fan haven’t been seen to, and it reads as if they might be it. One tap once they are.'
    case 'deviceNotCompared':
      return gate.metering === 'fixedOrifice'
        ? 'The piston hasn’t been compared with the label: a coil that starves or floods reads like charge.'
        : 'The valve hasn’t been compared with the label, nor bulb and screen looked at: a coil that starves or floods reads like charge.'
    case 'soundLikelier':
      return `It reads a little out, yet that nothing is wrong is likelier (${percent(gate.probability)}): log it as it is, or read with finer instruments.`
    case 'otherCauseLeads': {
      const what = `${causeOfFaultWords[gate.cause]}: ${percent(gate.probability)}`
      return gate.asks
        ? `${what}. It costs less to look than to charge in vain: ${firstWords[gate.cause] ?? 'settle that first'}.`
        : `${what}. ${causeActWords[gate.cause] ?? 'Settle that first.'}`
    }
    case 'wrongOrifice': {
      const d = (k: number) => showText('temperatureDifference', Math.abs(k), system)
      const size = (n: number | undefined) => (n === undefined ? '' : ` ${formatNumber(n, 0)}`)
      const next = gate.nextThousandths
        ? ` Next size: ${formatNumber(gate.nextThousandths, 0)} thousandths, ${gate.nextFrom === 'reckoned' ? 'as reckoned' : 'by this reading'}; the maker’s table wins. Pump down, change it, evacuate the low side, and log it under Refit.`
        : ' Take the next size by the maker’s table.'
      return gate.side === 'narrow'
        ? `The orifice${size(gate.fittedThousandths)} is too narrow for this refrigerant: superheat ${d(gate.offK)} beyond the tolerance although ${d(gate.subcoolingK)} of liquid stand before it. Charge doesn’t mend that.${next}`
        : `The orifice${size(gate.fittedThousandths)} is too wide for this refrigerant: superheat ${d(gate.offK)} under the tolerance with ${d(gate.subcoolingK)} of liquid before it. Taking out doesn’t mend that.${next}`
    }
    case 'onlyOneCoil':
      return 'A short charge shows on both coils. Only one shows it here, so look for something else first.'
  }
}

const perOunce = (kPerKg: number, system: UnitSystem) =>
  system === 'ip'
    ? `${formatNumber(Math.abs(kPerKg) * 0.0283495 * 1.8, 2)} °F an ounce`
    : `${formatNumber(Math.abs(kPerKg) * 0.1, 2)} K per 100 g`

export function stepReasonWords(reason: StepReason, system: UnitSystem): string {
  const d = (k: number) => showText('temperatureDifference', k, system)
  switch (reason.code) {
    case 'notSettled':
      return 'It hasn’t settled.'
    case 'noReading':
      return 'The reading that decides is missing.'
    case 'inBand':
      return `${d(reason.valueK)} lies in the band of ${d(reason.lowK)} to ${d(reason.highK)}.`
    case 'stepsDontMove':
      return `${reason.steps === 2 ? 'Two steps' : `${reason.steps} steps together`} moved it by ${d(reason.movedK)} where ${d(reason.expectedK)} were due: it isn’t the charge.`
    case 'withinUncertainty':
      return `${d(reason.offK)} off the target can’t be told from it with these instruments (standard uncertainty ${d(reason.standardK)}): a better one decides, not more charge.`
    case 'toNearEdge':
      return `${d(reason.distanceK)} from the band. ${reason.ownSteps > 0 ? (reason.ownSteps === 1 ? 'The last step moved it' : `The last ${reason.ownSteps} steps moved it`) : 'Such units move'} ${perOunce(reason.slopeKPerKg, system)}; this step goes ${formatNumber(100 * reason.fraction, 0)} % of the way`
    case 'capped':
      return `at most ${showText('mass', reason.capKg, system)} at a time`
    case 'leastStep':
      return `no less than ${showText('mass', reason.leastKg, system)} can be read`
    case 'underTarget':
      return 'under the target'
    case 'byWeight':
      return `Label, line set and scale say ${showText('mass', reason.shortKg, system)} are missing, within ${showText('mass', 2 * reason.standardKg, system)}; the reading can’t say better.`
  }
}

/** The advice in a word and an amount. */
export function adviceHead({ action, amountKg }: StepAdvice, system: UnitSystem): string {
  switch (action) {
    case 'add':
      return `Add ${showText('mass', amountKg ?? 0, system)}`
    case 'remove':
      return `Take out ${showText('mass', amountKg ?? 0, system)}`
    case 'wait':
      return 'Wait'
    case 'stop':
      return 'No charge'
  }
}

const range = ({ valueK, lowK, highK }: PredictedRange, system: UnitSystem) =>
  `${showText('temperatureDifference', valueK, system)} (${showText('temperatureDifference', lowK, system)} to ${showText('temperatureDifference', highK, system)})`

/** “Then: superheat 21.0 °F (18.2 °F to 23.8 °F), subcooling …”. */
export function predictedText(predicted: StepAdvice['predicted'], system: UnitSystem): string | undefined {
  const parts = [
    predicted?.superheat && `superheat ${range(predicted.superheat, system)}`,
    predicted?.subcooling && `subcooling ${range(predicted.subcooling, system)}`,
  ].filter(Boolean)
  return parts.length > 0 ? `Then: ${parts.join(', ')}` : undefined
}
