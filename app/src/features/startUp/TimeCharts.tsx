import { recordedWords } from '@zetesis/contract'
import {
  timeChart,
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
import { Disclosure } from '@/ui/Disclosure'
import { Press } from '@/ui/Press'
import { Several } from '@/ui/Several'
import { Heading, Soft } from '@/ui/Words'
import type { LiveAnswer } from '@/workers/live.worker'

/** How far a chart looks back, and how far it was moved. */
export interface ChartSpan {
  readonly lastS?: number
  readonly backS: number
}

const looks: Record<SystemChannel, { tone: Tone; dash?: readonly number[]; dimension: TimeSeries['dimension'] }> = {
  suctionPressure: { tone: 'low', dimension: 'gaugePressure' },
  liquidPressure: { tone: 'high', dimension: 'gaugePressure' },
  suctionLine: { tone: 'low', dimension: 'temperature' },
  liquidLine: { tone: 'high', dimension: 'temperature' },
  discharge: { tone: 'out', dimension: 'temperature' },
  returnDryBulb: { tone: 'ink', dimension: 'temperature' },
  returnHumidity: { tone: 'ink', dimension: 'ratio' },
  supply: { tone: 'ink', dash: [4, 3], dimension: 'temperature' },
  outdoor: { tone: 'soft', dimension: 'temperature' },
  staticPressure: { tone: 'ink', dimension: 'staticPressure' },
  voltage: { tone: 'soft', dimension: 'voltage' },
  amps: { tone: 'copper', dimension: 'current' },
  lowSaturation: { tone: 'low', dash: [2, 3], dimension: 'temperature' },
  highSaturation: { tone: 'high', dash: [2, 3], dimension: 'temperature' },
  drierOut: { tone: 'high', dash: [6, 3], dimension: 'temperature' },
}
/** low and high side are told apart by a mark and a word, not by hue alone */
const sides: { readonly [C in SystemChannel]?: string } = {
  suctionPressure: '▽ ',
  suctionLine: '▽ ',
  lowSaturation: '▽ ',
  liquidPressure: '△ ',
  liquidLine: '△ ',
  discharge: '△ ',
  drierOut: '△ ',
  highSaturation: '△ ',
}
const lineName = (c: SystemChannel) => `${sides[c] ?? ''}${recordedWords[c].toLowerCase()}`
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
  const { system } = useSettings()
  const [choosing, setChoosing] = useState(false)
  const { series, fromS, toS, endS } = answer
  const marks = useMemo(() => marksOf(tuning, trace), [tuning, trace])
  const dimensions = [...new Set(channels.map((c) => looks[c].dimension))]
  const whole = toS - fromS
  const widen = (times: number) => {
    const lastS = Math.max(NARROWEST_S, (span.lastS ?? Math.max(endS, NARROWEST_S)) * times)
    onSpan(lastS >= endS ? { backS: 0 } : { lastS, backS: Math.min(span.backS, endS - lastS) })
  }
  const move = (seconds: number) =>
    onSpan({ ...span, backS: Math.min(Math.max(span.backS + seconds, 0), Math.max(endS - whole, 0)) })
  return (
    <Card testID="time-charts">
      <Heading>Over time</Heading>
      <Fingers whole={whole} onMove={move} onWiden={widen}>
        <YStack gap="$2">
          {series
            ? dimensions.map((dimension) => {
                const mine = channels.filter((c) => looks[c].dimension === dimension)
                const scene = timeChart({
                  series: mine.map((c) => ({ name: lineName(c), ...looks[c], points: series[c] ?? [] })),
                  marks,
                  fromS,
                  toS,
                  system,
                  width: WIDTH,
                  height: 170,
                })
                return (
                  <YStack key={dimension}>
                    <Soft>{titles[dimension] ?? 'Channels'}</Soft>
                    <SceneView
                      scene={scene}
                      label={`${titles[dimension] ?? 'Channels'} over time`}
                      testID={`chart-${dimension}`}
                    />
                  </YStack>
                )
              })
            : null}
        </YStack>
      </Fingers>
      <XStack gap="$2">
        <Press grow testID="chart-narrow" onPress={() => widen(0.5)}>
          Closer
        </Press>
        <Press grow testID="chart-wide" onPress={() => widen(2)}>
          Wider
        </Press>
      </XStack>
      <XStack gap="$2">
        <Press grow testID="chart-earlier" onPress={() => move(whole / 2)}>
          Earlier
        </Press>
        <Press grow testID="chart-later" onPress={() => move(-whole / 2)}>
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
          options={(Object.keys(looks) as SystemChannel[]).map((value) => ({ value, label: recordedWords[value] }))}
          values={channels}
          onChange={(v) => onChannels(v as readonly SystemChannel[])}
          testID="chart-channels"
        />
      </Disclosure>
    </Card>
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
