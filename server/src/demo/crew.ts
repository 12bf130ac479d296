import type { Quantity } from '@zetesis/core'
import { demoId } from './ids'

// The made-up crew, and where it works.

export const demoCompany = { id: demoId('company'), name: 'Tern & Alder Mechanical' }
export const demoUsers = [
  { id: demoId('lead'), login: 'mara', name: 'Mara Quill', role: 'lead', password: 'copper-line' },
  { id: demoId('apprentice'), login: 'jonas', name: 'Jonas Wick', role: 'installer', password: 'first-season' },
] as const

const ft = (value: number): Quantity<'elevation'> => ({ value, unit: 'ft' })
export const demoJobs = [
  {
    id: demoId('kiln'),
    name: 'Kiln Street Terrace',
    place: '2–16 Kiln Street',
    elevation: ft(340),
    timeZone: 'America/Chicago',
    customer: { name: 'Kiln Street Housing', contact: 'Ida Farrow, 555 0144' },
    people: demoUsers.map(({ id, name }) => ({ id, name })),
    notes: 'Key box at house 2; the dog at house 8 is friendly.',
  },
  {
    id: demoId('lowmoor'),
    name: 'Lowmoor Reading Room',
    place: 'The Green, Lowmoor',
    customer: { name: 'Parish of Lowmoor' },
    people: [{ id: demoId('apprentice'), name: 'Jonas Wick' }],
    elevation: ft(1280),
    timeZone: 'America/Chicago',
  },
  {
    id: demoId('orchard'),
    name: 'Orchard Gate Surgery',
    place: '1 Orchard Gate',
    elevation: ft(620),
    timeZone: 'America/Chicago',
  },
] as const
