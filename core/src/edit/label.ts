import type { z } from 'zod'
import { besideSchema, furtherArraySchema } from '../job/option.ts'
import { existingSchema, loadSchema, optionSchema, planeSchema, siteSchema } from '../job/schema.ts'
import { boughtAsSchema, quoteSchema, tradeSchema } from '../job/trade.ts'
import { quantityMeta } from '../method/quantity.ts'
import type { Edit, OptionPart } from './edit.ts'

/** Fields that are no figures, in words; figures are named by their schemas. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  name: 'the name',
  note: 'the note',
  place: 'the place',
  kind: 'the kind',
  currency: 'the currency',
  units: 'the units',
  items: 'the sheets that are kept',
  horizon: 'the horizon',
  planes: 'the planes',
  sunKwhPerM2Day: 'the sun',
  sunBasis: 'where the sun is from',
  monthMeanC: 'the temperatures',
  shadeFraction: 'the shade',
  snowFraction: 'the snow',
  monthsInUse: 'the months in use',
  daysInUse: 'the days in use',
  critical: 'whether the site is critical',
  soiling: 'how clean the panels stay',
  ruleSet: 'the rules',
  splitPhase: 'the split phase',
  batteryHeating: 'the heating of the battery box',
  batteryPriceFactors: 'the price factors',
  hoursOfDay: 'the hours',
  weekendHoursOfDay: 'the hours of the weekend',
  monthFactors: 'the seasons',
  runsTogether: 'what runs together',
  togetherSet: 'what runs together',
  priority: 'how much it matters',
  stage: 'now or later',
  supply: 'AC or DC',
  basis: 'where the watts are from',
  group: 'the group',
  itemId: 'the unit',
  panelId: 'the panel',
  controllerId: 'the controller',
  planeId: 'the plane',
  chemistry: 'the chemistry',
  sizing: 'how it is sized',
  coldProtected: 'the protection from cold',
  vented: 'the ventilation',
  cellsManaged: 'the management of the cells',
  monitored: 'the monitor',
  fit: 'how the panels stand',
  losses: 'the losses',
  dumpLoads: 'the loads that take surplus',
  further: 'the further arrays',
  stacking: 'how several stand',
  searchMode: 'the search mode',
  generatorId: 'the generator',
  chargerId: 'the charger',
  months: 'the months left to the backup',
  attended: 'whether somebody waits',
  bond: 'where neutral and earth are joined',
  alternator: 'the alternator',
  quietHours: 'the quiet hours',
  mainsHours: 'the hours of the mains',
  mainsDays: 'the days of the mains',
  reliability: 'what the brief asks of the year',
  acCoupled: 'the AC-coupled array',
  together: 'what charges at the same time',
  onOneUnit: 'whether one unit is fed',
  ageing: 'how far the bank has aged',
  seasonalYield: 'the yield by season',
  weightTargets: 'the weight targets',
  leg: 'the leg',
  systemId: 'the system that carries it',
  batteryId: 'the battery',
  inverterId: 'the inverter',
  size: 'the cable',
  installation: 'how the cable is laid',
  deviceId: 'the device',
  fittings: 'a switch, a bar or a board',
  inLine: 'the switches in line',
  leadsM: 'the lengths of the battery leads',
  runPlace: 'where the cable lies',
  sideBySide: 'what lies beside it',
  terminalC: 'the rating of its terminals',
  deviceAtM: 'the distance to the battery post',
  reason: 'the reason',
  settings: 'the settings',
  wall: 'where it hangs on the wall',
  neutralBonds: 'the joints of neutral and earth',
  positions: 'the positions of the frame',
  mount: 'how the panels are mounted',
  shape: 'the shape of the plane',
  condition: 'the condition',
  kept: 'whether it stays',
  surface: 'what the panels are fixed to',
  axles: 'the axles',
  hours: 'the hours of the work',
  added: 'the lines that were added',
  supplier: 'the supplier',
  number: 'the number of the quote',
  seller: 'the seller',
  customer: 'the customer',
  date: 'the date of the quote',
  optionIds: 'the options in the quote',
  included: 'what is included',
  notIncluded: 'what is not included',
  terms: 'the terms',
  payments: 'the payments',
}

const PART_WORDS: Readonly<Record<OptionPart, string>> = {
  battery: 'the battery',
  array: 'the array',
  controller: 'the controller',
  inverter: 'the inverter',
  backup: 'the backup',
  wiring: 'the wiring',
}

type Shape = Readonly<Record<string, z.ZodType>>

/** What a patch of one field is called; a patch of several by what they belong to. */
function fieldLabel(patch: object, shape: Shape, whole: string): string {
  const [field, ...more] = Object.keys(patch)
  if (field === undefined || more.length > 0) return whole
  const said = FIELD_WORDS[field]
  if (said !== undefined) return said
  const schema = shape[field]
  const label = schema && quantityMeta(schema)?.label
  return label ? `${/^(how|what|whether|most|which)\b/.test(label) ? '' : 'the '}${label}` : whole
}

const several = (n: number, one: string, many: string): string => (n === 1 ? one : `${n} ${many}`)

/**
 * What an act is called behind "Undo": a noun or a gerund.
 * @example label({ act: 'set-site', patch: { recordLowC: -11 } }) // 'the record low'
 */
export function label(edit: Edit): string {
  switch (edit.act) {
    case 'set-job':
      return fieldLabel(edit.patch, {}, 'the job')
    case 'replace-job':
      return 'taking another version'
    case 'set-site':
      return fieldLabel(edit.patch, siteSchema.shape, 'the site')
    case 'set-plane':
      return fieldLabel(edit.patch, planeSchema.shape, 'the plane')
    case 'add-loads':
      return `adding ${several(edit.loads.length, 'a load', 'loads')}`
    case 'change-loads':
      return edit.changes.length === 1
        ? `${fieldLabel(edit.changes[0]?.patch ?? {}, loadSchema.shape, 'a load')}`
        : `changing ${edit.changes.length} loads`
    case 'paste-loads':
      return `pasting ${several(edit.added.length + edit.changes.length, 'a row', 'rows')}`
    case 'remove-loads':
      return `removing ${several(edit.ids.length, 'a load', 'loads')}`
    case 'move-loads':
      return `moving ${several(edit.ids.length, 'a load', 'loads')}`
    case 'add-existing':
      return 'adding what is there'
    case 'change-existing':
      return fieldLabel(edit.patch, existingSchema.shape, 'what is there')
    case 'remove-existing':
      return 'removing what was there'
    default:
      return optionLabel(edit)
  }
}

type Other = Exclude<
  Edit,
  {
    act:
      | 'set-job'
      | 'replace-job'
      | 'set-site'
      | 'set-plane'
      | 'add-loads'
      | 'change-loads'
      | 'paste-loads'
      | 'remove-loads'
      | 'move-loads'
      | 'add-existing'
      | 'change-existing'
      | 'remove-existing'
  }
>

function optionLabel(edit: Other): string {
  switch (edit.act) {
    case 'set-option':
      return fieldLabel(edit.patch, optionSchema.shape[edit.part].shape, PART_WORDS[edit.part])
    case 'choose-voltage':
      return edit.systemVoltageV === null ? 'leaving the voltage open' : `choosing ${edit.systemVoltageV} V`
    case 'add-array':
      return 'adding an array'
    case 'change-array':
      return fieldLabel(edit.patch, furtherArraySchema.shape, 'a further array')
    case 'remove-array':
      return 'removing an array'
    case 'set-strings':
      return 'the strings'
    case 'add-beside':
      return 'adding a system beside'
    case 'change-beside':
      return fieldLabel(edit.patch, besideSchema.shape, 'the system beside')
    case 'remove-beside':
      return 'removing a system beside'
    case 'set-fitting':
      return 'a switch, a bar or a board'
    case 'hang-piece':
      return 'where a piece hangs'
    case 'set-bond':
      return 'a protective conductor'
    case 'set-part':
      return 'a quantity of the parts'
    case 'set-trade':
      return fieldLabel(edit.patch, tradeSchema.shape, 'the prices')
    case 'set-quote':
      return fieldLabel(edit.patch, quoteSchema.shape, 'the quote')
    case 'buy-as':
      return fieldLabel(edit.patch ?? {}, boughtAsSchema.shape, 'how a part is bought')
    case 'set-circuit':
      return fieldLabel(edit.patch, {}, 'a circuit')
    case 'accept-finding':
      return 'accepting a finding'
    case 'withdraw-acceptance':
      return 'no longer accepting a finding'
    case 'apply-school':
      return `sizing after “${edit.school.name}”`
    case 'keep-school':
      return `keeping the school “${edit.school.name}”`
    case 'remove-school':
      return 'removing a school'
    case 'copy-option':
      return 'another option'
    case 'choose-option':
      return 'choosing an option'
    case 'rename-option':
      return 'the name of an option'
    case 'remove-option':
      return 'removing an option'
  }
}
