/** Taking the gauges off a running system, step by step. */
export const comingOffWords = {
  shut: '1. Shut the high side at the unit.',
  draw: '2. Open the manifold’s high side. Crack its low side: the running system draws the hoses down a little at a time.',
  slug: 'Never open both sides wide: a slug of liquid reaches the compressor.',
  soap: '3. Soap both cores, wait, look, blow dry, caps tight.',
  drawDown: 'High side shut, manifold cracked',
  drawnDown: 'Both gauges agree: off now, the low side while it runs.',
  stillOn: 'The log has the gauges still on. Take them off before you seal.',
  wait: 'Until both gauges agree the liquid hose still holds liquid.',
} as const
