/** What a person is in a company. */
export const roles = ['lead', 'installer', 'office', 'viewer'] as const
export type Role = (typeof roles)[number]

/** What needs to be allowed; whoever is in the company may read, and take papers and exports. */
export const rights = ['log', 'note', 'plan', 'stock', 'gate', 'decide', 'company'] as const
/**
 * log: readings, weighings, holds, recordings; note: notes; plan: jobs and rows of units; stock: labels, kit, cylinders; gate: pass a gate, or charge against
 * the advice, with a reason; decide: seal, amend, strike another's entry, promise a return visit; company: methods, people, the company itself
 */
export type Right = (typeof rights)[number]

/** asks: not alone; a lead is asked, and the answer is an entry of the log */
export type RightAnswer = 'yes' | 'asks' | 'no'
export type RightsTable = { readonly [R in Role]: { readonly [K in Right]: RightAnswer } }
/** What a company set otherwise than it comes. */
export type RightsChanges = { readonly [R in Role]?: { readonly [K in Right]?: RightAnswer } }

const only = <A extends RightAnswer>(answer: A): readonly [RightAnswer, ...RightAnswer[]] => [answer]

/**
 * What may be set for each role, first as it comes. A lead may always do everything, or a company could lock itself out; people, methods and the company are
 * a lead's; a viewer changes nothing but, where a company wants it, may leave a note.
 */
export const rightChoices: {
  readonly [R in Role]: { readonly [K in Right]: readonly [RightAnswer, ...RightAnswer[]] }
} = {
  lead: {
    log: only('yes'),
    note: only('yes'),
    plan: only('yes'),
    stock: only('yes'),
    gate: only('yes'),
    decide: only('yes'),
    company: only('yes'),
  },
  installer: {
    log: only('yes'),
    note: only('yes'),
    plan: ['yes', 'no'],
    stock: ['yes', 'no'],
    gate: ['asks', 'yes', 'no'],
    decide: ['no', 'asks', 'yes'],
    company: only('no'),
  },
  office: {
    log: ['no', 'yes'],
    note: only('yes'),
    plan: ['yes', 'no'],
    stock: ['yes', 'no'],
    gate: only('no'),
    decide: only('no'),
    company: only('no'),
  },
  viewer: {
    log: only('no'),
    note: ['no', 'yes'],
    plan: only('no'),
    stock: only('no'),
    gate: only('no'),
    decide: only('no'),
    company: only('no'),
  },
}

/**
 * The whole table: as it comes, with a company's changes laid over it. A change outside `rightChoices`, of an older version or a bent one, changes nothing.
 */
export function rightsTable(changes: RightsChanges = {}): RightsTable {
  const row = (role: Role) =>
    Object.fromEntries(
      rights.map((right) => {
        const choices = rightChoices[role][right]
        const wanted = changes[role]?.[right]
        return [right, wanted !== undefined && choices.includes(wanted) ? wanted : choices[0]]
      }),
    ) as RightsTable[Role]
  return { lead: row('lead'), installer: row('installer'), office: row('office'), viewer: row('viewer') }
}

/** The changes that a table can't take, as role and right. */
export const rightsOutside = (changes: RightsChanges): { readonly role: Role; readonly right: Right }[] =>
  roles.flatMap((role) =>
    rights
      .filter((right) => {
        const wanted = changes[role]?.[right]
        return wanted !== undefined && !rightChoices[role][right].includes(wanted)
      })
      .map((right) => ({ role, right })),
  )
