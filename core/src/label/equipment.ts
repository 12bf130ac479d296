export type Metering = 'fixedOrifice' | 'expansionValve'

/** How the indoor coil lies: the way the air goes through it. */
export type Orientation = 'up' | 'down' | 'left' | 'right'
export const orientations = ['up', 'down', 'left', 'right'] as const satisfies readonly Orientation[]

export type ChargeMode = 'cooling' | 'heating'
