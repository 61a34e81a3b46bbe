import type { Finding } from '@yard-lamp/core'
import type { Remedy } from '@yard-lamp/core/checks'
import { formatMoney } from '@yard-lamp/core/units'
import { useEffect, useState } from 'react'
import { edited } from '../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { designs } from '../workers/design.ts'
import { Accept } from './Accept.tsx'
import { useGoTo } from './use-go-to.ts'

export const SEVERITY_NAME = { danger: '▲ Danger', fault: '△ Fault', advice: '○ Advice' } as const

export function FindingLine({ finding }: { finding: Finding }) {
  const goTo = useGoTo()
  const dispatch = useAppDispatch()
  const [open, setOpen] = useState(false)
  const [accepting, setAccepting] = useState(false)
  const { accepted } = finding
  return (
    <li className={`notice notice-${finding.severity}${accepted ? ' notice-accepted' : ''}`}>
      <span className="notice-kind">{SEVERITY_NAME[finding.severity]}</span>
      <span className="notice-text">
        {finding.message}
        <span className="notice-remedy">{finding.remedy}</span>
        {accepted && (
          <span className="notice-remedy">
            <b>Accepted</b> on {accepted.on}
            {accepted.by !== '' && ` by ${accepted.by}`}: {accepted.reason}
          </span>
        )}
        {open && <Remedies finding={finding} />}
        {accepting && <Accept finding={finding} onDone={() => setAccepting(false)} />}
      </span>
      {finding.changes.length > 0 && (
        <button type="button" className="notice-go" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Close' : 'Mend it'}
        </button>
      )}
      {accepted ? (
        <button
          type="button"
          className="notice-go"
          onClick={() => dispatch(edited({ act: 'withdraw-acceptance', checkId: finding.id, place: finding.place }))}
        >
          No longer accept
        </button>
      ) : (
        <button type="button" className="notice-go" aria-expanded={accepting} onClick={() => setAccepting(!accepting)}>
          Accept …
        </button>
      )}
      <button type="button" className="notice-go" onClick={() => goTo(finding.place)}>
        Go there
      </button>
    </li>
  )
}

/** The changes that were tried on the whole chain and mend it, each with what else it moves. */
function Remedies({ finding }: { finding: Finding }) {
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const { parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [offered, setOffered] = useState<readonly Remedy[] | null>(null)
  useEffect(() => {
    let wanted = true
    setOffered(null)
    void designs()
      .remedies(job, catalogue, finding)
      .then((tried) => wanted && setOffered(tried))
    return () => {
      wanted = false
    }
  }, [job, catalogue, finding])
  if (offered === null) return <span className="notice-remedy">Trying what could mend it …</span>
  if (offered.length === 0)
    return <span className="notice-remedy">None of the changes Yard Lamp tried mends it with this catalogue.</span>
  return (
    <span className="remedies">
      {offered.map((remedy) => (
        <button
          key={remedy.change.label}
          type="button"
          className="pick"
          onClick={() => dispatch(edited(remedy.change.edits, remedy.change.label))}
        >
          <b>{remedy.change.label}</b> <span className="small">{consequence(remedy, parts.currency)}</span>
        </button>
      ))}
    </span>
  )
}

function consequence({ raises, priceDifference }: Remedy, currency: string): string {
  const price =
    priceDifference === null || Math.abs(priceDifference) < 0.5
      ? ''
      : `${priceDifference > 0 ? '+' : '−'}${formatMoney(Math.abs(priceDifference), currency)}`
  const others = raises.length === 0 ? '' : `brings up ${raises.map(({ id }) => id).join(', ')}`
  return [price, others].filter(Boolean).join(' · ')
}
