import {
  customaryProfile,
  habitKeys,
  habitSpecs,
  instrumentKinds,
  orientations,
  readingChannels,
  sheetShapes,
  type BookProblem,
  type DraftProblem,
  type Finding,
  type FindingCode,
  type InstrumentProblem,
  type LabelProblem,
  type NoTarget,
  type ProfileProblem,
  type TableProblem,
} from '@zetesis/core'
import {
  accuracyWords,
  bookEntryWords,
  bookProblemWords,
  channelWords,
  entryWords,
  findingWords,
  groupWords,
  habitProblemWords,
  habitWords,
  inputWords,
  instrumentProblemWords,
  instrumentWords,
  labelProblemWords,
  noTargetWords,
  orientationWords,
  profileProblemWords,
  sheetProblemWords,
  sheetWords,
  sureWords,
  tableProblemWords,
  termWords,
  workingWords,
} from './index'

/** A sentence a lead can act on: it begins with a capital or a figure, ends, and nothing in it is missing. */
function isSentence(words: string): void {
  expect(words).toMatch(/^[A-Z0-9“±−◐]/)
  expect(words).toMatch(/[.?)]$/)
  expect(words).not.toMatch(/undefined|NaN|\[object|\$\{/)
}

describe('a sentence for everything that core says', () => {
  const codes: Record<FindingCode, true> = {
    impossible: true,
    heatsInsteadOfCooling: true,
    coilInletFreezes: true,
    pressureOutsideData: true,
    negativeSuperheat: true,
    negativeSubcooling: true,
    suctionAboveLiquidPressure: true,
    suctionLineAboveLiquidLine: true,
    supplyAboveReturn: true,
    supplyBelowReturn: true,
    condensingBelowOutdoor: true,
    superheatUnderFloor: true,
    superheatNearFloor: true,
    coilBelowFreezing: true,
    coolOutdoors: true,
    hotOutdoors: true,
    outdoorNotMeasured: true,
    heatingIsACheck: true,
    coolsInsteadOfHeating: true,
    evaporatingAboveOutdoor: true,
    condensingBelowReturn: true,
    suctionLineAboveOutdoor: true,
    outdoorCoilFarUnder: true,
    condensingFarOverReturn: true,
    'notRead.noTrueSuction': true,
    'notRead.liquidPortTwoPhase': true,
    'notRead.liquidPortUnknown': true,
    indoorsOutsideWindow: true,
    liquidLineBelowOutdoor: true,
    evaporatingOffHabit: true,
    condensingNearOutdoor: true,
    condensingFarOverOutdoor: true,
    highSplit: true,
    lowSplit: true,
    valveSuperheatOffHabit: true,
    coilMayFreeze: true,
    bubbleAndDewDiffer: true,
    humidityUnknownOnChart: true,
    suctionOffLabel: true,
    liquidOffLabel: true,
    staticOverLabel: true,
    ampsOverRated: true,
    voltageOff: true,
    capacitorOff: true,
    coilsSayShort: true,
    coilsSayStarved: true,
    coilsSayOver: true,
    coilsSayOverfed: true,
    coilsSayAirflow: true,
    coilsSayHighHead: true,
    'instrument.overdue': true,
    'instrument.noCheckDate': true,
    'instrument.neverZeroed': true,
    'instrument.zeroedLongAgo': true,
    instrumentUnknown: true,
    lineByInfrared: true,
  }
  it.each(Object.keys(codes) as FindingCode[])('finding %s', (code) => {
    const finding: Finding = {
      code,
      severity: 'note',
      consequence: 'lookFirst',
      values: [{ name: 'superheat', dimension: 'temperatureDifference', si: 5 }],
      habits: [],
      instrument: 'Clamp pair',
    }
    for (const system of ['ip', 'si'] as const) {
      const words = findingWords(finding, system, customaryProfile)
      isSentence(words)
      expect(words).toContain(system === 'ip' ? '(superheat 9.0 °F)' : '(superheat 5.0 K)')
    }
    if (code.startsWith('instrument.')) expect(findingWords(finding, 'ip', customaryProfile)).toContain('Clamp pair')
  })

  const reasons: Record<NoTarget, true> = {
    noMetering: true,
    superheatOnValve: true,
    subcoolingOnOrifice: true,
    noLabelTarget: true,
    noOutdoorDevice: true,
    noHeatingTarget: true,
    noTrueSuction: true,
    liquidPortTwoPhase: true,
    liquidPortUnknown: true,
    noSuperheatSource: true,
    sourceNotAllowed: true,
    noTypedTarget: true,
    needsWetBulb: true,
    needsOutdoor: true,
    bandUnderFloor: true,
    notANumber: true,
    outdoorOutsideRule: true,
    wetBulbOutsideRule: true,
    wetBulbAboveDryBulb: true,
    targetBelowFloor: true,
    needsOrientation: true,
    needsIndoorModel: true,
    rowNotOnLabel: true,
    needsReturn: true,
    needsLiquidPressure: true,
    outsideChart: true,
    blankCell: true,
    humidityOutsideChart: true,
  }
  it.each(Object.keys(reasons) as NoTarget[])('no target: %s', (reason) => {
    isSentence(noTargetWords(reason, 'ip', customaryProfile))
    isSentence(noTargetWords(reason, 'si', customaryProfile))
  })

  it('what is wrong with a chart or a table', () => {
    const problems: DraftProblem[] = [
      { code: 'noColumns', path: 'columns' },
      { code: 'noRows', path: 'rows' },
      { code: 'empty', path: 'cells' },
      { code: 'notRising', path: 'columns.1', value: -4 },
      { code: 'repeated', path: 'columns.1', value: 75 },
      { code: 'ragged', path: 'cells.0', wanted: 4, found: 3 },
      { code: 'unknownUnit', path: 'columns', unit: 'furlong' },
      { code: 'notPositive', path: 'cells.0.0' },
      { code: 'humidityWrongWay', path: 'humidityHigh' },
      { code: 'unreadable', path: 'cells.0.0', problem: { code: 'notANumber', text: 'x' } },
      { code: 'otherUnit', path: 'cells.0.0', unit: 'K', wanted: '°F' },
      { code: 'blankAxis', path: 'columns.0' },
    ]
    problems.forEach((p) => isSentence(sheetProblemWords(p)))
    const tables: TableProblem[] = [
      { code: 'empty' },
      { code: 'ragged', line: 3, wanted: 5, found: 4 },
      { code: 'wrongRows', wanted: 1, found: 2 },
      { code: 'wrongRows', wanted: 2, found: 1 },
      { code: 'mixedUnits', units: ['°F', 'K'] },
    ]
    tables.forEach((p) => isSentence(tableProblemWords(p)))
    expect(sheetProblemWords(problems[3]!)).toMatch(/^−4 comes after/)
  })

  it('what is wrong with a label, an instrument or a method', () => {
    const label: LabelProblem[] = [
      { code: 'noName', path: 'name' },
      { code: 'notPositive', path: 'charge' },
      { code: 'wrongWayRound', path: 'outdoorHigh' },
      { code: 'emptyTable', path: 'tables.0' },
      { code: 'noItemName', path: 'items.0.name' },
      { code: 'twiceInTable', path: 'tables.0.rows.1' },
      { code: 'sheet', path: 'sheets.0.cells', problem: { code: 'empty', path: 'cells' } },
    ]
    const instrument: InstrumentProblem[] = [
      { code: 'noName', path: 'name' },
      { code: 'noAccuracy', path: 'accuracies' },
      { code: 'notPositive', path: 'accuracies.0.k' },
      { code: 'noFullScale', path: 'accuracies.0.fullScale' },
      { code: 'dueBeforeCheck', path: 'dueOn' },
    ]
    const profile: ProfileProblem[] = [
      { code: 'noName', path: 'name' },
      { code: 'noSource', path: 'superheatOrder' },
      { code: 'noSource', path: 'decayHoldS' },
      { code: 'wrongWayRound', path: 'indoorLowK', low: 'indoorLowK', high: 'indoorHighK' },
      { code: 'notANumber', path: 'decayHoldS' },
      { code: 'outOfLimits', path: 'decayHoldS', low: { value: 1, unit: 'min' }, high: { value: 24, unit: 'h' } },
    ]
    label.forEach((p) => isSentence(labelProblemWords(p)))
    instrument.forEach((p) => isSentence(instrumentProblemWords(p)))
    profile.forEach((p) => isSentence(profileProblemWords(p)))
    expect(habitProblemWords({ code: 'outOfLimits', low: { value: 1, unit: 'min' } })).toBe('This is at least 1 min.')
    expect(habitProblemWords({ code: 'outOfLimits', high: { value: 5, unit: '%' } })).toBe('This is at most 5 %.')
    const book: BookProblem[] = [
      { code: 'future', path: 'at' },
      { code: 'readyProfile', path: 'profile.id' },
      { code: 'badLabel', path: 'label.name', problem: label[0]! },
      { code: 'badInstrument', path: 'instrument.name', problem: instrument[0]! },
      { code: 'badProfile', path: 'profile.name', problem: profile[0]! },
    ]
    book.forEach((p) => isSentence(bookProblemWords(p)))
  })
})

describe('names', () => {
  it('stand for every habit, group, instrument, orientation, chart and channel, and none twice', () => {
    const names = habitKeys.map((key) => habitWords[key])
    expect(new Set(names).size).toBe(names.length)
    for (const key of habitKeys) expect(groupWords[habitSpecs[key].group]).toMatch(/\w/)
    for (const kind of instrumentKinds) expect(instrumentWords[kind]).toMatch(/\w/)
    for (const o of orientations) expect(orientationWords[o]).toMatch(/\w/)
    for (const shape of sheetShapes) expect(sheetWords[shape].title).toMatch(/\w/)
    for (const channel of readingChannels) {
      expect(channelWords[channel]).toMatch(/\w/)
      expect(termWords[`share.${channel}`]).toBe(inputWords(channel))
    }
    for (const { title, formula } of Object.values(workingWords)) expect(`${title}${formula}`).toMatch(/\w{3}/)
  })
  it('print an accuracy as its maker does', () => {
    const stated = 'rectangular' as const
    const percent = (value: number) => ({ value, unit: '%' }) as const
    const q = (value: number, unit: string) => ({ value, unit })
    expect(
      accuracyWords({
        dimension: 'gaugePressure',
        ofFullScale: percent(1),
        fullScale: q(500, 'psig'),
        resolution: q(5, 'psig'),
        stated,
      }),
    ).toBe('±1 % of 500 psig, steps of 5 psig')
    expect(accuracyWords({ dimension: 'vacuum', ofReading: percent(10), absolute: q(10, 'micron'), stated })).toBe(
      '±(10 % of reading + 10 micron)',
    )
    expect(accuracyWords({ dimension: 'temperature', absolute: q(0.3, 'K'), stated: 'expanded' })).toBe('±0.3 K, k = 2')
  })
  it('never call a probability certain', () => {
    expect([1, 0.996, 0.95, 0.5, 0.004, 0].map(sureWords)).toEqual([
      'over 99 %',
      'over 99 %',
      '95 %',
      '50 %',
      'under 1 %',
      'under 1 %',
    ])
  })
  it('tell a line of the log and of the book as a person would', () => {
    const at = '2026-07-14T12:00:00.000Z'
    const base = { v: 1, id: '3f0c2f6e-8a50-4b0a-9a5e-0d6f0b8f4a11', at, writtenAt: at } as const
    const habit = 'subcoolingToleranceK'
    expect(
      entryWords({ ...base, kind: 'override', habit, quantity: { value: 1, unit: '°F' }, reason: 'asked for' }),
    ).toBe('Subcooling tolerance, ± for this unit: 1 °F, asked for')
    expect(entryWords({ ...base, kind: 'override', habit, reason: 'as before' })).toBe(
      'Subcooling tolerance, ± back to the method: as before',
    )
    expect(
      entryWords({ ...base, kind: 'label', modelId: base.id, version: base.id, label: { name: 'Brask 48' } }),
    ).toBe('Label taken: Brask 48')
    expect(bookEntryWords({ ...base, kind: 'zeroed', instrumentIds: [base.id] })).toBe('An instrument zeroed')
    expect(bookEntryWords({ ...base, kind: 'retired', what: 'profile', itemId: 'x' })).toBe('A method put away')
    expect(bookEntryWords({ ...base, kind: 'modelSaved', modelId: base.id, label: { name: 'Brask 48' } })).toBe(
      'Model saved: Brask 48',
    )
  })
})
