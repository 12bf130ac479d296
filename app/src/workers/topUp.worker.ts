import { coldTopUp } from '@zetesis/rig'

export type TopUpQuestion = { readonly key: string; readonly asked: Parameters<typeof coldTopUp> }
/** with what it goes for: a newer question may be waiting by then */
export type TopUpAnswer = { readonly for: TopUpQuestion['asked'][0]; readonly topUp: ReturnType<typeof coldTopUp> }

/** Plays a handful of machines that are topped up on a cold day. */
self.onmessage = ({ data }: MessageEvent<TopUpQuestion>) => {
  const answer: TopUpAnswer = { for: data.asked[0], topUp: coldTopUp(...data.asked) }
  self.postMessage(answer)
}
