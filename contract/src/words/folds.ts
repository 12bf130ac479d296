/** What is folded on a phone's page, by need. */
export const foldWords = {
  ladder: { title: 'Temperature ladder', summary: 'both sides, saturation and pipes' },
  aim: { title: 'Aim', summary: 'superheat against subcooling, and the steps so far' },
  numbers: { title: 'Numbers', summary: 'each with its working' },
  then: { title: 'Both readings', summary: 'handed over and now, in one weather' },
} as const

/** The cards of Prepare, folded where nothing of them is missing; what the line says where nothing of it is typed. */
export const prepareFoldWords = {
  unit: { title: 'Unit', nothing: 'place, model, serial number' },
  work: { title: 'Work', nothing: 'kind, refrigerant, metering device' },
  line: { title: 'Label and line set', nothing: 'charge, lengths, sizes' },
  target: { title: 'Target', nothing: 'as label or rule says' },
  site: { title: 'Vacuum and site', nothing: 'as the method says' },
} as const
