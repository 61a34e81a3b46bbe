import { LINKS, type LinkId } from '@yard-lamp/core'

const GEAR = ['Now and later', 'Already there'] as const

/** Parts of the pages by their headings, in the order they stand: the palette leads to them. */
const CHAPTERS_OF = {
  site: [
    'Place',
    'Cold and heat',
    'How the panels lie',
    'Sun by month',
    'A year of days made from these months',
    'Horizon',
    'Distances',
    'Rules and mains',
  ],
  loads: ['The day added up', 'What the system itself draws'],
  battery: [
    'Cold',
    'System voltage',
    'Settings',
    'This bank',
    'Chemistries',
    'Schools',
    'Other small systems here',
    ...GEAR,
    'What could stand there',
  ],
  array: [
    'Months left to a backup',
    'Losses',
    'Does it fit?',
    'Strings in their planes',
    'Surplus',
    'Schools',
    ...GEAR,
    'Panels',
  ],
  controller: ['Strings', 'String planner', 'Further arrays', ...GEAR, 'Controllers'],
  inverter: ['How it is used', 'AC-coupled array', ...GEAR, 'Inverters'],
  backup: [
    'What stands behind the sun',
    'Months left to it',
    'Hours and fuel',
    'When it runs low',
    'Generators',
    'Alternator',
    ...GEAR,
  ],
  wiring: [
    'Circuits',
    'Whole ways',
    'Battery leads',
    'Switches, bars and boards',
    'Earth and bonding',
    'On the wall',
    'Strings on the planes',
    'Where the rule sets differ',
  ],
  parts: [
    'What to order',
    'Not in the catalogue',
    'Stands there already',
    'What to cut',
    'What it costs',
    'Work',
    'Added by hand',
    'Weight it may come to',
  ],
} as const satisfies Readonly<Record<LinkId, readonly string[]>>

/** A heading of a part of a page; what has a name a person gave is none. */
export type Chapter = (typeof CHAPTERS_OF)[LinkId][number]

export const chapterId = (title: string): string => title.toLowerCase().replace(/[^a-z]+/g, '-')

/** Every chapter with the page it stands on. */
export const CHAPTERS: readonly { readonly link: LinkId; readonly title: Chapter }[] = LINKS.flatMap((link) =>
  CHAPTERS_OF[link].map((title) => ({ link, title })),
)
