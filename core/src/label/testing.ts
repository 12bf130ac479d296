import type { ChargingSheet } from './sheet'

/** For tests: a chart as stickers have it, with the blanks that makers leave. */
export const superheatGrid: ChargingSheet = {
  shape: 'superheatGrid',
  mode: 'cooling',
  indoorAxis: 'wetBulb',
  columns: { unit: '°F', values: [65, 75, 85, 95, 105] },
  rows: { unit: '°F', values: [57, 62, 67, 72] },
  cells: {
    unit: '°F',
    values: [
      [15, 10, 6, null, null],
      [21, 17, 13, 8, 5],
      [27, 23, 19, 15, 11],
      [32, 29, 26, 22, 19],
    ],
  },
}
