import { circuitText, modeWords, safetyWords } from '@zetesis/contract'
import { circuitPicture, type ChargeMode, type CircuitPart, type CircuitPort } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { YStack } from 'tamagui'
import { CircuitDrawing } from '@/charts/CircuitDrawing'
import { Caution } from '@/ui/Caution'
import { Choice } from '@/ui/Choice'
import { Body, Soft } from '@/ui/Words'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { ChangeOverCard } from './ChangeOverCard'
import { HosesCard } from './HosesCard'
import { PartCard } from './PartCard'
import { PortList } from './PortList'
import { partWords } from './words'

/** Where each hose and clamp goes on this very unit, in the mode that it runs in. */
export function PortsPage() {
  return <UnitPage title="Where the hoses go" render={(unit) => <Ports key={unit.unitId} unit={unit} />} />
}

const modes = [
  { value: 'cooling', label: 'Cooling' },
  { value: 'heating', label: 'Heating' },
] as const
const drawingWords = {
  indoors: 'indoors',
  outdoors: 'outdoors',
  cold: 'cold coil',
  hot: 'hot coil',
  reversingValve: 'reversing valve',
  compressor: 'comp.',
}

function Ports({ unit }: { unit: UnitHandle }) {
  const { heatPump, facts } = unit.view
  const { circuit, known } = heatPump
  const [looked, setLooked] = useState<ChargeMode>()
  const [chosen, setChosen] = useState<CircuitPart>()
  const mode = circuit.heatPump ? (looked ?? heatPump.mode) : 'cooling'
  const picture = useMemo(
    () => circuitPicture({ circuit, known, mode, words: drawingWords, ...(chosen ? { chosen } : {}) }),
    [circuit, known, mode, chosen],
  )
  const said = circuitText(known)
  return (
    <YStack gap="$4">
      {circuit.heatPump ? (
        <Choice
          label={
            mode === heatPump.mode ? 'As it runs' : `It runs in ${modeWords[heatPump.mode].toLowerCase()}; this shows`
          }
          options={modes}
          value={mode}
          onChange={(next) => setLooked(next ?? mode)}
          testID="shown-mode"
        />
      ) : facts.mode === undefined ? (
        <Body testID="mode-unknown">
          Say under Prepare whether it is a heat pump: this shows it as one that only cools.
        </Body>
      ) : null}
      {picture ? (
        <CircuitDrawing
          picture={picture}
          label={`The circuit in ${mode}`}
          partLabel={(part) => partWords[part]}
          chosen={chosen}
          onTap={(part) => setChosen(part === chosen ? undefined : part)}
        />
      ) : null}
      {chosen ? (
        <PartCard key={chosen} unit={unit} part={chosen} />
      ) : (
        <Soft>Tap a port or a part: what nobody looked at asks.</Soft>
      )}
      <PortList
        unit={unit}
        mode={mode}
        chosen={chosen}
        onChoose={(port: CircuitPort) => setChosen(port === chosen ? undefined : port)}
      />
      <HosesCard unit={unit} />
      {circuit.heatPump ? <ChangeOverCard unit={unit} /> : null}
      {said ? <Soft testID="circuit-said">{`Known of it: ${said}.`}</Soft> : null}
      <Caution>{safetyWords.startUp}</Caution>
    </YStack>
  )
}
