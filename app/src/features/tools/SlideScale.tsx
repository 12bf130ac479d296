import { SLIDE_SPAN, slideLimitsPa, slideScaleScene, type SlideRow } from '@zetesis/core'
import { useRef } from 'react'
import { View, type PointerEvent as ViewPointerEvent } from 'react-native'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'

const WIDTH = 358

/** The slide scale under a finger: drag it sideways, or use the arrow keys; what is under the hairline is read. */
export function SlideScale({
  centrePa,
  rows,
  atmosphericPa,
  onSlide,
  valueText,
}: {
  centrePa: number
  rows: readonly SlideRow[]
  atmosphericPa: number
  onSlide: (absolutePa: number) => void
  valueText: string
}) {
  const { system } = useSettings()
  const limits = slideLimitsPa(rows)
  const inside = (pa: number) => Math.min(Math.max(pa, limits.lowPa), limits.highPa)
  const grip = useRef<{ x: number; log: number; width: number } | undefined>(undefined)
  const scene = slideScaleScene({ centrePa: inside(centrePa), rows, atmosphericPa, system, width: WIDTH })
  const start = (event: ViewPointerEvent) => {
    const target = event.currentTarget as unknown as HTMLElement
    target.setPointerCapture?.(event.nativeEvent.pointerId)
    grip.current = { x: event.nativeEvent.clientX, log: Math.log(inside(centrePa)), width: target.clientWidth || WIDTH }
  }
  const move = (event: ViewPointerEvent) => {
    const held = grip.current
    if (!held) return
    const shift = ((event.nativeEvent.clientX - held.x) / held.width) * SLIDE_SPAN
    onSlide(inside(Math.exp(held.log - shift)))
  }
  const end = () => {
    grip.current = undefined
  }
  const keys: Record<string, number> = { ArrowRight: 0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }
  return (
    <View
      testID="slide-scale"
      role="slider"
      tabIndex={0}
      aria-label="Pressure, by sliding"
      aria-valuenow={Math.round(centrePa)}
      aria-valuemin={Math.round(limits.lowPa)}
      aria-valuemax={Math.round(limits.highPa)}
      aria-valuetext={valueText}
      style={{ width: '100%', maxWidth: 480, touchAction: 'pan-y', cursor: 'grab', userSelect: 'none' } as object}
      onPointerDown={start}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
      {...({
        onKeyDown: (event: { key: string; preventDefault: () => void }) => {
          const step = keys[event.key]
          if (step === undefined) return
          event.preventDefault()
          onSlide(inside(centrePa * Math.exp(step)))
        },
      } as object)}
    >
      <SceneView scene={scene} label={valueText} testID="slide-picture" />
    </View>
  )
}
