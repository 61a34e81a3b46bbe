import { LINK_TITLE, LINKS, type LinkId } from '@yard-lamp/core'

export type PagePath =
  | LinkId
  | 'proof'
  | 'checks'
  | 'options'
  | 'sheet'
  | 'drawing'
  | 'quote'
  | 'build'
  | 'labels'
  | 'log'
  | 'upkeep'

/** A page of a job: its address, its name wherever it is named, and the key that leads to it. */
export interface JobPage {
  readonly path: PagePath
  readonly title: string
  readonly key: string
  /** Said beside its name where pages are chosen. Links show their answer instead. */
  readonly about?: string
  /** Printed alone, without the chain about it. */
  readonly alone?: boolean
}

/** Name of a link as it stands on its page. */
export const linkTitle = (link: LinkId | 'proof'): string => LINK_TITLE[link]

/** Every page of a job, said once: routes, titles, the palette and the keys read it. */
export const JOB_PAGES: readonly JobPage[] = [
  ...LINKS.map((path, at) => ({ path, key: String(at + 1), title: LINK_TITLE[path] })),
  { path: 'proof', key: 'y', title: LINK_TITLE.proof, about: 'Does it get through the year? Hour by hour, many years' },
  { path: 'build', title: 'Build', key: 'b', about: 'On site, step by step: what to do, what to measure' },
  { path: 'log', title: 'Log', key: 'g', about: 'Is it behaving as designed? What was read, and what was done' },
  { path: 'upkeep', title: 'Upkeep', key: 'u', about: 'What is due, how it is done, and what was done' },
  { path: 'checks', title: 'Checks', key: 'c', about: 'What is wrong, and what is missing' },
  { path: 'options', title: 'Options', key: 'o', about: 'Side by side' },
  {
    path: 'sheet',
    title: 'The report, to print',
    key: 's',
    about: 'For customer, inspector and workshop; PDF and workbook',
    alone: true,
  },
  { path: 'quote', title: 'The quote', key: 'q', about: 'Options, sums and signature, for the customer', alone: true },
  {
    path: 'labels',
    title: 'The labels, to print',
    key: 'l',
    about: 'Cables, devices, units, on sheets of A4',
    alone: true,
  },
  {
    path: 'drawing',
    title: 'The drawings, to print',
    key: 'd',
    about: 'One-line, wall and strings, on A4, A3, Letter or Tabloid',
    alone: true,
  },
]

export const isLinkPage = (page: JobPage): page is JobPage & { readonly path: LinkId } =>
  LINKS.some((link) => link === page.path)
