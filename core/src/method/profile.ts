import { toSi } from '../quantity/unit'

/** A habit of the trade: a number with where it comes from. The equipment's label beats every one of them. */
export interface Habit {
  readonly si: number
  readonly source: string
}

export interface MethodProfile {
  readonly name: string
  readonly superheatToleranceK: Habit
  readonly subcoolingToleranceK: Habit
  readonly superheatFloorK: Habit
  readonly highSplitK: Habit
  readonly liquidUnderOutdoorK: Habit
  readonly askAgainSubcoolingBelowK: Habit
  readonly askAgainSubcoolingAboveK: Habit
  readonly valveSuperheatLowK: Habit
  readonly valveSuperheatHighK: Habit
  readonly freezeK: Habit
  readonly outdoorFloorK: Habit
  readonly coolOutdoorsK: Habit
  readonly indoorLowK: Habit
  readonly indoorHighK: Habit
  readonly ruleOutdoorLowK: Habit
  readonly ruleOutdoorHighK: Habit
  readonly ruleWetBulbLowK: Habit
  readonly ruleWetBulbHighK: Habit
  readonly ruleCoolReturnK: Habit
  readonly vacuumTargetPa: Habit
  readonly decayLimitNewPa: Habit
  readonly decayLimitOldPa: Habit
  readonly decayHoldS: Habit
  readonly settleAfterStartS: Habit
  readonly weighInToleranceKg: Habit
  readonly longLineM: Habit
  readonly liquidLineDensityK: Habit
  readonly conversionStartShare: Habit
}

const f = (value: number, source: string): Habit => ({ si: toSi('temperature', { value, unit: '°F' }), source })
const df = (value: number, source: string): Habit => ({
  si: toSi('temperatureDifference', { value, unit: '°F' }),
  source,
})
const micron = (value: number, source: string): Habit => ({ si: toSi('vacuum', { value, unit: 'micron' }), source })
const minutes = (value: number, source: string): Habit => ({ si: value * 60, source })

/** What most crews do where the label is silent. One company can keep its own; the record names the values used. */
export const customaryProfile: MethodProfile = {
  name: 'Customary',
  superheatToleranceK: df(3, 'customary ±3 °F on a fixed orifice'),
  subcoolingToleranceK: df(3, 'customary ±3 °F; newer literature ±1.5 °F'),
  superheatFloorK: df(5, 'below 5 °F at the compressor liquid may reach it'),
  highSplitK: df(23, 'above 18–23 °F the coil gets too little air'),
  liquidUnderOutdoorK: df(2, 'a liquid line more than 2 °F under outdoor air contradicts itself'),
  askAgainSubcoolingBelowK: df(4, 'label targets under 4 °F are rare: read it again'),
  askAgainSubcoolingAboveK: df(17, 'label targets over 17 °F are rare: read it again'),
  valveSuperheatLowK: df(8, 'an expansion valve usually holds 8–14 °F'),
  valveSuperheatHighK: df(14, 'an expansion valve usually holds 8–14 °F'),
  freezeK: f(32, 'condensate freezes on the coil'),
  outdoorFloorK: f(65, 'accepted floor for charging in cooling; 70 °F preferred, 55 °F by some for an orifice'),
  coolOutdoorsK: f(70, 'cooling is judged best from 70 °F outdoors'),
  indoorLowK: f(70, 'indoors 70–80 °F while the charge is judged'),
  indoorHighK: f(80, 'indoors 70–80 °F while the charge is judged'),
  ruleOutdoorLowK: f(55, 'the common rule fits panel charts from 55 °F outdoors'),
  ruleOutdoorHighK: f(115, 'the common rule fits panel charts to 115 °F outdoors'),
  ruleWetBulbLowK: f(50, 'the common rule fits panel charts from 50 °F wet bulb'),
  ruleWetBulbHighK: f(76, 'the common rule fits panel charts to 76 °F wet bulb'),
  ruleCoolReturnK: f(70, 'cool outdoors with a return under 70 °F: the coil may freeze at the right superheat'),
  vacuumTargetPa: micron(500, 'customary: 500 micron or less before valving off'),
  decayLimitNewPa: micron(500, 'customary for new work: stays at or under 500 micron'),
  decayLimitOldPa: micron(1000, 'customary for older, oily systems: stays at or under 1000 micron'),
  decayHoldS: minutes(10, 'customary: hold at least 10 minutes'),
  settleAfterStartS: minutes(10, 'customary: 10–15 minutes from start before a reading decides'),
  weighInToleranceKg: {
    si: toSi('mass', { value: 1, unit: 'oz' }),
    source: 'a customary scale shows half an ounce; two of its steps',
  },
  longLineM: {
    si: toSi('length', { value: 80, unit: 'ft' }),
    source: 'labels often stop at 80 ft: the long-line guideline then',
  },
  liquidLineDensityK: f(100, 'liquid line near 100 °F in normal running, for a computed allowance'),
  conversionStartShare: { si: 0.9, source: 'customary start at 85–95 % of the original charge' },
}
