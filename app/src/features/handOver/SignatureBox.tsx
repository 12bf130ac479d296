import type { SignatureStrokes } from '@zetesis/core'
import { createElement, useEffect, useRef } from 'react'
import Svg, { Polyline } from 'react-native-svg'
import SignaturePad from 'signature_pad'
import { YStack } from 'tamagui'
import { usePalette } from '@/ui/useDark'

const WIDTH = 1000
const HEIGHT = 400

/** A box to sign in with a finger. Strokes come out in a frame of 1000 × 400, whatever the size of the screen. */
export function SignatureBox({
  strokes,
  onChange,
}: {
  strokes: SignatureStrokes
  onChange: (strokes: SignatureStrokes) => void
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<SignaturePad>(null)
  const report = useRef(onChange)
  const { ink } = usePalette()
  useEffect(() => {
    report.current = onChange
  })
  useEffect(() => {
    const element = canvas.current
    if (!element) return
    // invisible ink: what is drawn comes back as strokes and is shown by the SVG under it, so that a reload keeps it
    const made = new SignaturePad(element, { penColor: 'rgba(0,0,0,0)', minDistance: 3 })
    pad.current = made
    const fit = () => {
      element.width = element.clientWidth
      element.height = element.clientHeight
    }
    fit()
    window.addEventListener('resize', fit)
    const ended = () => {
      const group = made.toData().at(-1)
      made.clear()
      if (!group) return
      const place = (v: number, size: number, to: number) => Math.round(Math.min(Math.max((v / size) * to, 0), to))
      const flat = group.points.flatMap((p) => [
        place(p.x, element.clientWidth, WIDTH),
        place(p.y, element.clientHeight, HEIGHT),
      ])
      if (flat.length >= 4) report.current([flat.slice(0, 4000)])
    }
    made.addEventListener('endStroke', ended)
    return () => {
      window.removeEventListener('resize', fit)
      made.off()
    }
  }, [])
  return (
    <YStack
      position="relative"
      width="100%"
      borderWidth={2}
      borderColor="$rule"
      borderRadius="$2"
      backgroundColor="$card"
      overflow="hidden"
      style={{ aspectRatio: WIDTH / HEIGHT }}
    >
      <Svg width="100%" height="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} style={{ position: 'absolute' }} aria-hidden>
        <Polyline points={`60,320 940,320`} stroke={ink} strokeOpacity={0.25} strokeWidth={3} />
        {strokes.map((stroke, i) => (
          <Polyline
            key={i}
            points={stroke.join(' ')}
            fill="none"
            stroke={ink}
            strokeWidth={7}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
      </Svg>
      {createElement('canvas', {
        ref: canvas,
        'data-testid': 'signature',
        role: 'img',
        'aria-label': 'Sign here with a finger',
        style: { position: 'absolute', inset: 0, width: '100%', height: '100%', touchAction: 'none' },
      })}
    </YStack>
  )
}
