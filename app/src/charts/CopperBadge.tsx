import { stageWords, stateWords } from '@zetesis/contract'
import type { UnitSummary } from '@zetesis/core'
import Svg, { G, Line, Path, Rect } from 'react-native-svg'
import { usePalette } from '@/ui/useDark'

const WIDTH = 28
const GAP = 4
/** what a phone's row has room for beside a unit's tag and need */
const WIDEST = 156

/** A unit's copper line, small: the same pipe that its own page draws large. */
export function CopperBadge({ stages }: { stages: UnitSummary['stages'] }) {
  const p = usePalette()
  const label = stages.map((s) => `${stageWords[s.stage]} ${stateWords[s.state]}`).join(', ')
  const width = stages.length * (WIDTH + GAP) - GAP
  const shown = Math.min(width, WIDEST)
  return (
    <Svg width={shown} height={(26 * shown) / width} viewBox={`0 0 ${width} 26`} role="img" aria-label={label}>
      {stages.map(({ stage, state }, i) => {
        const x = i * (WIDTH + GAP)
        switch (state) {
          case 'done':
            return <Rect key={stage} x={x} y={12} width={WIDTH} height={9} fill={p.copper} />
          case 'bypassed':
            return (
              <Path
                key={stage}
                d={`M${x} 16.5 h3 c4 0 4 -12 11 -12 s7 12 11 12 h3`}
                stroke={p.copper}
                strokeWidth={6}
                fill="none"
              />
            )
          case 'waiting':
            return (
              <G key={stage}>
                {[0, 1, 2].map((n) => (
                  <Rect key={n} x={x + n * 10} y={12} width={7} height={9} fill={p.copperLit} />
                ))}
              </G>
            )
          case 'stopped':
            return (
              <G key={stage}>
                <Rect x={x} y={12} width={WIDTH / 2} height={9} fill={p.oxide} />
                <Line x1={x + WIDTH / 2} x2={x + WIDTH / 2} y1={6} y2={26} stroke={p.oxide} strokeWidth={5} />
              </G>
            )
          case 'current':
            return (
              <Rect
                key={stage}
                x={x + 1.5}
                y={12.5}
                width={WIDTH - 3}
                height={8}
                fill="none"
                stroke={p.copper}
                strokeWidth={2.5}
              />
            )
          case 'todo':
            return <Rect key={stage} x={x} y={12} width={WIDTH} height={9} fill={p.rule} />
        }
      })}
    </Svg>
  )
}
