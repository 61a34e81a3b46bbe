import { aloneOf } from '@yard-lamp/core/proof'
import { useMemo } from 'react'
import { selectYear } from '../../store/selectors.ts'
import { useAppSelector } from '../../store/store.ts'
import { Fortnight } from '../proof/Fortnight.tsx'
import { useSeen } from '../proof/use-seen.ts'
import { yearWaits } from '../proof/year-waits.ts'
import '../proof/proof.css'

/** The darkest fourteen days of the worst of the years: with nothing but the sun, and as planned. */
export function DarkFortnightPicture() {
  const standing = useAppSelector(selectYear)
  const worked = standing.status === 'worked' ? standing : null
  const plan = worked?.plan ?? null
  const alonePlan = useMemo(() => plan && aloneOf(plan), [plan])
  const seed = worked?.told.worstSeed ?? 1
  const seen = useSeen(plan, seed)
  const alone = useSeen(alonePlan, seed)
  if (!worked) return <p className="soft">{yearWaits(standing, 'The darkest fortnight is drawn here')}</p>
  if (!seen || !alone) return <p className="soft">The darkest fortnight is being drawn …</p>
  return <Fortnight seen={seen} alone={alone} plan={worked.plan} first={alone.worstFortnight} day={null} />
}
