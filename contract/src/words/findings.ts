import {
  habitSpecs,
  showText,
  type Finding,
  type FindingValueName,
  type Habit,
  type HabitKey,
  type MethodProfile,
  type UnitSystem,
} from '@zetesis/core'
import { notReadWords, sureWords } from './reading'

const valueNames: Readonly<Record<FindingValueName, string>> = {
  superheat: 'superheat',
  subcooling: 'subcooling',
  suctionLine: 'suction line',
  liquidLine: 'liquid line',
  supply: 'supply',
  return: 'return',
  condensing: 'condensing',
  outdoor: 'outdoors',
  evaporating: 'evaporating',
  coilMean: 'mean of the coil',
  coilInlet: 'at its inlet',
  approach: 'liquid line over outdoors',
  condensingOverOutdoor: 'condensing over outdoors',
  condensingOverReturn: 'condensing over return',
  evaporatingUnderOutdoor: 'outdoors over evaporating',
  split: 'split',
  expectedSplit: 'expected',
  measured: 'measured',
  expected: 'expected',
  rated: 'label',
}

/** What a finding means and what to do, with the method's limits and what was measured, in the units in use. */
export function findingWords(finding: Finding, system: UnitSystem, profile: MethodProfile): string {
  const measured = finding.values.map((v) => `${valueNames[v.name]} ${showText(v.dimension, v.si, system)}`)
  const sentence = sentenceOf(finding, (key) => habitText(key, profile[key], system))
  const { probability } = finding
  const likely = finding.code === 'superheatNearFloor' || finding.code === 'superheatUnderFloor' ? 'likely' : 'sure'
  const sure = probability === undefined ? [] : [`${sureWords(probability)} ${likely}`]
  const beside = [...measured, ...sure]
  return beside.length === 0 ? sentence : `${sentence} (${beside.join(', ')})`
}

const habitText = (key: HabitKey, habit: Habit, system: UnitSystem) =>
  showText(habitSpecs[key].dimension, habit.si, system)

function sentenceOf({ code, instrument = '', assumed, because }: Finding, of: (key: HabitKey) => string): string {
  switch (code) {
    case 'impossible':
      return 'These readings can’t all be true together: no verdict on them until that is mended.'
    case 'pressureOutsideData':
      return 'A pressure lies outside the refrigerant’s data. Check the figure, its unit and the refrigerant.'
    case 'negativeSuperheat':
      return 'Superheat that far below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, or a gauge not zeroed; until that is known, take it for liquid at the compressor.'
    case 'negativeSubcooling':
      return 'Subcooling that far below zero can’t be: wrong refrigerant chosen, a loose or swapped clamp, or a gauge not zeroed. Not a charge fault by itself.'
    case 'suctionAboveLiquidPressure':
      return 'Suction pressure is above liquid pressure: hoses swapped, or the compressor isn’t pumping.'
    case 'suctionLineAboveLiquidLine':
      return 'The suction line is warmer than the liquid line: clamps swapped, or a heat pump that heats.'
    case 'supplyAboveReturn':
      return 'Supply air is warmer than return: probes swapped, or it is heating.'
    case 'supplyBelowReturn':
      return 'Supply air is cooler than return though it should heat: probes swapped, or it is cooling.'
    case 'coolsInsteadOfHeating':
      return 'It cools instead of heating: a defrost that runs, or the reversing valve or its wire the wrong way round. Wait a few minutes; if it goes on, stop the unit, open nothing, close nothing.'
    case 'evaporatingAboveOutdoor':
      return 'In heating the outdoor coil boils under the air outdoors: wrong refrigerant chosen, a defrost, a gauge not zeroed, or the hose hangs elsewhere.'
    case 'condensingBelowReturn':
      return 'In heating the indoor coil condenses over the air of the house: wrong refrigerant chosen, a defrost, or a gauge not zeroed.'
    case 'suctionLineAboveOutdoor':
      return 'In heating suction gas is no warmer than the air outdoors: the clamp sits too near the reversing valve, is loose, or hangs on another pipe.'
    case 'outdoorCoilFarUnder':
      return `The outdoor coil boils more than ${of('heatingEvaporatingMostK')} under the air: frost, dirt, too little air over it, or too little charge.`
    case 'condensingFarOverReturn':
      return `Condensing more than ${of('heatingCondensingMostK')} over return air: filter, coil and blower first, then too much charge.`
    case 'notRead.noTrueSuction':
      return notReadWords.noTrueSuction
    case 'notRead.liquidPortTwoPhase':
      return notReadWords.liquidPortTwoPhase
    case 'notRead.liquidPortUnknown':
      return notReadWords.liquidPortUnknown
    case 'condensingBelowOutdoor':
      return 'Condensing below outdoor air can’t be: wrong refrigerant, gauge not zeroed, or the outdoor probe lies in the sun.'
    case 'superheatUnderFloor':
      return `Superheat under ${of('superheatFloorK')}: liquid may reach the compressor. Don’t add; find out why.`
    case 'superheatNearFloor':
      return `Superheat may be under ${of('superheatFloorK')} already: watch it, and add nothing.`
    case 'heatsInsteadOfCooling':
      return 'It heats instead of cooling: the reversing valve or its wire the wrong way round. Open nothing, close nothing, stop the unit.'
    case 'coilInletFreezes':
      return `The coil’s inlet is under ${of('freezeK')} though its mean isn’t: it freezes there first. Watch it, and look at airflow.`
    case 'coilBelowFreezing':
      return `The coil’s mean is under ${of('freezeK')}: it freezes. Check airflow and filter before any charge.`
    case 'coolOutdoors':
      return `Under ${of('outdoorFloorK')} outdoors a reading doesn’t settle the charge. Weigh in, and come back on a warm day.`
    case 'hotOutdoors':
      return `Over ${of('outdoorCeilingK')} outdoors a reading doesn’t settle the charge. Come back on a cooler day.`
    case 'outdoorNotMeasured':
      return 'Outdoor air wasn’t measured: without it nobody knows whether today’s weather lets a reading settle the charge.'
    case 'heatingIsACheck':
      return 'In heating the label’s figure is a check. Set the charge in cooling, or by weight.'
    case 'indoorsOutsideWindow':
      return `Indoors outside ${of('indoorLowK')} to ${of('indoorHighK')} a reading doesn’t settle the charge: give it a load like a normal day’s.`
    case 'liquidLineBelowOutdoor':
      return 'The liquid line is cooler than outdoor air: look for a clamp off the pipe or a restriction before it.'
    case 'evaporatingOffHabit':
      return `Evaporating usually lies from ${of('evaporatingLowK')} to ${of('evaporatingHighK')}: look at airflow and load.`
    case 'condensingNearOutdoor':
      return `Condensing less than ${of('condensingOverOutdoorLowK')} over outdoor air: low charge, or a compressor that hardly pumps.`
    case 'condensingFarOverOutdoor':
      return 'Condensing far over outdoor air: a dirty outdoor coil, air in the system, or overcharge.'
    case 'highSplit':
      return 'The split is higher than this air should give: suspect low airflow before charge.'
    case 'lowSplit':
      return 'The split is lower than this air should give: too much air, or too little cooling.'
    case 'valveSuperheatOffHabit':
      return `An expansion valve usually holds ${of('valveSuperheatLowK')} to ${of('valveSuperheatHighK')} superheat: check bulb, valve and airflow.`
    case 'coilMayFreeze':
      return 'Cool outdoors and a cool return: the right superheat may still mean a coil below freezing.'
    case 'bubbleAndDewDiffer':
      return 'This blend has glide: superheat is from dew, subcooling from bubble.'
    case 'humidityUnknownOnChart':
      return `The dry-bulb chart holds from ${of('chartHumidityLow')} to ${of('chartHumidityHigh')} humidity indoors, and nobody measured it.`
    case 'suctionOffLabel':
      return 'Suction pressure isn’t what the label expects in this weather.'
    case 'liquidOffLabel':
      return 'Liquid pressure isn’t what the label expects in this weather.'
    case 'staticOverLabel':
      return 'Static pressure is over the label’s maximum: mend the duct or the filter before any charge.'
    case 'ampsOverRated':
      return 'The current is over its rating: find out why before you go on.'
    case 'voltageOff':
      return `Line voltage is more than ${of('voltageTolerance')} off the plate: an electrician first.`
    case 'capacitorOff':
      return `The capacitor is more than ${of('capacitorTolerance')} off its rating: replace it, then read again.`
    case 'coilsSayShort':
      return 'Superheat high and subcooling low: both coils are short of refrigerant. Find the leak before adding.'
    case 'coilsSayStarved':
      return 'Superheat high but subcooling isn’t low: a restriction or a starving metering device, not low charge. Adding only raises the head.'
    case 'coilsSayOver':
      return 'Superheat low and subcooling high: too much refrigerant, or air in it if the standing pressure says so.'
    case 'coilsSayOverfed':
      return 'Superheat and subcooling both low: the metering device overfeeds, its bulb is loose, the piston is wrong, or the compressor is weak. Not charge.'
    case 'coilsSayAirflow':
      return 'Superheat low with normal subcooling, and a cold coil or a wide split: look at airflow, filter and coil first.'
    case 'coilsSayHighHead':
      return 'Subcooling high with normal superheat: overcharge, air in the system, or a dirty condenser.'
    case 'instrument.overdue':
      return `${instrument}: its check is overdue.`
    case 'instrument.noCheckDate':
      return `${instrument}: nobody wrote down when its check is due.`
    case 'instrument.neverZeroed':
      return `${instrument}: nobody wrote down that it was zeroed.`
    case 'instrument.zeroedLongAgo':
      return `${instrument}: zeroed longer ago than ${of('zeroedWithinS')}.`
    case 'lineByInfrared':
      return `A line read by infrared isn’t a line temperature: bare copper shows its surroundings, ±${of('infraredLineK')} and more. Tape it black, or clamp on.`
    case 'instrumentUnknown':
      return assumed === 'analog'
        ? `${because === 'unanswered' ? 'Nobody said what it was read with, so it' : 'What isn’t named'} counts as dial gauges: ±${of('analogLowSidePa')} and ±${of('analogHighSidePa')}, ±${of('analogLineK')} on a pipe.${because === 'unanswered' ? ' One tap says otherwise.' : ''}`
        : `${because === 'divisions' ? 'Nobody said what it was read with. It was read finer than a dial shows, so it' : 'What isn’t named'} counts as an ordinary digital set: ±${of('digitalPressureShare')} of a pressure, ±${of('digitalLineK')} on a pipe.`
  }
}
