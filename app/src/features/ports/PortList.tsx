import {
  carriedWords,
  clampWords,
  portGivesWords,
  portLeftOutWords,
  portPlaceWords,
  portWords,
} from '@zetesis/contract'
import {
  expectedSides,
  formatNumber,
  fromSi,
  notForLowGauge,
  portsLeftOut,
  portsOf,
  portStates,
  preferredUnit,
  showText,
  toSi,
  type ChargeMode,
  type CircuitPort,
  type PortState,
  type UnitSystem,
} from '@zetesis/core'
import { Button, Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { inkOf } from '@/ui/Banner'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** the days that makers rate by, where nobody measured today's */
const USUAL_K = { cooling: 308.15, heating: 281.483 } as const
const INDOORS_K = { cooling: 299.82, heating: 294.26 } as const

/** Every port with what it carries, what it reads and what can be computed there; the dangerous ones say so first. */
export function PortList({
  unit,
  mode,
  chosen,
  onChoose,
}: {
  unit: UnitHandle
  mode: ChargeMode
  chosen: string | undefined
  onChoose: (port: CircuitPort) => void
}) {
  const { system } = useSettings()
  const { heatPump, facts, method, elevationM, reading, heating } = unit.view
  const { circuit } = heatPump
  const states = portStates(circuit, mode)
  const left = portsLeftOut(circuit, mode)
  const never = notForLowGauge(circuit, [mode])
  const measured = (mode === 'heating' ? heating : reading)?.judged.outdoorK
  const outdoorK = measured ?? USUAL_K[mode]
  const sides =
    facts.refrigerant &&
    expectedSides({ refrigerant: facts.refrigerant, mode, outdoorK, returnK: INDOORS_K[mode], elevationM }, method)
  const about = (state: PortState) => {
    const pa = state.pressure === 'low' ? sides?.lowGaugePa : sides?.highGaugePa
    return pa === undefined ? '' : ` · about ${roundly(pa, system)}`
  }
  return (
    <YStack gap="$2" role="list">
      {portsOf(circuit).map((port) => {
        const state = states.find((s) => s.port === port)
        const reason = left.find((l) => l.port === port)?.reason
        return (
          <PortRow
            key={port}
            port={port}
            state={state}
            about={state ? about(state) : ''}
            gives={state ? portGivesWords(state, mode) : reason ? portLeftOutWords[reason] : ''}
            danger={state?.carries === 'discharge' || (!state && never.includes(port))}
            open={chosen === port}
            onPress={() => onChoose(port)}
          />
        )
      })}
      <Soft>
        {sides
          ? `Pressures are about those of a sound system at ${showText('temperature', outdoorK, system)} outdoors: to know which gauge hangs where, never a target.`
          : 'With the refrigerant under Prepare, about what each port reads is said, too.'}
      </Soft>
    </YStack>
  )
}

/** a guide, not a figure: to 5 psi, or 20 kPa */
function roundly(pa: number, system: UnitSystem): string {
  const unit = preferredUnit('gaugePressure', system)
  const step = toSi('gaugePressure', { value: 5, unit: 'psig' })
  const value = fromSi('gaugePressure', Math.round(pa / step) * step, unit)
  return `${formatNumber(value, system === 'ip' ? 0 : 1)} ${unit}`
}

function PortRow({
  port,
  state,
  about,
  gives,
  danger,
  open,
  onPress,
}: {
  port: CircuitPort
  state: PortState | undefined
  about: string
  gives: string
  danger: boolean
  open: boolean
  onPress: () => void
}) {
  const valid = (state?.valid.length ?? 0) > 0
  const tone = danger ? '$oxide' : state?.pressure === 'low' ? '$low' : '$high'
  const mark = !state ? '?' : danger ? '◆' : state.pressure === 'low' ? '▽' : '△'
  return (
    <YStack role="listitem">
      <Button
        unstyled
        role="button"
        aria-expanded={open}
        testID={`port-${port}`}
        width="100%"
        minHeight={56}
        padding="$3"
        borderRadius="$3"
        borderWidth={2}
        borderColor={open ? '$ink' : danger ? '$oxideWash' : '$rule'}
        backgroundColor={danger ? '$oxideWash' : '$card'}
        hoverStyle={{ borderColor: '$copper', backgroundColor: danger ? '$oxideWash' : '$card' }}
        cursor="pointer"
        onPress={onPress}
      >
        <YStack width="100%" alignItems="flex-start" gap="$1">
          <XStack gap="$2" alignItems="baseline">
            <Text color={tone as '$ink'} fontSize="$5" lineHeight="$5" fontWeight="700">
              {mark}
            </Text>
            <Text color={danger ? '$oxide' : '$ink'} fontSize="$5" lineHeight="$5" fontWeight="700" textAlign="left">
              {portWords[port]}
            </Text>
          </XStack>
          <Soft textAlign="left">{`${portPlaceWords[port]}${state ? ` · ${carriedWords[state.carries]}${about}` : ''}`}</Soft>
          {danger && state ? (
            <Body textAlign="left" fontSize="$3" lineHeight="$3" fontWeight="700" color="$oxide">
              Never the low gauge here
            </Body>
          ) : null}
          <Body
            textAlign="left"
            fontSize="$3"
            lineHeight="$3"
            {...(valid ? { color: inkOf('in'), fontWeight: '700' as const } : {})}
          >
            {valid ? `● ${gives}` : gives}
          </Body>
          {open ? (
            <Body textAlign="left" fontSize="$3" lineHeight="$3" testID={`clamp-${port}`}>
              {clampWords[port]}
            </Body>
          ) : null}
        </YStack>
      </Button>
    </YStack>
  )
}
