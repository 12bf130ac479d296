export * from './random'
export * from './vacuum/gauge'
export * from './vacuum/spec'
export * from './vacuum/vacuumRig'
