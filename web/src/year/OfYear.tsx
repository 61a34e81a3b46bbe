import type { ReactNode } from 'react'
import './year.css'

interface OfYearProps {
  /** What stands in it is of the design before. */
  isOld: boolean
  /** How far the year is: said at once. Else that it is being worked, where it takes longer; null where the page says it. */
  said?: string | null
  children: ReactNode
}

/** Something the year tells. While the year is worked anew what was told before stays, pale, and says what it is. */
export function OfYear({ isOld, said, children }: OfYearProps) {
  return (
    <div className={isOld ? 'of-year of-before' : 'of-year'} aria-busy={isOld}>
      {isOld && said !== null && (
        <p className={said === undefined ? 'of-before-said of-before-late' : 'of-before-said of-before-headed'}>
          <span>{said ?? 'Being worked.'} What is pale is of the design before.</span>
        </p>
      )}
      <div className="of-year-told">{children}</div>
    </div>
  )
}
