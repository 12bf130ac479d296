import { useEffect } from 'react'

const HIGH_HZ = 880
const LOW_HZ = 622
const BEAT_S = 0.45

/** Sounds for as long as it is on: two tones that nobody takes for a ring. Silent where the device has no sound, or doesn't let a page make any. */
export function useAlarm(on: boolean): void {
  useEffect(() => {
    if (!on || typeof AudioContext === 'undefined') return
    const audio = new AudioContext()
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    volume.gain.value = 0.25
    tone.type = 'square'
    tone.frequency.value = HIGH_HZ
    tone.connect(volume).connect(audio.destination)
    tone.start()
    const timer = setInterval(() => {
      tone.frequency.value = tone.frequency.value === HIGH_HZ ? LOW_HZ : HIGH_HZ
    }, BEAT_S * 1000)
    return () => {
      clearInterval(timer)
      tone.stop()
      void audio.close()
    }
  }, [on])
}
