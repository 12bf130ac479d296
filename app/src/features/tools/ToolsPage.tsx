import { useRouter } from 'expo-router'
import { XStack, YStack } from 'tamagui'
import { Page } from '@/frame/Page'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft, Title } from '@/ui/Words'
import { AirTool } from './AirTool'
import { CompareTool } from './CompareTool'
import { FourReadings } from './FourReadings'
import { LineTool } from './LineTool'
import { PressureTemperature } from './PressureTemperature'
import { readField } from './read'
import { TargetTool } from './TargetTool'
import { useKept } from './useKept'
import { VacuumTool } from './VacuumTool'

const tools = [
  { value: 'pt', label: 'P ↔ T' },
  { value: 'four', label: 'SH + SC' },
  { value: 'target', label: 'Target' },
  { value: 'air', label: 'Wet bulb' },
  { value: 'line', label: 'Line set' },
  { value: 'vacuum', label: 'Vacuum' },
  { value: 'compare', label: 'Compare' },
] as const
type Tool = (typeof tools)[number]['value']
const needsElevation: readonly Tool[] = ['pt', 'four', 'target', 'air', 'compare']

/** Pocket tools: no job needed, and each opens as it was left. */
export function ToolsPage() {
  const { system } = useSettings()
  const router = useRouter()
  const [{ tool, elevation }, change] = useKept('page', {
    tool: 'pt' as Tool,
    elevation: { text: '0', unit: 'ft' } as QuantityText,
  })
  const site = readField('elevation', elevation, system)
  const elevationM = site.si ?? 0
  return (
    <Page
      back="/"
      head={
        <>
          <Title>Tools</Title>
          <Soft>No job needed</Soft>
        </>
      }
    >
      <Choice
        label="Tool"
        options={tools}
        value={tool}
        onChange={(next) => next && change({ tool: next })}
        testID="pick"
        tight
      />
      <Card>
        {tool === 'pt' ? <PressureTemperature elevation={elevation} elevationM={elevationM} /> : null}
        {tool === 'four' ? <FourReadings elevationM={elevationM} /> : null}
        {tool === 'target' ? <TargetTool elevationM={elevationM} /> : null}
        {tool === 'air' ? <AirTool elevationM={elevationM} /> : null}
        {tool === 'line' ? <LineTool /> : null}
        {tool === 'vacuum' ? <VacuumTool /> : null}
        {tool === 'compare' ? <CompareTool elevationM={elevationM} /> : null}
      </Card>
      {needsElevation.includes(tool) ? (
        <YStack>
          <QuantityField
            label="Site elevation"
            dimension="elevation"
            value={elevation}
            onChange={(next) => change({ elevation: next })}
            problem={site.problem}
            hint="Gauges read against the air of the site."
            testID="tool-elevation"
          />
        </YStack>
      ) : null}
      <XStack>
        <Press look="quiet" onPress={() => router.navigate('/library' as never)} testID="to-library">
          Labels, kit and methods: Library ›
        </Press>
      </XStack>
    </Page>
  )
}
