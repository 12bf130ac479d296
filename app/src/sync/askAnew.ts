import { isCancelledError, type QueryClient } from '@tanstack/react-query'

/**
 * Asks after what was just sent: a question that was under way before doesn't know of it, and its answer would let it vanish for a moment. Where somebody
 * else asks anew meanwhile (the news of what was sent comes at the same time), that answer is waited for; one that doesn't come is asked for by
 * the page itself. What was let go meanwhile (the device was locked) isn't asked for again.
 *
 * @returns what kept the answer from coming, where something did
 */
export async function askAnew(
  client: QueryClient,
  queryKey: readonly unknown[],
  queryFn: () => Promise<unknown>,
): Promise<unknown> {
  await client.cancelQueries({ queryKey, exact: true })
  for (;;) {
    const error = await client.fetchQuery({ queryKey, queryFn, staleTime: 0 }).then(
      () => undefined,
      (failed: unknown) => failed,
    )
    if (!isCancelledError(error)) return error
    if (client.getQueryState(queryKey) === undefined) return undefined
  }
}
