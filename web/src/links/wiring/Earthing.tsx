import { type BondChoice, type Design, EMPTY_BOND_CHOICE, type Option } from '@yard-lamp/core'
import { CONDUCTORS, isAwg, sizeInBoth } from '@yard-lamp/core/tables'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectOption } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { LengthCell } from './LengthCell.tsx'

type Bond = Design['wiring']['bonds'][number]

/** Protective conductors, the electrode, and the one joint of neutral and earth. */
export function Earthing() {
  const design = useAppSelector(selectDesign)
  const { wiring } = design
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  if (wiring.bonds.length === 0) return null
  const { rules, bonds } = wiring
  const set = (patch: Partial<Option['wiring']>) => dispatch(edited({ act: 'set-option', part: 'wiring', patch }))
  return (
    <Part title="Earth and bonding" aside="what carries a fault away, and nothing else">
      <BondTable design={design} idOf={(id) => id} />
      {bonds.some(({ what }) => what === 'neutral') && (
        <label className="bond-count">
          Joints of neutral and earth, counted on site{' '}
          <select
            data-place="wiring.neutralBonds"
            value={option.wiring.neutralBonds ?? ''}
            onChange={(event) => set({ neutralBonds: event.target.value === '' ? null : Number(event.target.value) })}
          >
            <option value="">one, as it is drawn</option>
            {[0, 1, 2, 3].map((count) => (
              <option key={count} value={count}>
                {count}
              </option>
            ))}
          </select>
        </label>
      )}
      <ul className="small soft bond-rules">
        <li>
          {rules.systemBond.value} ({rules.systemBond.source}).
        </li>
        <li>
          {rules.residualCurrent.value} ({rules.residualCurrent.source}).
        </li>
        {rules.disconnects.map(({ value, source }) => (
          <li key={value}>
            Disconnect: {value} ({source}).
          </li>
        ))}
        {rules.labels.map(({ value, source }) => (
          <li key={value}>
            Label: {value} ({source}).
          </li>
        ))}
      </ul>
    </Part>
  )
}

interface BondTableProps {
  design: Design
  /** Id under which the job keeps what is said of a conductor. */
  idOf: (bondId: string) => string
}

/** Each conductor of earth with its size, and why it is so thick. */
export function BondTable({ design, idOf }: BondTableProps) {
  const write = useWrite()
  return (
    <div className="table-scroll">
      <table className="sheet-table circuits">
        <thead>
          <tr>
            <th>Conductor</th>
            <th className="number">{write.unit('m')} one way</th>
            <th>Size</th>
            <th>At least</th>
            <th>Left out</th>
          </tr>
        </thead>
        <tbody>
          {design.wiring.bonds.map((bond) => (
            <BondRow key={bond.id} bond={bond} bondId={idOf(bond.id)} />
          ))}
        </tbody>
      </table>
    </div>
  )
}

function BondRow({ bond, bondId }: { bond: Bond; bondId: string }) {
  const write = useWrite()
  const option = useAppSelector(selectOption)
  const dispatch = useAppDispatch()
  const choice = option.wiring.bonds[bondId] ?? EMPTY_BOND_CHOICE
  const change = (patch: Partial<BondChoice>) => dispatch(edited({ act: 'set-bond', bondId, patch }))
  const place = (field: string) => `wiring.bonds.${bondId}.${field}`
  const system = isAwg(bond.least.value)
  return (
    <tr>
      <td>
        {bond.title}
        {bond.count > 1 && <span className="soft"> × {bond.count}</span>}
      </td>
      <LengthCell
        title={bond.title}
        place={place('lengthM')}
        given={choice.lengthM}
        taken={bond.lengthM}
        onValue={(lengthM) => change({ lengthM })}
      />
      <td>
        <select
          data-place={place('size')}
          className={choice.size === null ? 'by-design' : ''}
          aria-label={`Size, ${bond.title}`}
          value={choice.size ?? ''}
          onChange={(event) => change({ size: event.target.value === '' ? null : event.target.value })}
        >
          <option value="">{sizeInBoth(bond.least.value, write)}</option>
          {CONDUCTORS.filter(({ size }) => isAwg(size) === system).map(({ size }) => (
            <option key={size} value={size}>
              {sizeInBoth(size, write)}
            </option>
          ))}
        </select>
      </td>
      <td className="small soft bond-source">{bond.least.source}</td>
      <td>
        <input
          type="checkbox"
          aria-label={`Left out, ${bond.title}`}
          checked={choice.leftOut}
          onChange={(event) => change({ leftOut: event.target.checked })}
        />
      </td>
    </tr>
  )
}
