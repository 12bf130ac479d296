import { conversionCauseWords, safetyWords } from '@zetesis/contract'
import { isFlammable, showTyped, type UnitView } from '@zetesis/core'
import PDFDocument from 'pdfkit'
import { finished, inks, write } from './paint'
import { dayText } from './time'

const WIDTH = 595.28
const MARGIN = 60

/** What the owner of a converted machine should know, in plain words, on one page. Undefined for a machine that wasn't converted. */
export async function ownerPdf(
  view: UnitView,
  { company, job, timeZone }: { company: string; job: string; timeZone: string },
): Promise<Buffer | undefined> {
  const { conversion, facts } = view
  if (!conversion) return undefined
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    info: { Title: `About your ${facts.tag ?? 'unit'}`, Author: company },
  })
  doc.rect(0, 0, WIDTH, 8).fill(inks.copper)
  let y = 44
  const say = (size: number, bold: boolean, words: string, after: number) => {
    write(doc.fillColor(inks.ink), [bold ? 'wordBold' : 'word', size], words, {
      x: MARGIN,
      y,
      width: WIDTH - 2 * MARGIN,
      lineGap: 3,
    })
    y += doc.heightOfString(words, { width: WIDTH - 2 * MARGIN, lineGap: 3 }) + after
  }
  say(22, true, `About ${facts.tag ?? 'your unit'}`, 4)
  say(11, false, `${job} · ${company}`, 18)
  for (const [head, words] of paragraphs(view, timeZone)) {
    say(13, true, head, 4)
    say(12, false, words, 14)
  }
  say(10, false, safetyWords.handOver, 0)
  return finished(doc)
}

/** Head and text of each paragraph. */
export function paragraphs({ conversion, facts, reading }: UnitView, timeZone: string): [string, string][] {
  const { why, label, left } = conversion!
  const [old, now] = [facts.oldRefrigerant ?? 'the old refrigerant', facts.refrigerant ?? 'the new refrigerant']
  const when = label ? ` on ${dayText(Date.parse(label.entry.at), timeZone)}` : ''
  if (left)
    return [
      ['What was done', `Work to change its refrigerant was begun and given up: ${left.entry.reason}`],
      [
        'What you should do',
        'Don’t switch it on. Keep its breaker off, and ask for the work to be finished or the machine to be replaced.',
      ],
    ]
  return [
    [
      'What was done',
      `${old} was taken out of it and ${now} was put in${when}. ${why ? `Why: ${conversionCauseWords[why.entry.cause].toLowerCase()}${why.entry.words ? ` (${why.entry.words.replace(/\.$/, '')})` : ''}.` : ''}`,
    ],
    [
      'What changes for you',
      `It cools as before, perhaps a little less on the hottest days. Running longer than it used to isn’t a fault by itself.${reading ? '' : ' It hasn’t been measured yet.'}`,
    ],
    [
      'What must never happen',
      `Nobody may fill ${old} into it again, not even a little: the two don’t mix, and nobody can tell any more what is in it.${label ? ` Its label says ${showTyped(label.entry.charge)} of ${now}.` : ''} Ask whoever comes to read the label first.`,
    ],
    [
      'When to call',
      `When it cools less than in the first weeks, when ice stands on a pipe, when the lights dim as it starts, or when you smell oil. What it lost once it can lose again: have it looked at after a season.${isFlammable(facts.refrigerant ?? 'R-22') ? ' Its refrigerant burns: no flame near it, and air the room when it leaks.' : ''}`,
    ],
    ['Keep this page', 'With the papers of the unit. They say every figure, and who did what.'],
  ]
}
