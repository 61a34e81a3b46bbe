import { type Help, type Plan, shareText, type YearsTold } from '@yard-lamp/core/proof'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectCatalogue, selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { FailsFirst } from './FailsFirst.tsx'
import { TrialControls } from './TrialControls.tsx'
import { useTrial } from './use-trial.ts'

/** What fails first and what would help, each tried over years, the best for the money first; one act does it. */
export function Helps({ told, plan }: { told: YearsTold; plan: Plan }) {
  const job = useAppSelector(selectJob)
  const catalogue = useAppSelector(selectCatalogue)
  const { parts } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const trial = useTrial<Help[]>(job, (crew, onShare) => crew.ask().whatWouldHelp(job, catalogue, onShare))
  const helps = trial.answer?.filter(
    ({ gainHours, criticalGainHours }) => Math.max(gainHours, criticalGainHours) > 0.05,
  )
  return (
    <Part
      name="What would help"
      aside={trial.answer ? 'each tried over ten years, best for the money first' : 'tries each on the whole chain'}
    >
      <FailsFirst told={told} plan={plan} />
      <TrialControls trial={trial} start="Try what would help" doing="Trying" />
      {helps?.length === 0 && (
        <p className="small soft">
          {told.spread.unmetHours.mean < 0.05
            ? 'Nothing goes without: none of the changes tried could carry more.'
            : 'None of the changes tried carries more hours. The figures of the other pages have to move first.'}
        </p>
      )}
      {helps && helps.length > 0 && (
        <div className="table-scroll">
          <table className="sheet-table">
            <thead>
              <tr>
                <th>Change</th>
                <th className="number">hours a year gained</th>
                <th className="number">of critical loads</th>
                <th className="number">then carried</th>
                <th className="number">parts</th>
                <th>
                  <span className="visually-hidden">Do it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {helps.map((help) => (
                <tr key={help.change.label}>
                  <td>
                    {help.change.label}
                    {help.carried && <span className="help-carries"> ● carries what is asked</span>}
                  </td>
                  <td className="number">{formatNumber(help.gainHours, 0)}</td>
                  <td className="number">{formatNumber(help.criticalGainHours, 0)}</td>
                  <td className="number">{shareText(help.hours)}</td>
                  <td className="number">{priceText(help.priceDifference, parts.currency)}</td>
                  <td>
                    <button
                      type="button"
                      className="pick"
                      onClick={() => dispatch(edited(help.change.edits, help.change.label))}
                    >
                      Do it
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Part>
  )
}

function priceText(difference: number | null, currency: string): string {
  if (difference === null) return 'not whole'
  if (Math.abs(difference) < 0.5) return 'nothing'
  return `${difference > 0 ? '+' : '−'}${formatMoney(Math.abs(difference), currency)}`
}
