import { coldTopUp } from '@zetesis/rig'

export type TopUpQuestion = { readonly key: string; readonly asked: Parameters<typeof coldTopUp> }
export type TopUpAnswer = { readonly key: string; readonly topUp: ReturnType<typeof coldTopUp> }

/** Plays a handful of machines that are topped up on a cold day. */
self.onmessage = ({ data }: MessageEvent<TopUpQuestion>) => {
  const answer: TopUpAnswer = { key: data.key, topUp: coldTopUp(...data.asked) }
  self.postMessage(answer)
}
