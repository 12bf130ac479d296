declare module 'psychrolib' {
  interface Psychrolib {
    SI: unknown
    IP: unknown
    SetUnitSystem(system: unknown): void
    GetTWetBulbFromRelHum(dryBulbC: number, relativeHumidity: number, pressurePa: number): number
    GetRelHumFromTWetBulb(dryBulbC: number, wetBulbC: number, pressurePa: number): number
  }
  const psychrolib: Psychrolib
  export default psychrolib
}
