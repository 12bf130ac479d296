import type { CircuitPart, CircuitPicture } from '@zetesis/core'
import { useEffect, useMemo, useState } from 'react'
import Svg, { Polyline } from 'react-native-svg'
import { Button, View } from 'tamagui'
import { usePalette } from '@/ui/useDark'
import { SceneView } from './SceneView'

const FRAME_MS = 60
/** px a second in the drawing's own units, and how long the new way round takes to run through once */
const SPEED = 42
const SWEEP_MS = 1400
const DASH = [7, 27] as const
/** a target for gloves, px, however wide the drawing is */
const TAP = 50

/** The circuit, with its flow moving, and its ports to tap. */
export function CircuitDrawing({
  picture,
  label,
  partLabel,
  chosen,
  onTap,
}: {
  picture: CircuitPicture
  label: string
  partLabel: (part: CircuitPart) => string
  chosen: CircuitPart | undefined
  onTap: (part: CircuitPart) => void
}) {
  const { scene, taps, flow } = picture
  return (
    <View position="relative" width="100%" maxWidth={430} alignSelf="center">
      <SceneView scene={scene} label={label} testID="circuit" />
      <View position="absolute" top={0} left={0} right={0} bottom={0} pointerEvents="none">
        <Flow key={flow.join()} points={flow} width={scene.width} height={scene.height} />
      </View>
      {taps.map(({ part, x, y }) => (
        <Button
          key={part}
          unstyled
          position="absolute"
          left={`${(x / scene.width) * 100}%`}
          top={`${(y / scene.height) * 100}%`}
          width={TAP}
          marginLeft={-TAP / 2}
          height={TAP}
          marginTop={-TAP / 2}
          backgroundColor="transparent"
          borderWidth={0}
          borderRadius="$3"
          cursor="pointer"
          aria-label={partLabel(part)}
          aria-pressed={part === chosen}
          testID={`part-${part}`}
          onPress={() => onTap(part)}
        />
      ))}
    </View>
  )
}

/** The way the refrigerant goes: first once round as a front, then in drops. Nothing moves where the device asks for stillness. */
function Flow({
  points,
  width,
  height,
}: {
  points: readonly (readonly [number, number])[]
  width: number
  height: number
}) {
  const { paper, copperLit } = usePalette()
  const [ms, setMs] = useState(0)
  const still = useMemo(() => matchMedia('(prefers-reduced-motion: reduce)').matches, [])
  useEffect(() => {
    if (still) return
    const began = Date.now()
    const timer = setInterval(() => setMs(Date.now() - began), FRAME_MS)
    return () => clearInterval(timer)
  }, [still])
  const length = useMemo(
    () =>
      points.reduce(
        (sum, [x, y], i) => sum + (i === 0 ? 0 : Math.hypot(x - points[i - 1]![0], y - points[i - 1]![1])),
        0,
      ),
    [points],
  )
  const line = points.map((p) => p.join(',')).join(' ')
  const share = still ? 1 : Math.min(1, ms / SWEEP_MS)
  return (
    <Svg width="100%" height="100%" viewBox={`0 0 ${width} ${height}`} aria-hidden>
      {share < 1 ? (
        <Polyline
          points={line}
          fill="none"
          stroke={copperLit}
          strokeWidth={9}
          strokeOpacity={1 - share * 0.6}
          strokeLinejoin="round"
          strokeDasharray={`${length * share} ${length}`}
        />
      ) : (
        <Polyline
          points={line}
          fill="none"
          stroke={paper}
          strokeWidth={3}
          strokeOpacity={0.85}
          strokeLinecap="round"
          strokeDasharray={DASH.join(' ')}
          strokeDashoffset={-((ms / 1000) * SPEED) % (DASH[0] + DASH[1])}
        />
      )}
    </Svg>
  )
}
