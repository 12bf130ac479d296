import { recordedWords } from '@zetesis/contract'
import {
  channelTable,
  systemChannels,
  timeChart,
  type ChannelSide,
  type Scene,
  type SystemChannel,
  type SystemTrace,
  type TimeMark,
  type TimeSeries,
  type Tone,
  type TuningEvent,
  type TuningRun,
} from '@zetesis/core'
import { memo, useMemo, useRef, useState } from 'react'
import { PanResponder, View } from 'react-native'
import { XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { Several } from '@/ui/Several'
import { useStable } from '@/ui/useStable'
import { Heading, Soft } from '@/ui/Words'
import type { LiveAnswer } from '@/workers/live.worker'

/** How far a chart looks back, and how far it was moved. */
export interface ChartSpan {
  readonly lastS?: number
  readonly backS: number
}

const tones: Record<SystemChannel, { tone: Tone; dash?: readonly number[] }> = {
  suctionPressure: { tone: 'low' },
  liquidPressure: { tone: 'high' },
  suctionLine: { tone: 'low' },
  liquidLine: { tone: 'high' },
  discharge: { tone: 'out' },
  returnDryBulb: { tone: 'ink' },
  returnHumidity: { tone: 'ink' },
  supply: { tone: 'ink', dash: [4, 3] },
  outdoor: { tone: 'soft' },
  staticPressure: { tone: 'ink' },
  voltage: { tone: 'soft' },
  amps: { tone: 'copper' },
  lowSaturation: { tone: 'low', dash: [2, 3] },
  highSaturation: { tone: 'high', dash: [2, 3] },
  drierOut: { tone: 'high', dash: [6, 3] },
  deviceIn: { tone: 'high', dash: [1, 3] },
}
const dimensionOf = (c: SystemChannel) => channelTable[c].dimension as TimeSeries['dimension']
/** low and high side are told apart by a mark and a word, not by hue alone */
const marksOfSides: { readonly [S in ChannelSide]?: string } = { low: '▽ ', high: '△ ' }
const lineName = (c: SystemChannel) => `${marksOfSides[channelTable[c].side] ?? ''}${recordedWords[c].toLowerCase()}`
const titles: Partial<Record<TimeSeries['dimension'], string>> = {
  gaugePressure: 'Pressures',
  temperature: 'Temperatures',
  ratio: 'Humidity',
  staticPressure: 'Static pressure',
  voltage: 'Voltage',
  current: 'Current',
}
const WIDTH = 358
const NARROWEST_S = 120

/** The chosen channels over time, a chart a kind; a finger moves them, two fingers or the buttons widen. */
export const TimeCharts = memo(function TimeCharts({
  answer,
  tuning,
  trace = tuning.trace,
  channels,
  onChannels,
  span,
  onSpan,
}: {
  answer: LiveAnswer
  tuning: TuningRun
  /** the recording that is drawn; the last one unless said */
  trace?: SystemTrace
  channels: readonly SystemChannel[]
  onChannels: (channels: readonly SystemChannel[]) => void
  span: ChartSpan
  onSpan: (span: ChartSpan) => void
}) {
  const { fromS, toS, endS } = answer
  const whole = toS - fromS
  const widen = useStable((times: number) => {
    const lastS = Math.max(NARROWEST_S, (span.lastS ?? Math.max(endS, NARROWEST_S)) * times)
    onSpan(lastS >= endS ? { backS: 0 } : { lastS, backS: Math.min(span.backS, endS - lastS) })
  })
  const move = useStable((seconds: number) =>
    onSpan({ ...span, backS: Math.min(Math.max(span.backS + seconds, 0), Math.max(endS - whole, 0)) }),
  )
  const moveHalf = useStable((times: number) => move((times * whole) / 2))
  return (
    <Card testID="time-charts">
      <Heading>Over time</Heading>
      <Fingers whole={whole} onMove={move} onWiden={widen}>
        <Charts answer={answer} tuning={tuning} trace={trace} channels={channels} />
      </Fingers>
      <Controls onWiden={widen} onMove={moveHalf} channels={channels} onChannels={onChannels} />
    </Card>
  )
})

/** A chart a kind of channel. */
function Charts({
  answer: { series, fromS, toS },
  tuning,
  trace,
  channels,
}: {
  answer: LiveAnswer
  tuning: TuningRun
  trace?: SystemTrace
  channels: readonly SystemChannel[]
}) {
  const { system } = useSettings()
  const marks = useMemo(() => marksOf(tuning, trace), [tuning, trace])
  const dimensions = [...new Set(channels.map(dimensionOf))]
  return (
    <YStack gap="$2">
      {series
        ? dimensions.map((dimension) => {
            const mine = channels.filter((c) => dimensionOf(c) === dimension)
            const scene = timeChart({
              series: mine.map((c) => ({ name: lineName(c), dimension, ...tones[c], points: series[c] ?? [] })),
              marks,
              fromS,
              toS,
              system,
              width: WIDTH,
              height: 170,
            })
            return <Chart key={dimension} dimension={dimension} scene={scene} />
          })
        : null}
    </YStack>
  )
}

const Chart = drawn(function Chart({ dimension, scene }: { dimension: TimeSeries['dimension']; scene: Scene }) {
  const title = titles[dimension] ?? 'Channels'
  return (
    <YStack>
      <Soft>{title}</Soft>
      <SceneView scene={scene} label={`${title} over time`} testID={`chart-${dimension}`} />
    </YStack>
  )
})

/** The same at every second. */
const Controls = drawn(function Controls({
  onWiden,
  onMove,
  channels,
  onChannels,
}: {
  onWiden: (times: number) => void
  /** by so many halves of what is shown */
  onMove: (halves: number) => void
  channels: readonly SystemChannel[]
  onChannels: (channels: readonly SystemChannel[]) => void
}) {
  const [choosing, setChoosing] = useState(false)
  return (
    <>
      <XStack gap="$2">
        <Press grow testID="chart-narrow" onPress={() => onWiden(0.5)}>
          Closer
        </Press>
        <Press grow testID="chart-wide" onPress={() => onWiden(2)}>
          Wider
        </Press>
      </XStack>
      <XStack gap="$2">
        <Press grow testID="chart-earlier" onPress={() => onMove(1)}>
          Earlier
        </Press>
        <Press grow testID="chart-later" onPress={() => onMove(-1)}>
          Later
        </Press>
      </XStack>
      <Disclosure
        title="Channels"
        summary={channels.map((c) => recordedWords[c].toLowerCase()).join(', ')}
        open={choosing}
        onToggle={() => setChoosing(!choosing)}
        testID="choose-channels"
      >
        <Several
          label="Channels"
          options={systemChannels.map((value) => ({ value, label: recordedWords[value] }))}
          values={channels}
          onChange={(v) => onChannels(v as readonly SystemChannel[])}
          testID="chart-channels"
        />
      </Disclosure>
    </>
  )
})

/** One finger sideways moves, two pinch; up and down stays the page's. */
function Fingers({
  whole,
  onMove,
  onWiden,
  children,
}: {
  whole: number
  onMove: (seconds: number) => void
  onWiden: (times: number) => void
  children: React.ReactNode
}) {
  const acts = useRef({ whole, onMove, onWiden })
  const start = useRef({ apart: 0, x: 0 })
  acts.current = { whole, onMove, onWiden }
  const pan = useMemo(
    () =>
      PanResponder.create({
        onMoveShouldSetPanResponder: (event, { dx, dy }) =>
          event.nativeEvent.touches.length > 1 || (Math.abs(dx) > 8 && Math.abs(dx) > Math.abs(dy)),
        onPanResponderGrant: () => {
          start.current = { apart: 0, x: 0 }
        },
        onPanResponderMove: (event, { dx }) => {
          const [a, b] = event.nativeEvent.touches
          if (a && b) {
            const apart = Math.hypot(a.pageX - b.pageX, a.pageY - b.pageY)
            if (start.current.apart > 0 && Math.abs(apart / start.current.apart - 1) > 0.1) {
              acts.current.onWiden(start.current.apart / apart)
              start.current.apart = apart
            } else if (start.current.apart === 0) start.current.apart = apart
            return
          }
          const moved = dx - start.current.x
          if (Math.abs(moved) < 6) return
          start.current.x = dx
          acts.current.onMove((moved / WIDTH) * acts.current.whole)
        },
      }),
    [],
  )
  return <View {...pan.panHandlers}>{children}</View>
}

const eventLooks: Record<TuningEvent['what'], { readonly text: string; readonly tone: Tone }> = {
  started: { text: 'start', tone: 'ink' },
  stepIn: { text: 'in', tone: 'copper' },
  stepOut: { text: 'out', tone: 'copper' },
  reading: { text: 'read', tone: 'soft' },
  disturbed: { text: 'upset', tone: 'close' },
  exchanged: { text: 'probes', tone: 'close' },
  lookedInto: { text: 'looked', tone: 'soft' },
  cameOff: { text: 'off', tone: 'ink' },
}

/** Everything that happened, on the recording's clock. */
function marksOf({ clock, events }: TuningRun, trace: SystemTrace | undefined): TimeMark[] {
  if (!trace) return []
  const begun = clock.runMs(trace.begunMs)
  return events
    .map(({ what, atMs }) => ({ timeS: (clock.runMs(atMs) - begun) / 1000, ...eventLooks[what] }))
    .filter((m) => m.timeS >= 0)
}
