import { safetyWords } from '@zetesis/contract'
import { YStack } from 'tamagui'
import { Banner } from '@/ui/Banner'
import { Caution } from '@/ui/Caution'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { CandidatesCard } from './CandidatesCard'
import { DeviceCard } from './DeviceCard'
import { LeftCard } from './LeftCard'
import { ListCard } from './ListCard'
import { PumpDownCard } from './PumpDownCard'
import { OrificeBanner } from './OrificeBanner'

/** While it is open: which refrigerant, what has to be done for it, which orifice or valve. */
export function RefitPage() {
  return <UnitPage title="Refit" render={(unit) => <Refit key={unit.unitId} unit={unit} />} />
}

function Refit({ unit }: { unit: UnitHandle }) {
  const { conversion } = unit.view
  if (!conversion)
    return (
      <Banner metal="none" word="No conversion">
        This unit isn’t converted. The kind of work stands under Prepare.
      </Banner>
    )
  const charged = unit.view.charge.weighedKg > 0
  return (
    <YStack gap="$4">
      <LeftCard unit={unit} conversion={conversion} head />
      <OrificeBanner unit={unit} />
      <CandidatesCard unit={unit} conversion={conversion} charged={charged} />
      <ListCard unit={unit} conversion={conversion} />
      {charged ? <PumpDownCard unit={unit} /> : null}
      <DeviceCard unit={unit} conversion={conversion} />
      {conversion.heatPump ? <DeviceCard unit={unit} conversion={conversion} outdoor /> : null}
      <LeftCard unit={unit} conversion={conversion} />
      <Caution>{safetyWords.refit}</Caution>
      <Gate
        unit={unit}
        stage="refit"
        why="What was left undone is what fails first. Write what, and why it can wait."
      />
    </YStack>
  )
}
