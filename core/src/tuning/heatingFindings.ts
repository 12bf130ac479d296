import { unitCircuit } from '../heatpump/circuit'
import { readableIn } from '../heatpump/readable'
import { below, type Circumstances, type When } from './finding'

/** What both coils and the ports say in heating. A high subcooling isn't among it: the indoor coil holds liquid back. */
export function inHeating({ facts, label, measured: m, profile }: Circumstances, when: When): void {
  for (const why of readableIn('heating', unitCircuit(facts, label)).why) when(true, 'note', `notRead.${why}`)
  const d = 'temperatureDifference'
  when(
    below(profile.heatingEvaporatingMostK.si, m.evaporatingUnderOutdoorK),
    'note',
    'outdoorCoilFarUnder',
    [['evaporatingUnderOutdoor', d, m.evaporatingUnderOutdoorK]],
    ['heatingEvaporatingMostK'],
  )
  when(
    below(profile.heatingCondensingMostK.si, m.condensingOverReturnK),
    'note',
    'condensingFarOverReturn',
    [['condensingOverReturn', d, m.condensingOverReturnK]],
    ['heatingCondensingMostK'],
  )
}
