import { type Matter, type Plan, shareText, type YearsTold } from '@yard-lamp/core/proof'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { Part } from '../../job/Page.tsx'
import { TrialControls } from './TrialControls.tsx'
import { useTrial } from './use-trial.ts'

/** The uncertain assumptions, each over the range it may lie in, the one that moves most first. */
export function Matters({ plan, told }: { plan: Plan; told: YearsTold }) {
  const trial = useTrial<Matter[]>(plan, (crew, onShare) => crew.ask().whatMatters({ plan }, onShare))
  const hasGenerator = told.spread.generatorHours.high > 0
  const ends = ({ low, high }: Matter) => [low, high].sort((a, b) => a.hours - b.hours)
  // Where no hour is at stake, the hours of the generator are.
  const moved = trial.answer?.some(({ low, high }) => Math.abs(high.hours - low.hours) > 1e-6)
  const reach = ({ low, high }: Matter) =>
    moved ? Math.abs(high.hours - low.hours) : Math.abs(high.generatorHours - low.generatorHours)
  const widest = Math.max(1e-9, ...(trial.answer ?? []).map(reach))
  return (
    <Part name="What matters" aside="assumptions over the range they may lie in, the strongest first">
      <TrialControls trial={trial} start="Try what matters" doing="Trying" />
      {trial.answer && (
        <div className="table-scroll">
          <table className="sheet-table">
            <thead>
              <tr>
                <th>Assumption</th>
                <th className="number">from</th>
                <th className="number">to</th>
                <th className="number">carried, at worst</th>
                <th className="number">at best</th>
                {hasGenerator && <th className="number">generator</th>}
                <th>{moved ? 'effect on the hours' : 'effect on the generator'}</th>
              </tr>
            </thead>
            <tbody>
              {trial.answer.map((matter) => {
                const [worst, best] = ends(matter)
                return (
                  <tr key={matter.id}>
                    <td>
                      {matter.name}
                      <span className="small soft"> {matter.source}</span>
                    </td>
                    <td className="number">{valueText(matter.low.value, matter.unit)}</td>
                    <td className="number">{valueText(matter.high.value, matter.unit)}</td>
                    <td className="number">{shareText(worst?.hours ?? 1)}</td>
                    <td className="number">{shareText(best?.hours ?? 1)}</td>
                    {hasGenerator && (
                      <td className="number">
                        {formatNumber(matter.low.generatorHours, 0)} to{' '}
                        {formatQuantity(matter.high.generatorHours, 'h', 0)}
                      </td>
                    )}
                    <td>
                      <span className="matter-bar" style={{ width: `${(100 * reach(matter)) / widest}%` }} />
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        </div>
      )}
    </Part>
  )
}

const valueText = (value: number, unit: string): string =>
  unit === 'K'
    ? `${value > 0 ? '+' : ''}${formatNumber(value, 1)} K`
    : unit === '×'
      ? `× ${formatNumber(value, 2)}`
      : formatNumber(value, 2)
