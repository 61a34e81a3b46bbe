import { type BesideDesign, besideKey } from '@yard-lamp/core'
import { OneLine } from '../../diagram/OneLine.tsx'
import { WallView } from '../../diagram/wall/WallPart.tsx'
import { Part } from '../../job/Page.tsx'
import { CircuitTable } from './CircuitTable.tsx'
import { BondTable } from './Earthing.tsx'
import { FittingTable } from './Fittings.tsx'

interface BesideWiringProps {
  beside: BesideDesign
  selected: string | null
  onSelect: (id: string) => void
}

/** Drawing, circuits and fittings of a system beside the main one. */
export function BesideWiring({ beside: { id, name, design }, selected, onSelect }: BesideWiringProps) {
  const idOf = (own: string) => besideKey(id, own)
  if (design.wiring.circuits.length === 0)
    return (
      <Part name={name} aside="a system of its own">
        <p className="soft">Circuits stand here once it carries loads: choose them on the battery page.</p>
      </Part>
    )
  return (
    <Part name={name} aside="a system of its own on the same site">
      <OneLine
        design={design}
        systemId={id}
        selected={selected?.startsWith(idOf('')) ? selected.slice(idOf('').length) : null}
        onSelect={(circuitId) => onSelect(idOf(circuitId))}
      />
      <div className="sheet-part-gap">
        <CircuitTable design={design} idOf={idOf} selected={selected} onSelect={onSelect} />
      </div>
      <div className="sheet-part-gap">
        <FittingTable design={design} idOf={idOf} />
      </div>
      <div className="sheet-part-gap">
        <BondTable design={design} idOf={idOf} />
      </div>
      <div className="sheet-part-gap">
        <WallView design={design} systemId={id} />
      </div>
    </Part>
  )
}
