import { Modal } from '@mantine/core'
import { climateFigures, climatesNear } from '@yard-lamp/core/site'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

/** A climate of ours for a place whose figures are not at hand: an assumption, with its spread. */
export function ClimateDialog({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const write = useWrite()
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  const { latitudeDeg } = site
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Take a climate"
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {latitudeDeg === null ? (
        <p>Enter the latitude first: the same climate has other sun at another latitude.</p>
      ) : (
        <>
          <p className="small">
            For a first design. Figures of such places at {formatNumber(latitudeDeg, 1)}°, kinds met there first. They
            stand as an assumption until measured or published ones take their place.
          </p>
          <div className="table-scroll">
            <table className="sheet-table">
              <thead>
                <tr>
                  <th>Climate</th>
                  <th className="number">Least month</th>
                  <th className="number">Year, kWh/m² a day</th>
                  <th className="number">A month may differ</th>
                  <th className="number">Months, {write.unit('°C')}</th>
                  <th>
                    <span className="visually-hidden">Take</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {climatesNear(latitudeDeg).map((climate) => {
                  const figures = climateFigures(climate, latitudeDeg)
                  const sun = figures.sunKwhPerM2Day
                  return (
                    <tr key={climate.id} className={site.climateId === climate.id ? 'chosen' : ''}>
                      <td>
                        <b>{climate.name}</b> <span className="soft">{climate.where}</span>
                      </td>
                      <td className="number">{formatNumber(Math.min(...sun), 2)}</td>
                      <td className="number">{formatNumber(sun.reduce((sum, each) => sum + each, 0) / 12, 2)}</td>
                      <td className="number">±{formatPercent(climate.spreadFraction)}</td>
                      <td className="number">
                        {write.number(Math.min(...figures.monthMeanC), '°C', 0)} to{' '}
                        {write.number(Math.max(...figures.monthMeanC), '°C', 0)}
                      </td>
                      <td>
                        <button
                          type="button"
                          className="pick"
                          aria-label={`Take ${climate.name}`}
                          onClick={() => {
                            dispatch(edited({ act: 'set-site', patch: figures }))
                            onClose()
                          }}
                        >
                          take
                        </button>
                      </td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          </div>
        </>
      )}
    </Modal>
  )
}
