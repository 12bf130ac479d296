/** What is said to whoever asked. */
export interface Fault {
  readonly status: number
  readonly code: string
  readonly detail: string
}

const AWAY = 'The database doesn’t answer just now. Nothing was stored; it is sent again in a moment.'
const BUSY = 'Too much is going on at once. Nothing was stored; it is sent again in a moment.'
const FULL = 'The server’s disk is full. Nothing was stored; it is kept on the phone until there is room.'
const TAKEN = 'Another entry with this id is stored already. Give the new one its own id.'
const UNREADABLE =
  'There is something in this that can’t be stored: a character, a date or a number. Correct it, then send it again.'

/** PostgreSQL's SQLSTATE by what it means for whoever asked (PostgreSQL documentation, appendix A). */
function meaning(state: string): Fault | undefined {
  if (state === '53100') return { status: 503, code: 'diskFull', detail: FULL }
  if (/^(08|57P0|25006|58|XX)/.test(state)) return { status: 503, code: 'noDatabase', detail: AWAY }
  if (/^(55|57014|25P0[34]|40|53|54)/.test(state)) return { status: 503, code: 'busy', detail: BUSY }
  if (state === '23505') return { status: 409, code: 'idTaken', detail: TAKEN }
  if (state.startsWith('22')) return { status: 400, code: 'notStorable', detail: UNREADABLE }
  return undefined
}

const noAnswer =
  /Connection terminated|connection timeout|timeout exceeded when trying to connect|Query read timeout|not queryable|Client was closed|Cannot use a pool after calling end/i
const networkCodes = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EHOSTUNREACH',
  'EAI_AGAIN',
])

/** What a fault of the database is to whoever asked; undefined where it is another kind of fault. */
export function databaseFault(error: unknown): Fault | undefined {
  for (let cause = error, depth = 0; cause instanceof Error && depth < 5; cause = cause.cause, depth++) {
    const code = 'code' in cause && typeof cause.code === 'string' ? cause.code : ''
    if (networkCodes.has(code) || noAnswer.test(cause.message)) return { status: 503, code: 'noDatabase', detail: AWAY }
    if (cause instanceof AggregateError && cause.errors.some((e) => databaseFault(e)))
      return { status: 503, code: 'noDatabase', detail: AWAY }
    if (/^[0-9A-Z]{5}$/.test(code)) return meaning(code)
  }
  return undefined
}
