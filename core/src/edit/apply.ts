import { MAIN_ARRAY_ID } from '../controller/link.ts'
import { chosenOption, EMPTY_BOND_CHOICE, EMPTY_CIRCUIT_CHOICE } from '../job/job.ts'
import type { Job, Load, Option } from '../job/schema.ts'
import type { BoughtAs, Trade } from '../job/trade.ts'
import type { Edit, LoadChange, VoltageBound } from './edit.ts'
import { withSwitches } from './schools.ts'

/**
 * The job with an act done to it. What the act does not touch stays the very same object, so that only what it bears on is
 * worked again. An act on something that is not there leaves the job as it is.
 */
export function apply(job: Job, edit: Edit): Job {
  switch (edit.act) {
    case 'set-job':
      return { ...job, ...edit.patch }
    case 'replace-job':
      return edit.job
    case 'set-site':
      return { ...job, site: { ...job.site, ...edit.patch } }
    case 'set-plane':
      return put(job, 'site', put(job.site, 'planes', patched(job.site.planes, edit.planeId, edit.patch)))
    case 'add-loads':
    case 'change-loads':
    case 'paste-loads':
    case 'remove-loads':
    case 'move-loads':
      return put(job, 'loads', loadsAfter(job.loads, edit))
    case 'add-existing':
      return { ...job, existing: [...job.existing, edit.existing] }
    case 'change-existing':
      return put(job, 'existing', patched(job.existing, edit.id, edit.patch))
    case 'remove-existing':
      return put(job, 'existing', without(job.existing, [edit.id]))
    case 'set-trade':
      return { ...job, trade: { ...job.trade, ...edit.patch } }
    case 'set-quote':
      return { ...job, trade: { ...job.trade, quote: { ...job.trade.quote, ...edit.patch } } }
    case 'buy-as':
      return put(job, 'trade', boughtAs(job.trade, edit))
    case 'keep-school':
      return { ...job, schools: [...job.schools, edit.school] }
    case 'remove-school':
      return put(job, 'schools', without(job.schools, [edit.id]))
    case 'copy-option':
    case 'choose-option':
    case 'rename-option':
    case 'remove-option':
      return withOptions(job, edit)
    default:
      return withOption(job, (option) => optionAfter(option, edit))
  }
}

/** Several acts, one after another. */
export const applyAll = (job: Job, edits: readonly Edit[]): Job => edits.reduce(apply, job)

/** A part put in; the very same whole where it is the same part. */
const put = <T, K extends keyof T>(whole: T, key: K, part: T[K]): T =>
  part === whole[key] ? whole : { ...whole, [key]: part }

type Named = { readonly id: string }

/** The one of this id changed; the very same list where there is none. */
function patched<T extends Named>(list: T[], id: string, patch: Partial<T>): T[] {
  const at = list.findIndex((each) => each.id === id)
  return at < 0 ? list : list.map((each, i) => (i === at ? { ...each, ...patch } : each))
}

/** Those of these ids left out; the very same list where there are none. */
function without<T extends Named>(list: T[], ids: readonly string[]): T[] {
  const gone = new Set(ids)
  const left = list.filter(({ id }) => !gone.has(id))
  return left.length === list.length ? list : left
}

const AS_ITS_SHEET: BoughtAs = { price: null, supplier: '', leadDays: null }

/** An item bought as its sheet says is not named. */
function boughtAs(trade: Trade, { itemId, patch }: Extract<Edit, { act: 'buy-as' }>): Trade {
  const { [itemId]: before, ...others } = trade.bought
  const now = patch && { ...(before ?? AS_ITS_SHEET), ...patch }
  if (now && (now.price !== null || now.supplier !== '' || now.leadDays !== null))
    return { ...trade, bought: { ...trade.bought, [itemId]: now } }
  return before ? { ...trade, bought: others } : trade
}

type LoadsEdit = Extract<Edit, { act: 'add-loads' | 'change-loads' | 'paste-loads' | 'remove-loads' | 'move-loads' }>

function loadsAfter(loads: Load[], edit: LoadsEdit): Load[] {
  switch (edit.act) {
    case 'add-loads':
      return [...loads.slice(0, edit.at), ...edit.loads, ...loads.slice(edit.at)]
    case 'change-loads':
      return changedLoads(loads, edit.changes)
    case 'paste-loads': {
      const changed = changedLoads(loads, edit.changes)
      return [...changed.slice(0, edit.at), ...edit.added, ...changed.slice(edit.at)]
    }
    case 'remove-loads':
      return without(loads, edit.ids)
    case 'move-loads': {
      const moving = new Set(edit.ids)
      const rest = loads.filter(({ id }) => !moving.has(id))
      const at = rest.findIndex(({ id }) => id === edit.before)
      rest.splice(at < 0 ? rest.length : at, 0, ...loads.filter(({ id }) => moving.has(id)))
      return rest
    }
  }
}

function changedLoads(loads: Load[], changes: readonly LoadChange[]): Load[] {
  const patchOf = new Map(changes.map(({ id, patch }) => [id, patch]))
  if (!loads.some(({ id }) => patchOf.has(id))) return loads
  return loads.map((load) => {
    const patch = patchOf.get(load.id)
    return patch ? { ...load, ...patch } : load
  })
}

function withOption(job: Job, change: (option: Option) => Option): Job {
  const own = chosenOption(job)
  const changed = change(own)
  return changed === own
    ? job
    : put(
        job,
        'options',
        job.options.map((each) => (each === own ? changed : each)),
      )
}

type OptionEdit = Extract<
  Edit,
  {
    act:
      | 'set-option'
      | 'choose-voltage'
      | 'add-array'
      | 'change-array'
      | 'remove-array'
      | 'set-strings'
      | 'set-circuit'
      | 'set-bond'
      | 'set-fitting'
      | 'hang-piece'
      | 'set-part'
      | 'add-beside'
      | 'change-beside'
      | 'remove-beside'
      | 'apply-school'
      | 'accept-finding'
      | 'withdraw-acceptance'
  }
>

function optionAfter(option: Option, edit: OptionEdit): Option {
  switch (edit.act) {
    case 'set-option':
      return { ...option, [edit.part]: { ...option[edit.part], ...edit.patch } }
    case 'choose-voltage':
      return edit.letGo.reduce<Option>((each, part) => LET_GO_OF[part](each), {
        ...option,
        systemVoltageV: edit.systemVoltageV,
      })
    case 'set-strings':
      return edit.arrayId === MAIN_ARRAY_ID
        ? { ...option, controller: { ...option.controller, ...edit.patch } }
        : withArrays(option, (arrays) => patched(arrays, edit.arrayId, edit.patch))
    case 'add-array':
      return withArrays(option, (arrays) => [...arrays, edit.array])
    case 'change-array':
      return withArrays(option, (arrays) => patched(arrays, edit.arrayId, edit.patch))
    case 'remove-array':
      return withArrays(option, (arrays) => without(arrays, [edit.arrayId]))
    case 'set-circuit': {
      const { circuits } = option.wiring
      const circuit = { ...(circuits[edit.circuitId] ?? EMPTY_CIRCUIT_CHOICE), ...edit.patch }
      return { ...option, wiring: { ...option.wiring, circuits: { ...circuits, [edit.circuitId]: circuit } } }
    }
    case 'set-fitting': {
      const { [edit.unitId]: _before, ...others } = option.wiring.fittings
      const fittings = edit.itemId === null ? others : { ...others, [edit.unitId]: edit.itemId }
      return { ...option, wiring: { ...option.wiring, fittings } }
    }
    case 'hang-piece': {
      const { [edit.pieceId]: before, ...others } = option.wiring.wall
      if (edit.at === null && before === undefined) return option
      const wall = edit.at === null ? others : { ...others, [edit.pieceId]: edit.at }
      return { ...option, wiring: { ...option.wiring, wall } }
    }
    case 'set-part': {
      const { [edit.key]: before, ...others } = option.parts.quantities
      if (edit.quantity === null && before === undefined) return option
      const quantities = edit.quantity === null ? others : { ...others, [edit.key]: edit.quantity }
      return { ...option, parts: { ...option.parts, quantities } }
    }
    case 'set-bond': {
      const { bonds } = option.wiring
      const bond = { ...(bonds[edit.bondId] ?? EMPTY_BOND_CHOICE), ...edit.patch }
      return { ...option, wiring: { ...option.wiring, bonds: { ...bonds, [edit.bondId]: bond } } }
    }
    case 'add-beside':
      return { ...option, beside: [...option.beside, edit.beside] }
    case 'change-beside':
      return put(option, 'beside', patched(option.beside, edit.id, edit.patch))
    case 'remove-beside':
      return put(option, 'beside', without(option.beside, [edit.id]))
    case 'accept-finding':
      return { ...option, accepted: [...otherAccepted(option, edit.accepted), edit.accepted] }
    case 'withdraw-acceptance': {
      const left = otherAccepted(option, edit)
      return left.length === option.accepted.length ? option : { ...option, accepted: left }
    }
    case 'apply-school':
      return withSwitches(option, edit.school)
  }
}

/** Acceptances of other findings. */
const otherAccepted = (
  { accepted }: Option,
  { checkId, place }: { readonly checkId: string; readonly place: string },
): Option['accepted'] => accepted.filter((each) => each.checkId !== checkId || each.place !== place)

type Arrays = Option['controller']['further']
const withArrays = (option: Option, change: (arrays: Arrays) => Arrays): Option =>
  put(option, 'controller', put(option.controller, 'further', change(option.controller.further)))

/** Equipment of a part let go, to be chosen anew. */
const LET_GO_OF: Readonly<Record<VoltageBound, (option: Option) => Option>> = {
  battery: (option) => ({ ...option, battery: { ...option.battery, itemId: null, parallel: null } }),
  controller: (option) => ({
    ...option,
    controller: {
      ...option.controller,
      itemId: null,
      quantity: null,
      panelsPerString: null,
      stringsPerController: null,
    },
  }),
  inverter: (option) => ({ ...option, inverter: { ...option.inverter, itemId: null, quantity: null } }),
  backup: (option) => ({ ...option, backup: { ...option.backup, chargerId: null, chargers: null, chargerSetA: null } }),
}

type OptionsEdit = Extract<Edit, { act: 'copy-option' | 'choose-option' | 'rename-option' | 'remove-option' }>

function withOptions(job: Job, edit: OptionsEdit): Job {
  switch (edit.act) {
    case 'copy-option': {
      const own = chosenOption(job)
      const options = job.options.flatMap((option) =>
        option.id === own.id ? [option, { ...option, id: edit.id, name: edit.name }] : [option],
      )
      return { ...job, options, chosenOptionId: edit.id }
    }
    case 'choose-option':
      return job.options.some(({ id }) => id === edit.id) ? { ...job, chosenOptionId: edit.id } : job
    case 'rename-option':
      return put(job, 'options', patched(job.options, edit.id, { name: edit.name }))
    case 'remove-option': {
      const options = job.options.filter(({ id }) => id !== edit.id)
      const [first] = options
      // A job keeps at least one option; where the chosen one goes, the first is chosen.
      if (!first || options.length === job.options.length) return job
      return { ...job, options, chosenOptionId: job.chosenOptionId === edit.id ? first.id : job.chosenOptionId }
    }
  }
}
