import { COMPANY_HEADER, PERSON_HEADER, Problem } from '@zetesis/contract'
import type { z } from 'zod'
import { clock } from './clock'

/** The server answered, and the answer is no: `problem.detail` is a sentence for the person. */
export class ApiError extends Error {
  constructor(
    readonly problem: Problem,
    /** how long the server asks to wait */
    readonly retryAfterMs?: number,
  ) {
    super(problem.detail)
  }
}

/** A request that got no answer at all. */
export class NoAnswer extends Error {}

/** Whom this page believes signed in, and in which company: the server takes nothing from it when somebody else is. */
export interface Believed {
  readonly id: string
  readonly companyId: string
}
let believed: Believed | undefined
export const believe = (person: Believed | undefined): void => void (believed = person)

interface Call<T> {
  method?: 'GET' | 'POST'
  body?: unknown
  answer: z.ZodType<T>
  /** where it isn't for the company that this page is in: what was written there and waited */
  companyId?: string
}

export async function call<T>(
  path: string,
  { method = 'GET', body, answer, companyId = believed?.companyId }: Call<T>,
): Promise<T> {
  const sentMs = Date.now()
  const response = await fetch(`/api${path}`, {
    method,
    headers: {
      'content-type': 'application/json',
      accept: 'application/json',
      ...(believed ? { [PERSON_HEADER]: believed.id } : {}),
      ...(companyId ? { [COMPANY_HEADER]: companyId } : {}),
    },
    body: body === undefined ? undefined : JSON.stringify(body),
  }).catch(noAnswer)
  clock.heard(Date.parse(response.headers.get('date') ?? ''), sentMs, Date.now())
  // a connection may end in the middle of it
  const text = await response.text().catch(noAnswer)
  const parsed: unknown = text === '' ? undefined : safeJson(text)
  if (response.ok) return answer.parse(parsed)
  const problem = Problem.safeParse(parsed)
  const retryS = Number(response.headers.get('retry-after') ?? NaN)
  if (problem.success) throw new ApiError(problem.data, retryS >= 0 ? retryS * 1000 : undefined)
  const detail = `The server answered ${response.status}. Try again in a moment.`
  throw new ApiError({ type: 'about:blank', title: 'Unreadable answer', status: response.status, detail })
}

function noAnswer(): never {
  throw new NoAnswer('The server doesn’t answer. What you typed is kept; it is sent as soon as it answers.')
}

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** A sentence for whatever went wrong. */
export function sentence(error: unknown): string {
  return error instanceof ApiError || error instanceof NoAnswer ? error.message : 'Something went wrong. Try again.'
}
