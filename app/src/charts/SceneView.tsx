import type { Scene, Shape, Tone } from '@zetesis/core'
import Svg, { Circle, G, Line, Polyline, Rect, Text as SvgText } from 'react-native-svg'
import { drawn } from '@/ui/drawn'
import { usePalette } from '@/ui/useDark'
import type { Palette } from '@/ui/palette'

const toneOf = (p: Palette): Record<Tone, string> => ({
  ink: p.ink,
  soft: p.soft,
  rule: p.rule,
  low: p.low,
  high: p.high,
  in: p.verdigris,
  out: p.oxide,
  close: p.brass,
  none: p.soft,
  copper: p.copperLit,
  inBand: p.verdigrisWash,
  hold: p.hold,
})

const faces = {
  word: "'Atkinson Hyperlegible Next', 'Zetesis Marks', sans-serif",
  figure: "'Barlow Semi Condensed', 'Zetesis Marks', sans-serif",
}

/** Paints a scene from core as SVG, as wide as its place. */
export const SceneView = drawn(function SceneView({
  scene,
  label,
  testID,
}: {
  scene: Scene
  label: string
  testID?: string
}) {
  const tones = toneOf(usePalette())
  return (
    <Svg
      width="100%"
      height={undefined}
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      // what moves inside is laid out and painted by itself
      style={{ aspectRatio: scene.width / scene.height, contain: 'strict' } as object}
      role="img"
      aria-label={label}
      testID={testID}
    >
      <G>
        {scene.shapes.map((shape, i) => (
          <Painted key={i} shape={shape} tones={tones} />
        ))}
      </G>
    </Svg>
  )
})

/** Each shape stands for itself: what of a scene is as it was isn't touched. */
const Painted = drawn(function Painted({ shape, tones }: { shape: Shape; tones: Record<Tone, string> }) {
  switch (shape.kind) {
    case 'line':
      return (
        <Line
          x1={shape.x1}
          y1={shape.y1}
          x2={shape.x2}
          y2={shape.y2}
          stroke={tones[shape.tone]}
          strokeWidth={shape.width}
          strokeDasharray={shape.dash?.join(' ')}
        />
      )
    case 'polyline':
      return (
        <Polyline
          points={shape.points.map((p) => p.join(',')).join(' ')}
          fill="none"
          stroke={tones[shape.tone]}
          strokeWidth={shape.width}
          strokeLinejoin="round"
          strokeDasharray={shape.dash?.join(' ')}
        />
      )
    case 'rect':
      return (
        <Rect
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          fill={tones[shape.fill]}
          stroke={shape.stroke ? tones[shape.stroke] : undefined}
          strokeWidth={1.5}
        />
      )
    case 'dot':
      return <Circle cx={shape.x} cy={shape.y} r={shape.r} fill={tones[shape.tone]} />
    case 'text':
      return (
        <SvgText
          x={shape.x}
          y={shape.y}
          fontSize={shape.size}
          fill={tones[shape.tone]}
          textAnchor={shape.anchor}
          fontFamily={faces[shape.face]}
          fontWeight={shape.bold ? '700' : shape.face === 'figure' ? '500' : '400'}
        >
          {shape.text}
        </SvgText>
      )
  }
})
