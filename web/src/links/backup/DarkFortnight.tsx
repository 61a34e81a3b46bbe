import { aloneOf } from '@yard-lamp/core/proof'
import { useMemo } from 'react'
import { OfYear } from '../../year/OfYear.tsx'
import { useHeld, type WorkedStanding } from '../../year/use-held-year.ts'
import { YearTold } from '../../year/YearTold.tsx'
import { Fortnight } from '../proof/Fortnight.tsx'
import { useSeen } from '../proof/use-seen.ts'
import '../proof/proof.css'

/** The darkest fourteen days of the worst of the years: with nothing but the sun, and as planned. */
export function DarkFortnightPicture() {
  return <YearTold what="The darkest fortnight is drawn here">{(worked) => <Drawn {...worked} />}</YearTold>
}

function Drawn({ plan, told: { worstSeed: seed } }: WorkedStanding) {
  const alonePlan = useMemo(() => aloneOf(plan), [plan])
  const seen = useSeen({ plan, seed })
  const alone = useSeen({ plan: alonePlan, seed })
  const isHere = seen && alone && !seen.isOld && !alone.isOld
  // Both of the same plan: one beside the other of another would be no comparison.
  const drawn = useHeld(isHere ? { plan, seen: seen.value.seen, alone: alone.value.seen } : null)
  if (!drawn) return <p className="soft">The darkest fortnight is being drawn …</p>
  return (
    <OfYear isOld={drawn.isOld} said={null}>
      <Fortnight {...drawn.value} first={drawn.value.alone.worstFortnight} day={null} />
    </OfYear>
  )
}
