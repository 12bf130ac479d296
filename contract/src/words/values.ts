/** What facts say as a value, in words. */
export const valueWords: Readonly<Record<string, string>> = {
  new: 'new',
  retrofit: 'retrofit',
  conversion: 'conversion',
  coolingOnly: 'cooling only',
  heatPump: 'heat pump',
  fixedOrifice: 'piston',
  expansionValve: 'expansion valve',
  commonRule: 'common rule',
  typed: 'typed figure',
  up: 'up',
  down: 'down',
  left: 'horizontal left',
  right: 'horizontal right',
  analog: 'dial gauges',
  digital: 'digital',
}
