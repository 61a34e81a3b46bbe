import type { Edit } from './edit.ts'

const fields = (prefix: string, patch: object): string[] => Object.keys(patch).map((field) => `${prefix}.${field}`)

/**
 * Places an act bears on, as `link.field`, `loads.<id>.field` or `wiring.<circuit>.field`; a list that changes as a whole is
 * named by itself. Edits that touch the same places one after another are typing in one field.
 * @example touches({ act: 'set-site', patch: { recordLowC: -11 } }) // ['site.recordLowC']
 */
export function touches(edit: Edit): string[] {
  switch (edit.act) {
    case 'set-job':
      return fields('job', edit.patch)
    case 'replace-job':
      return ['job']
    case 'set-site':
      return fields('site', edit.patch)
    case 'set-plane':
      return fields(`site.planes.${edit.planeId}`, edit.patch)
    case 'change-loads':
      return edit.changes.flatMap(({ id, patch }) => fields(`loads.${id}`, patch))
    case 'add-loads':
    case 'paste-loads':
    case 'remove-loads':
    case 'move-loads':
      return ['loads']
    case 'change-existing':
      return fields(`existing.${edit.id}`, edit.patch)
    case 'add-existing':
    case 'remove-existing':
      return ['existing']
    case 'set-option':
      return fields(edit.part, edit.patch)
    case 'choose-voltage':
      return ['battery.systemVoltageV', ...edit.letGo]
    case 'change-array':
    case 'set-strings':
      return fields(`controller.further.${edit.arrayId}`, edit.patch)
    case 'add-array':
    case 'remove-array':
      return ['controller.further']
    case 'set-circuit':
      return fields(`wiring.${edit.circuitId}`, edit.patch)
    case 'change-beside':
      return fields(`battery.beside.${edit.id}`, edit.patch)
    case 'add-beside':
    case 'remove-beside':
      return ['battery.beside']
    case 'set-fitting':
      return [`wiring.fittings.${edit.unitId}`]
    case 'hang-piece':
      return [`wiring.wall.${edit.pieceId}`]
    case 'set-bond':
      return fields(`wiring.bonds.${edit.bondId}`, edit.patch)
    case 'accept-finding':
    case 'withdraw-acceptance':
      return ['accepted']
    case 'apply-school':
      return ['battery', 'array', 'controller', 'inverter']
    case 'keep-school':
    case 'remove-school':
      return ['schools']
    case 'rename-option':
      return [`options.${edit.id}.name`]
    case 'copy-option':
    case 'choose-option':
    case 'remove-option':
      return ['options']
    default:
      return tradeTouches(edit)
  }
}

type TradeEdit = Extract<Edit, { act: 'set-part' | 'set-trade' | 'set-quote' | 'buy-as' }>

function tradeTouches(edit: TradeEdit): string[] {
  switch (edit.act) {
    case 'set-part':
      return [`parts.quantities.${edit.key}`]
    case 'set-trade':
      return fields('trade', edit.patch)
    case 'set-quote':
      return fields('trade.quote', edit.patch)
    case 'buy-as':
      return edit.patch === null ? [`trade.bought.${edit.itemId}`] : fields(`trade.bought.${edit.itemId}`, edit.patch)
  }
}

/** Acts that fields make while a person types in them: two of them close together on the same places are one step of undo. */
const TYPED: ReadonlySet<Edit['act']> = new Set([
  'set-job',
  'set-site',
  'set-plane',
  'change-loads',
  'change-existing',
  'set-option',
  'change-array',
  'change-beside',
  'set-strings',
  'set-circuit',
  'set-bond',
  'set-part',
  'set-trade',
  'set-quote',
  'buy-as',
  'hang-piece',
  'rename-option',
])

/** Key under which edits are joined as typing; empty for acts that stand by themselves. */
export function typingKey(edits: readonly Edit[]): string {
  // Put back is no movement of a hand.
  const stands = (edit: Edit) => !TYPED.has(edit.act) || (edit.act === 'hang-piece' && edit.at === null)
  if (edits.some(stands)) return ''
  const places = edits.flatMap(touches)
  // Several loads at once are a block that was filled, not typing.
  const loads = new Set(places.filter((place) => place.startsWith('loads.')).map((place) => place.split('.')[1]))
  return loads.size > 1 ? '' : places.join()
}
