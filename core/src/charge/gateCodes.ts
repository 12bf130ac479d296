/** What can speak against a charge step; `chargeGates` says each with its values. */
export const chargeGateCodes = [
  'contradiction',
  'noTarget',
  'outsideWindow',
  'coilFreezing',
  'drierBlocked',
  'notSettled',
  'airflowNotKnownGood',
  'otherCauseLeads',
  'onlyOneCoil',
  'indoorsOutsideWindow',
  'headTooLow',
  'wrongOrifice',
  'condenserNotKnownClean',
  'deviceNotCompared',
  'soundLikelier',
] as const
export type ChargeGateCode = (typeof chargeGateCodes)[number]
