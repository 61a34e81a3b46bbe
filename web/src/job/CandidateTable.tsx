import { type CatalogueItem, itemName } from '@yard-lamp/core'
import { formatPercent } from '@yard-lamp/core/units'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { useWayToCatalogue } from '../catalogue/way.ts'
import { PickButton } from './PickButton.tsx'

/** A column of a table of candidates. */
export interface CandidateColumn<T> {
  readonly head: string
  readonly cell: (row: T) => ReactNode
  /** Figures stand right; words, left. */
  readonly words?: boolean
}

interface CandidateTableProps<T extends { readonly item: CatalogueItem }> {
  /** What the items are: "Inverter". */
  what: string
  rows: readonly T[]
  columns: readonly CandidateColumn<T>[]
  /** Item the design uses now. */
  chosenId: string | undefined
  /** A person said so. */
  locked: boolean
  /** Why a candidate does not fit; empty where it does. */
  shortOf: (row: T) => string
  /** Field that checks and needs lead to. */
  place: string
  /** The item to take and lock, or null to leave the choice to the design. */
  onPick: (id: string | null) => void
}

/** Rows shown even where nothing fits. */
const FIRST = 6

/** Candidates of a link, the fitting ones first; the others are one press away. One is chosen, locked, or let go. */
export function CandidateTable<T extends { readonly item: CatalogueItem }>({
  what,
  rows,
  columns,
  chosenId,
  locked,
  shortOf,
  place,
  onPick,
}: CandidateTableProps<T>) {
  const [all, setAll] = useState(false)
  const shown = all ? rows : rows.filter((row, i) => shortOf(row) === '' || i < FIRST || row.item.id === chosenId)
  const wayToCatalogue = useWayToCatalogue()
  const kind = rows[0]?.item.kind
  const reached = chosenId ?? shown[0]?.item.id
  return (
    <>
      <div className="table-scroll">
        <table className="sheet-table">
          <thead>
            <tr>
              <th>{what}</th>
              {columns.map(({ head, words }) => (
                <th key={head} className={words ? '' : 'number'}>
                  {head}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => {
              const { id } = row.item
              const chosen = id === chosenId
              const short = shortOf(row)
              return (
                <tr key={id} className={chosen ? 'chosen' : short === '' ? '' : 'unfit'}>
                  <td className="nowrap">{itemName(row.item)}</td>
                  {columns.map(({ head, words, cell }) => (
                    <td key={head} className={words ? 'nowrap small' : 'number nowrap'}>
                      {cell(row)}
                    </td>
                  ))}
                  <td>
                    <PickButton
                      chosen={chosen}
                      locked={chosen && locked}
                      short={short}
                      place={id === reached ? place : undefined}
                      onPick={(take) => onPick(take ? id : null)}
                    />
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      <p className="candidates-foot">
        {(shown.length < rows.length || all) && (
          <button type="button" className="pick" onClick={() => setAll(!all)}>
            {all ? 'Show those that fit' : `Show all ${rows.length}, with what keeps them from fitting`}
          </button>
        )}
        {kind && <Link to={wayToCatalogue(kind)}>Their sheets, and adding one</Link>}
      </p>
    </>
  )
}

/** How far over (+) or under (−) what is needed; 1 is just enough. */
export const overText = (ratio: number | null): string =>
  ratio === null || !Number.isFinite(ratio) ? '–' : `${ratio >= 1 ? '+' : ''}${formatPercent(ratio - 1, 0)}`
