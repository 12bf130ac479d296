import type { StageState } from '@zetesis/core'
import Svg, { Line, Path, Rect } from 'react-native-svg'
import { useClock } from '@/settings/useNow'
import { usePalette } from '@/ui/useDark'

const X = 32
const TOP = 14

/**
 * One stage of the copper line: its fitting, and the pipe down to the next. Done is filled copper, a running wait flows, a
 * stage passed with a reason is a loop around, a stop is a capped end.
 */
export function CopperFitting({ state, last, height }: { state: StageState; last: boolean; height: number }) {
  const p = usePalette()
  const filled = state === 'done' || state === 'bypassed'
  const pipe = filled ? p.copper : p.rule
  return (
    <Svg width={64} height={height} viewBox={`0 0 64 ${height}`} aria-hidden>
      {last ? null : state === 'bypassed' ? (
        <Path
          d={`M${X} ${TOP + 14} C ${X - 34} ${TOP + 30}, ${X - 34} ${height - 12}, ${X} ${height}`}
          stroke={p.copper}
          strokeWidth={12}
          fill="none"
        />
      ) : (
        <Line x1={X} x2={X} y1={TOP + 14} y2={height} stroke={pipe} strokeWidth={14} />
      )}
      {state === 'waiting' && !last ? <Flow height={height} colour={p.copperLit} /> : null}
      {state === 'stopped' ? <Rect x={X - 18} y={TOP + 22} width={36} height={8} fill={p.oxide} /> : null}
      <Rect
        x={X - 17}
        y={TOP - 10}
        width={34}
        height={26}
        rx={7}
        fill={filled ? p.copper : p.card}
        stroke={state === 'stopped' ? p.oxide : state === 'todo' ? p.rule : p.copper}
        strokeWidth={5}
      />
      {filled ? <Path d={`M${X - 8} ${TOP + 3} l6 6 l11 -12`} stroke={p.onCopper} strokeWidth={4} fill="none" /> : null}
      {state === 'stopped' ? (
        <Path d={`M${X - 6} ${TOP - 3} l12 12 m0 -12 l-12 12`} stroke={p.oxide} strokeWidth={4} />
      ) : null}
    </Svg>
  )
}

/** What flows while a wait runs: a step at every tick. */
function Flow({ height, colour }: { height: number; colour: string }) {
  const offset = useClock((now) => -(Math.floor(now / 1000) % 2) * 8)
  return (
    <Line
      x1={X}
      x2={X}
      y1={TOP + 20}
      y2={height}
      stroke={colour}
      strokeWidth={14}
      strokeDasharray="8 8"
      strokeDashoffset={offset}
    />
  )
}
