/** dew temperatures that the table of gas heat capacities stands at, K: 0 to 140 °F */
export const gasHeatAtK: readonly number[] = [0, 20, 40, 60, 80, 100, 110, 120, 130, 140].map((f) => (f + 459.67) / 1.8)
/** over its dew point the mean is taken so far */
export const GAS_OVER_K = 24
