import { weatherShift } from '@zetesis/rig'

export type WeatherQuestion = { readonly key: string; readonly asked: Parameters<typeof weatherShift> }
export type WeatherAnswer = { readonly key: string; readonly shift: ReturnType<typeof weatherShift> }

/** Plays a handful of machines in two weathers. */
self.onmessage = ({ data }: MessageEvent<WeatherQuestion>) => {
  const answer: WeatherAnswer = { key: data.key, shift: weatherShift(...data.asked) }
  self.postMessage(answer)
}
