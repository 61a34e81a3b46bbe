import { Button, Textarea } from '@mantine/core'
import { horizonText, readHorizon } from '@yard-lamp/core/site'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import { useState } from 'react'
import { FileField } from '../../fields/FileField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { MonthHeads } from '../../units/MonthHeads.tsx'
import { HorizonPicture } from './HorizonPicture.tsx'

/** The horizon over the paths of the sun: drawn by dragging, typed, or brought in as points; and what it takes. */
export function Horizon() {
  const site = useAppSelector(selectSite)
  const { site: result } = useAppSelector(selectDesign)
  const dispatch = useAppDispatch()
  const [text, setText] = useState<string | null>(null)
  const [refused, setRefused] = useState('')
  const lost = result.planes.find((plane) => plane.horizonLost)?.horizonLost
  const take = (points: string) => {
    try {
      dispatch(edited({ act: 'set-site', patch: { horizon: readHorizon(points) } }))
      setText(null)
      setRefused('')
    } catch (error) {
      setText(points)
      setRefused((error as Error).message)
    }
  }
  return (
    <Part title="Horizon" aside="drag over the picture to draw what stands before the sky">
      <HorizonPicture />
      <div className="horizon-tools">
        <Textarea
          aria-label="Points of the horizon, azimuth and height"
          placeholder={'azimuth height, a line each:\n90 12\n135 20'}
          rows={4}
          value={text ?? horizonText(site.horizon)}
          onChange={(event) => setText(event.currentTarget.value)}
          onBlur={() => text !== null && text !== horizonText(site.horizon) && take(text)}
          error={refused !== '' ? refused : null}
        />
        <div className="horizon-buttons">
          <FileField
            name="Horizon file"
            accept=".txt,.csv,.hor,.tsv"
            size="compact-sm"
            onFile={(chosen) => void chosen.text().then(take)}
          >
            Bring in points
          </FileField>
          {site.horizon.length > 0 && (
            <Button
              variant="default"
              size="compact-sm"
              onClick={() => dispatch(edited({ act: 'set-site', patch: { horizon: [] } }))}
            >
              Clear it
            </Button>
          )}
        </div>
        {lost && (
          <table className="sheet-table horizon-lost">
            <caption className="small soft">
              Lost behind it{result.planes.length > 1 ? `, ${result.planes[0]?.plane.name}` : ''}; of the diffuse light{' '}
              {formatPercent(lost.diffuse.value, 1)} all year
            </caption>
            <thead>
              <tr>
                <th>
                  <span className="visually-hidden">What</span>
                </th>
                <MonthHeads />
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">of all, %</th>
                {lost.all.value.map((share, i) => (
                  <td key={i} className="number">
                    <b>{formatNumber(share * 100, 0)}</b>
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">of the beam, %</th>
                {lost.beam.value.map((share, i) => (
                  <td key={i} className="number">
                    {formatNumber(share * 100, 0)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        )}
      </div>
    </Part>
  )
}
