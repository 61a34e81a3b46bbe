/** The links built so far, in the order of the chain. The same word names a link in every room. */
export const LINKS = [
  'site',
  'loads',
  'battery',
  'array',
  'controller',
  'inverter',
  'backup',
  'wiring',
  'parts',
] as const
export type LinkId = (typeof LINKS)[number]

/** What is still needed before a link can answer, and where to give it. */
export interface Need {
  readonly link: LinkId
  /** Field to go to, as `link.field` or `loads.<id>.field`. */
  readonly place: string
  readonly message: string
}

/** Name of a link wherever it is named, and of the proof of them all. */
export const LINK_TITLE: Readonly<Record<LinkId | 'proof', string>> = {
  site: 'Site',
  loads: 'Loads',
  battery: 'Battery',
  array: 'Array',
  controller: 'Controller',
  inverter: 'Inverter',
  backup: 'Backup',
  wiring: 'Wiring',
  parts: 'Parts',
  proof: 'Proof',
}
