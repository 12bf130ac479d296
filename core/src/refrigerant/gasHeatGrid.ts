/** dew temperatures that the table of gas over its dew point stands at, K: 0 to 140 °F */
export const gasHeatAtK: readonly number[] = [0, 20, 40, 60, 80, 100, 110, 120, 130, 140].map((f) => (f + 459.67) / 1.8)
/** so far over its dew point gas is followed, K: closer together at first, where its heat capacity falls fast */
export const gasOverK: readonly number[] = [4, 8, 16, 24, 40, 64, 96]
/** over its dew point the mean heat capacity is taken so far */
export const GAS_OVER_K = 24
