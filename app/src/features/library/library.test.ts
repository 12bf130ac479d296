import { parseTable, tableCsv } from '@zetesis/contract'
import {
  customarySpec,
  draftFromTable,
  emptyBook,
  foldBook,
  tableOf,
  type Instrument,
  type ModelLabel,
} from '@zetesis/core'
import { instrumentsFor } from '@/kit/instruments'
import { instrumentDraft, readDate, readInstrument } from './instrumentDraft'
import { methodDraft, readMethod } from './methodDraft'
import { emptySheet, modelDraft, readModel } from './modelDraft'

const label: ModelLabel = {
  name: 'Kelvane 24',
  refrigerant: 'R-454B',
  metering: 'expansionValve',
  charge: { value: 70, unit: 'oz' },
  allowances: [
    { tube: { value: 0.375, unit: 'in' }, allowance: { value: 0.6, unit: 'oz/ft' } },
    { tube: { value: 0.5, unit: 'in' }, allowance: { value: 1.1, unit: 'oz/ft' } },
  ],
  subcoolingTolerance: { value: 1.5, unit: '°F' },
  tables: [{ quantity: 'subcooling', rows: [{ orientation: 'up', cooling: { value: 9, unit: '°F' } }] }],
  sheets: [
    {
      shape: 'superheatGrid',
      mode: 'cooling',
      indoorAxis: 'wetBulb',
      columns: { unit: '°F', values: [75, 85] },
      rows: { unit: '°F', values: [62, 67] },
      cells: {
        unit: '°F',
        values: [
          [17, null],
          [23, 19],
        ],
      },
    },
  ],
}

describe('a model’s form', () => {
  it('gives back the label that it was filled with', () => {
    expect(readModel(modelDraft(label), 'ip')).toEqual({ ok: true, label })
    expect(readModel(modelDraft(label), 'si')).toEqual({ ok: true, label })
  })
  it('collects every problem at its place, and none of them costs what was typed', () => {
    const draft = modelDraft(label)
    const wrong = {
      ...draft,
      name: ' ',
      charge: { text: '5x' },
      tables: [{ ...draft.tables[0]!, rows: [{ ...draft.tables[0]!.rows[0]!, cooling: { text: 'ten' } }] }],
      sheets: [{ ...draft.sheets[0]!, grid: { ...draft.sheets[0]!.grid, columns: ['85', '75'] } }],
    }
    const read = readModel(wrong, 'ip')
    expect(read.ok ? {} : Object.keys(read.problems)).toEqual([
      'charge',
      'tables.0.rows.0.cooling',
      'sheets.0.columns.1',
    ])
    const nameless = readModel({ ...draft, name: ' ' }, 'ip')
    expect(nameless.ok ? {} : nameless.problems).toEqual({ name: 'A model needs its name.' })
    const tubeless = readModel({ ...draft, allowances: [{ tube: '', allowance: { text: '0.6' } }] }, 'ip')
    expect(tubeless.ok ? {} : Object.keys(tubeless.problems)).toEqual(['allowances.0.tube'])
  })
  it('starts an empty chart in the units in use', () => {
    expect(emptySheet('requiredLine', 'si').grid).toMatchObject({
      columnUnit: 'bar',
      cellUnit: '°C',
      columns: ['', '', '', ''],
      rows: [''],
    })
    expect(emptySheet('superheatGrid', 'ip').grid).toMatchObject({ columnUnit: '°F', rowUnit: '°F', cellUnit: '°F' })
  })
})

describe('charts as CSV', () => {
  it('go out and come back, whatever separates the fields', () => {
    const { grid, shape } = modelDraft(label).sheets[0]!
    const csv = tableCsv(tableOf(shape, grid))
    expect(csv.split('\r\n')[0]).toBe('superheatGrid,75 °F,85 °F')
    expect(draftFromTable(shape, parseTable(csv), grid)).toEqual({ ok: true, draft: grid })
    for (const text of [
      'wb;75;85\n62;17;\n67;23;19',
      'wb\t75\t85\n62\t17\t\n67\t23\t19',
      '\ufeff"wb","75","85"\r\n62,17,\r\n67,23,19\r\n',
    ])
      expect(draftFromTable(shape, parseTable(text), grid)).toEqual({ ok: true, draft: grid })
  })
})

describe('an instrument’s form', () => {
  const gauge: Instrument = {
    id: 'g',
    name: 'Analog',
    kind: 'pressureGauge',
    accuracies: [
      {
        dimension: 'gaugePressure',
        ofFullScale: { value: 1, unit: '%' },
        fullScale: { value: 500, unit: 'psig' },
        resolution: { value: 5, unit: 'psig' },
        stated: 'expanded',
        k: 2.5,
      },
    ],
    checkedOn: '2026-03-01',
    dueOn: '2027-03-01',
    zeroedAt: '2026-07-14T07:00:00.000Z',
  }
  it('gives back the instrument that it was filled with', () => {
    expect(readInstrument(instrumentDraft(gauge), 'g', 'ip', gauge.zeroedAt)).toEqual({ ok: true, instrument: gauge })
  })
  it('says what is wrong where it was typed', () => {
    const draft = instrumentDraft(gauge)
    const said = (change: Partial<typeof draft>) => {
      const read = readInstrument({ ...draft, ...change }, 'g', 'ip', undefined)
      return read.ok ? [] : Object.keys(read.problems)
    }
    const own = draft.accuracies.gaugePressure!
    expect(said({ kind: undefined })).toEqual(['kind'])
    expect(said({ dueOn: 'next year' })).toEqual(['dueOn'])
    expect(said({ dueOn: '2025-01-01' })).toEqual(['dueOn'])
    expect(said({ accuracies: {} })).toEqual(['accuracies'])
    expect(said({ accuracies: { gaugePressure: { ...own, ofFullScale: { text: '-1' } } } })).toEqual([
      'accuracies.gaugePressure.ofFullScale',
    ])
    expect(said({ accuracies: { gaugePressure: { ...own, k: '0' } } })).toEqual(['accuracies.gaugePressure.k'])
  })
  it.each([
    ['2026-7-4', '2026-07-04'],
    ['4.7.2026', '2026-07-04'],
    ['7/4/2026', '2026-07-04'],
    ['2026-02-30', undefined],
    ['soon', undefined],
  ])('reads the date %s', (text, date) => expect(readDate(text)).toBe(date))
  it('is named by the channels that were typed, and goes with the reading as it is now', () => {
    const at = '2026-07-14T12:00:00.000Z'
    const book = foldBook(
      [
        {
          seq: 1,
          author: { id: 'a', name: 'A' },
          entry: { v: 1, id: '1', at, writtenAt: at, kind: 'instrumentSaved', instrument: gauge },
        },
      ],
      emptyBook,
    )
    const kit = book.instruments.map((k) => k.value)
    const taken = instrumentsFor(
      { liquidGauge: 'g', suctionGauge: 'gone' },
      { liquidPressure: { value: 350, unit: 'psig' }, suctionPressure: { value: 118, unit: 'psig' } },
      kit,
    )
    expect(taken).toEqual({ instruments: { liquidPressure: 'g' }, kit: [gauge] })
  })
})

describe('a method’s form', () => {
  const own = {
    ...customarySpec,
    id: 'ours',
    name: 'Ours',
    values: { decayHoldS: { quantity: { value: 20, unit: 'min' }, source: 'house rule' } },
  }
  it('gives back the profile, and takes an empty value as the customary one', () => {
    expect(readMethod(methodDraft(own), 'ours')).toEqual({ ok: true, profile: own })
    const emptied = { ...methodDraft(own), values: { decayHoldS: { value: { text: ' ' }, source: 'x' } } }
    expect(readMethod(emptied, 'ours')).toEqual({ ok: true, profile: { ...own, values: {} } })
  })
  it('asks for a source at the value, and refuses what can’t be read', () => {
    const said = (values: ReturnType<typeof methodDraft>['values']) => {
      const read = readMethod({ ...methodDraft(own), values }, 'ours')
      return read.ok ? [] : Object.keys(read.problems)
    }
    expect(said({ decayHoldS: { value: { text: '20', unit: 'min' }, source: '' } })).toEqual(['decayHoldS.source'])
    expect(said({ decayHoldS: { value: { text: 'long', unit: 'min' }, source: 'x' } })).toEqual(['decayHoldS'])
    expect(said({ inProbability: { value: { text: '20', unit: '%' }, source: 'x' } })).toEqual(['inProbability'])
  })
})
