import {
  showText,
  type ColdAgainst,
  type ColdQuantity,
  type ColdReason,
  type ColdSchool,
  type UnitSystem,
} from '@zetesis/core'
import { notReadWords } from './reading'

export const coldTitles: Record<ColdSchool, string> = {
  weighInOnly: 'Weigh in, come back',
  labelHeating: 'The label’s heating target',
  discharge: 'Discharge temperature',
  restrictedCondenser: 'Restricted condenser',
}

/** What each way costs and how good it is. */
export const coldAbout: Record<ColdSchool, string> = {
  weighInOnly: 'The scale and the label alone. Nothing more today; the safest.',
  labelHeating:
    'In heating, to the label’s own figure for it: ten minutes a step. As good as the label; the fine reading follows on a warm day.',
  discharge:
    'In heating, discharge line against outdoor air and the label’s offset: a few ounces, then ten minutes, again and again. Good to a few degrees of discharge, and less where the label names no offset.',
  restrictedCondenser:
    'In cooling, part of the condenser covered until it condenses as on a warm day; a piston’s superheat is read, a valve’s subcooling. Not exact, watched without a break, and the cover must come off.',
}

export const coldReasonWords: Record<ColdReason, string> = {
  ...notReadWords,
  notAllowed: 'The method in force doesn’t allow it.',
  coolsOnly: 'This unit only cools.',
  runsInCooling: 'It runs in cooling: change over to heating first.',
  runsInHeating: 'It runs in heating: change over to cooling first.',
  labelHasNone: 'The label has no figure for heating.',
  labelOnlyChecks: 'The label’s heating figures are for checking: it doesn’t say that the charge may be set by them.',
  valveHolds: 'An expansion valve meters outdoors: the gas leaves as hot as the head makes it, whatever the charge.',
  outdoorDeviceUnknown: 'Nobody looked yet what meters at the outdoor coil.',
  outdoorUnknown: 'Outdoor air isn’t measured.',
  warmEnough: 'It is warm enough to judge by cooling.',
  indoorsTooCool: 'Indoors it is too cool for a load: warm the house first.',
  indoorsUnknown: 'Return air isn’t measured.',
}

export const coldQuantityWords: Record<ColdQuantity, string> = {
  superheat: 'superheat',
  subcooling: 'subcooling',
  dischargeOverOutdoor: 'discharge over outdoors',
}

/** Why nothing is put in or taken out now. */
export function coldAgainstWords(against: ColdAgainst, system: UnitSystem): string {
  const t = (k: number) => showText('temperature', k, system)
  switch (against.code) {
    case 'contradiction':
      return 'The readings contradict each other: mend that first.'
    case 'notSettled':
      return 'It hasn’t settled: ten minutes a step.'
    case 'noReading':
      return 'What this way reads is missing.'
    case 'noTotal':
      return 'Without the label’s charge nobody knows how much a step is.'
    case 'airflowNotKnownGood':
      return 'Filter, coil and airflow haven’t been seen to: they come before any charge.'
    case 'beyondWeighed': {
      const share = showText('ratio', against.shareAllowed, system)
      return against.action === 'add'
        ? `By the scale the label’s charge is in it. In the cold nothing goes further over it than ${share}: find out why it reads short, or come back on a warm day.`
        : `By the scale no more than the label’s charge is in it. In the cold nothing comes further out of it than ${share}: come back on a warm day.`
    }
    case 'wetSuction':
      return `Superheat at the true suction is ${showText('temperatureDifference', against.superheatK, system)}, under ${showText('temperatureDifference', against.floorK, system)}: liquid enough comes back, and the discharge stands where it does whatever more is in it. It tells nothing of the charge now; leave the weighed charge.`
    case 'readsLow':
      return 'Covered in the cold, superheat reads low whatever the charge: more liquid stands before the orifice than on a warm day. Nothing is taken out on that; leave the weighed charge.'
    case 'readsHigh':
      return 'Behind a valve, subcooling reads a little high with part of the coil covered: what stays open cools the liquid more than on a warm day. Nothing is taken out on that, and In may be slightly short; leave the weighed charge.'
    case 'coverMore':
      return `It condenses at ${t(against.condensingK)}: cover more, until it is about ${t(against.wantedK)}, then let it settle.`
    case 'coverLess':
      return `It condenses at ${t(against.condensingK)}: cover less, until it is about ${t(against.wantedK)}, then let it settle.`
  }
}
