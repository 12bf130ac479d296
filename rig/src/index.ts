export * from './random'
export * from './vacuum/gauge'
export * from './vacuum/conditions'
export * from './vacuum/vacuumRig'
