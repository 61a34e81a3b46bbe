import type { Known } from '@yard-lamp/core'
import { isUnsettled } from '@yard-lamp/core'
import { circuitChoiceSchema } from '@yard-lamp/core/job'
import { GridNumber } from '../../fields/GridNumber.tsx'
import { useWrite } from '../../store/use-write.ts'

interface LengthCellProps {
  title: string
  place: string
  /** What a person gave; null for what the design takes. */
  given: number | null
  taken: Known
  onValue: (lengthM: number | null) => void
}

/** The length of a conductor, one way: a person's, or faintly what the design takes. */
export function LengthCell({ title, place, given, taken, onValue }: LengthCellProps) {
  const write = useWrite()
  return (
    <td className="circuit-length">
      <GridNumber
        label={`Length one way, ${title}`}
        column="lengthM"
        place={place}
        value={given}
        schema={circuitChoiceSchema.shape.lengthM}
        onValue={onValue}
      />
      {given === null && (
        <span
          className={`${isUnsettled(taken) ? 'assumed' : 'soft'} circuit-assumed`}
          title={`${taken.origin}: ${taken.from}`}
        >
          {write.number(taken.value, 'm', 1)}
        </span>
      )}
    </td>
  )
}
