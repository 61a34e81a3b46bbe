import { Button, Modal } from '@mantine/core'
import { IconMapSearch } from '@tabler/icons-react'
import { climateFigures, climatesNear, isMetAt } from '@yard-lamp/core/site'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import { useState } from 'react'
import { edited } from '../../store/job-slice.ts'
import { selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { PlaceDialog } from './PlaceDialog.tsx'
import { SiteNumber } from './SiteNumber.tsx'

/** A climate of ours for a place whose figures are not at hand: an assumption, with its spread. */
export function ClimateDialog({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  const write = useWrite()
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  const { latitudeDeg, longitudeDeg } = site
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Take a climate"
      size="xl"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <Where />
      {latitudeDeg !== null && (
        <>
          <p className="small">
            For a first design. Figures of such places at {formatNumber(latitudeDeg, 1)}°, kinds met there first
            {longitudeDeg === null ? ', by latitude alone while the longitude is open' : ''}. They stand as an
            assumption until measured or published ones take their place.
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
                {climatesNear(latitudeDeg, longitudeDeg).map((climate) => {
                  const figures = climateFigures(climate, latitudeDeg)
                  const sun = figures.sunKwhPerM2Day
                  return (
                    <tr key={climate.id} className={site.climateId === climate.id ? 'chosen' : ''}>
                      <td>
                        <b>{climate.name}</b> <span className="soft">{climate.where}</span>
                        {longitudeDeg !== null && isMetAt(climate, latitudeDeg, longitudeDeg) && (
                          <span className="small met-here"> · met here</span>
                        )}
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

/** The same climate has other sun at another latitude: it is asked for here, by name, on the map or as a figure. */
function Where() {
  const [finding, setFinding] = useState(false)
  return (
    <div className="climate-latitude">
      <SiteNumber name="latitudeDeg" label="At latitude, north +" />
      <SiteNumber name="longitudeDeg" label="Longitude, east +" />
      <Button variant="default" leftSection={<IconMapSearch size={16} />} onClick={() => setFinding(true)}>
        Find the place
      </Button>
      <PlaceDialog opened={finding} onClose={() => setFinding(false)} />
    </div>
  )
}
