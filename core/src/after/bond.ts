import type { Design } from '../chain/design.ts'
import type { Option } from '../job/schema.ts'

type Bond = Option['backup']['bond']

/** Where neutral and earth are bonded, in words for a choice. */
export const BOND_LABEL: Record<Bond, string> = {
  unanswered: 'not answered yet',
  'inverter-only': 'always at the inverter’s board; the source floats',
  'source-only': 'only in the generator or at the shore',
  transfers: 'at the inverter, which lets go while the source feeds',
  both: 'at both, always',
  neither: 'nowhere',
}

interface BondFault {
  readonly message: string
  /** The question is open: not known to be wrong. */
  readonly open: boolean
  /** The answer that would be right for this source. */
  readonly suits: { readonly bond: Bond; readonly label: string } | null
}

/** What is wrong with the bonds between neutral and earth; null where there is one at any moment, or no source. */
export function bondFault({ option, backup, inverter }: Design): BondFault | null {
  if (backup.kind === 'none' || !inverter.item) return null
  // A separate charger joins nothing to the house's AC: no second bond, and none is missing.
  if (backup.charge && !backup.charge.builtIn) return null
  // Shore power brings its bond along; a generator as its sheet says.
  const bonded = backup.kind === 'mains' || (backup.generator?.neutralBonded ?? false)
  const right: Bond = bonded ? 'transfers' : 'inverter-only'
  const suits = { bond: right, label: `Bond ${BOND_LABEL[right]}` }
  const source = backup.kind === 'mains' ? 'the shore lead' : 'the generator'
  const two = `With ${source} connected neutral and earth are joined twice: current runs in the earth wires, and the residual-current device trips or is blind.`
  const none = (when: string) => `${when} neutral and earth are joined nowhere: a fault to the case trips nothing.`
  const { bond } = option.backup
  if (bond === 'unanswered') {
    return { message: `Where neutral and earth are joined while ${source} feeds is not answered.`, open: true, suits }
  }
  const message =
    bond === 'both'
      ? two
      : bond === 'neither'
        ? none('In this plan')
        : bond === 'source-only'
          ? none('On the battery alone')
          : bond === 'inverter-only' && bonded
            ? two
            : bond === 'transfers' && !bonded
              ? none(`While ${source} feeds`)
              : null
  return message === null ? null : { message, open: false, suits }
}
