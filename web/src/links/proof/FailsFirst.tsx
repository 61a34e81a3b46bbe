import { type FailsFirst as Fails, failsFirst, type Plan, type YearsTold } from '@yard-lamp/core/proof'
import { formatQuantity } from '@yard-lamp/core/units'
import { OfYear } from '../../year/OfYear.tsx'
import { useSeen } from './use-seen.ts'

const WHY: Readonly<Record<Fails, string>> = {
  energy: 'the bank is down to its depth: too little sun for what is wanted',
  inverter: 'the inverter is too small for what runs together',
  discharge: 'the bank gives no more current',
  cold: 'the bank is empty and too cold to be charged',
  shed: 'loads were let go to spare the bank',
}

/** Why the worst year goes without, in words. */
export function FailsFirst({ told, plan }: { told: YearsTold; plan: Plan }) {
  const isSound = told.worked.years.every(({ unmetHours }) => unmetHours < 0.5)
  const seen = useSeen(isSound ? null : { plan, seed: told.worstSeed })
  if (isSound) return <p className="small">Nothing fails first: no hour of the twenty years goes without.</p>
  if (!seen) return <p className="small">Looking at what fails first …</p>
  return (
    <OfYear isOld={seen.isOld} said={null}>
      <p className="small">
        <b>What fails first</b>, in the worst year:{' '}
        {failsFirst(seen.value.seen, seen.value.plan)
          .map(({ what, hours }) => `${formatQuantity(hours, 'h')}: ${WHY[what]}`)
          .join('; ')}
        .
      </p>
    </OfYear>
  )
}
