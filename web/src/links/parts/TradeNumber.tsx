import type { Default, Trade } from '@yard-lamp/core/job'
import type { z } from 'zod'
import { NumberField } from '../../fields/NumberField.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'

interface TradeNumberProps {
  name: 'ratePerCatalogue' | 'markUpFraction' | 'taxFraction' | 'hourPrice' | 'wasteFraction'
  label: string
  schema: z.ZodType
  byDefault?: Default
  assumed?: string
  /** Shown value over kept value; 100 for percentages. */
  scale?: number
  unit?: string
  hint?: string
}

/** A figure of buying and selling, by the name it has in the job. */
export function TradeNumber({ name, ...field }: TradeNumberProps) {
  const { trade } = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  return (
    <NumberField
      {...field}
      place={`parts.${name}`}
      value={trade[name]}
      onValue={(value) => dispatch(edited({ act: 'set-trade', patch: { [name]: value } as Partial<Trade> }))}
    />
  )
}
