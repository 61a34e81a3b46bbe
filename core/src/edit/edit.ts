import type {
  Accepted,
  Beside,
  BondChoice,
  CircuitChoice,
  Existing,
  HungAt,
  Job,
  Load,
  Option,
  Plane,
  School,
  Site,
} from '../job/schema.ts'
import type { BoughtAs, Quote, Trade } from '../job/trade.ts'

/** Parts of an option that are changed by their fields. */
export type OptionPart = 'battery' | 'array' | 'controller' | 'inverter' | 'backup' | 'wiring'
export type OptionPatch = { [K in OptionPart]: { readonly part: K; readonly patch: Partial<Option[K]> } }[OptionPart]

/** Fields of a job that are no lists with acts of their own. */
export type JobPatch = Partial<
  Omit<Job, 'format' | 'version' | 'site' | 'loads' | 'options' | 'chosenOptionId' | 'existing' | 'schools' | 'trade'>
>

export interface LoadChange {
  readonly id: string
  readonly patch: Partial<Load>
}

export type FurtherArrayChoice = Option['controller']['further'][number]

/** Panels in a string and strings on a controller, of the main array or of a further one. */
export interface StringsPatch {
  readonly panelsPerString?: number
  readonly stringsPerController?: number
}

/** Equipment that may have to be let go when a system has another voltage. */
export const VOLTAGE_BOUND = ['battery', 'controller', 'inverter', 'backup'] as const
export type VoltageBound = (typeof VOLTAGE_BOUND)[number]

/**
 * Everything that may be done to a job, as plain data. Whoever changes a job, tries a change or offers one speaks this: the
 * store, remedies, schools, options, the later stage. An act means the same wherever it is done from.
 */
export type Edit =
  | { readonly act: 'set-job'; readonly patch: JobPatch }
  | { readonly act: 'replace-job'; readonly job: Job }
  | { readonly act: 'set-site'; readonly patch: Partial<Site> }
  | { readonly act: 'set-plane'; readonly planeId: string; readonly patch: Partial<Plane> }
  | { readonly act: 'add-loads'; readonly loads: readonly Load[]; readonly at: number }
  | { readonly act: 'change-loads'; readonly changes: readonly LoadChange[] }
  | {
      readonly act: 'paste-loads'
      readonly changes: readonly LoadChange[]
      readonly added: readonly Load[]
      readonly at: number
    }
  | { readonly act: 'remove-loads'; readonly ids: readonly string[] }
  /** In their order, before another one; to the end where that is null. */
  | { readonly act: 'move-loads'; readonly ids: readonly string[]; readonly before: string | null }
  | { readonly act: 'add-existing'; readonly existing: Existing }
  | { readonly act: 'change-existing'; readonly id: string; readonly patch: Partial<Existing> }
  | { readonly act: 'remove-existing'; readonly id: string }
  | ({ readonly act: 'set-option' } & OptionPatch)
  /** What was chosen for another voltage is let go; made by chooseVoltage. */
  | {
      readonly act: 'choose-voltage'
      readonly systemVoltageV: Option['systemVoltageV']
      readonly letGo: readonly VoltageBound[]
    }
  | { readonly act: 'add-array'; readonly array: FurtherArrayChoice }
  | { readonly act: 'change-array'; readonly arrayId: string; readonly patch: Partial<FurtherArrayChoice> }
  | { readonly act: 'remove-array'; readonly arrayId: string }
  /** Of the main array or of a further one, by id. */
  | { readonly act: 'set-strings'; readonly arrayId: string; readonly patch: StringsPatch }
  | { readonly act: 'set-circuit'; readonly circuitId: string; readonly patch: Partial<CircuitChoice> }
  /** For a unit of the plant, by its id: a catalogue id or "none"; null leaves it to the design. */
  | { readonly act: 'set-fitting'; readonly unitId: string; readonly itemId: string | null }
  /** A piece on the wall, by its id there; null hangs it where the design would. */
  | { readonly act: 'hang-piece'; readonly pieceId: string; readonly at: HungAt | null }
  /** A protective or bonding conductor, by its joint in the plant. */
  | { readonly act: 'set-bond'; readonly bondId: string; readonly patch: Partial<BondChoice> }
  /** A line of the list of parts, by its key; null leaves its quantity to the design. */
  | { readonly act: 'set-part'; readonly key: string; readonly quantity: number | null }
  | { readonly act: 'set-trade'; readonly patch: Partial<Omit<Trade, 'quote' | 'bought'>> }
  | { readonly act: 'set-quote'; readonly patch: Partial<Quote> }
  /** How an item is bought, by its id; null as its sheet says. */
  | { readonly act: 'buy-as'; readonly itemId: string; readonly patch: Partial<BoughtAs> | null }
  /** A small system of its own beside the main one. */
  | { readonly act: 'add-beside'; readonly beside: Beside }
  | { readonly act: 'change-beside'; readonly id: string; readonly patch: Partial<Beside> }
  | { readonly act: 'remove-beside'; readonly id: string }
  /** A finding a person lives with, in the option worked on; one of the same check and place is replaced. */
  | { readonly act: 'accept-finding'; readonly accepted: Accepted }
  | { readonly act: 'withdraw-acceptance'; readonly checkId: string; readonly place: string }
  | { readonly act: 'apply-school'; readonly school: School }
  | { readonly act: 'keep-school'; readonly school: School }
  | { readonly act: 'remove-school'; readonly id: string }
  /** Another option like the chosen one, which then is the one worked on. */
  | { readonly act: 'copy-option'; readonly id: string; readonly name: string }
  | { readonly act: 'choose-option'; readonly id: string }
  | { readonly act: 'rename-option'; readonly id: string; readonly name: string }
  | { readonly act: 'remove-option'; readonly id: string }

/** An act that travels by itself: all but the one that puts a whole job in place of another, which goes as a document. */
type Travelling = Exclude<Edit['act'], 'replace-job'>
const TRAVELLING: Readonly<Record<Travelling, true>> = {
  'set-job': true,
  'set-site': true,
  'set-plane': true,
  'add-loads': true,
  'change-loads': true,
  'paste-loads': true,
  'remove-loads': true,
  'move-loads': true,
  'add-existing': true,
  'change-existing': true,
  'remove-existing': true,
  'set-option': true,
  'choose-voltage': true,
  'add-array': true,
  'change-array': true,
  'remove-array': true,
  'set-strings': true,
  'set-circuit': true,
  'set-fitting': true,
  'hang-piece': true,
  'set-bond': true,
  'set-part': true,
  'set-trade': true,
  'set-quote': true,
  'buy-as': true,
  'add-beside': true,
  'change-beside': true,
  'remove-beside': true,
  'accept-finding': true,
  'withdraw-acceptance': true,
  'apply-school': true,
  'keep-school': true,
  'remove-school': true,
  'copy-option': true,
  'choose-option': true,
  'rename-option': true,
  'remove-option': true,
}
export const ACTS = Object.keys(TRAVELLING) as Travelling[]
/** Most acts that travel together; more go as the document they come to. */
export const MOST_ACTS = 200
/** What the checks and the later stage offer to do, in words for its button. */
export interface Change {
  readonly label: string
  readonly edits: readonly Edit[]
}
