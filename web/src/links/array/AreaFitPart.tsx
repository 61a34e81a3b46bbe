import { type AreaFit, acrossRow, areaFit, keptFreeMm } from '@yard-lamp/core/array'
import { optionSchema } from '@yard-lamp/core/job'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectJob } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'

const { shape } = optionSchema.shape.array.shape.fit

/** Whether the panels lie on the roofs and frames of the site, drawn to scale, by area and by weight. */
export function AreaFitPart() {
  const { site, array, option } = useAppSelector(selectDesign)
  const job = useAppSelector(selectJob)
  const dispatch = useAppDispatch()
  const { layout, panels } = array
  if (!layout || !panels) return null
  const { fit } = option.array
  const change = (patch: Partial<typeof fit>) =>
    dispatch(edited({ act: 'set-option', part: 'array', patch: { fit: { ...fit, ...patch } } }))
  const counts = array.byPlane.map((each) => each.panels)
  return (
    <Part
      title="Does it fit?"
      aside={`${panels.value} × ${layout.panel.model}, ${formatNumber(layout.panel.lengthMm)} × ${formatNumber(layout.panel.widthMm)} mm`}
    >
      <div className="fields fields-narrow">
        <ChoiceField
          label="Panels stand"
          place="array.fit.portrait"
          value={fit.portrait === null ? '' : fit.portrait ? 'upright' : 'across'}
          choices={[
            { value: '', label: 'as more fit' },
            { value: 'upright', label: 'upright' },
            { value: 'across', label: 'across' },
          ]}
          onValue={(way) => change({ portrait: way === '' ? null : way === 'upright' })}
        />
        <NumberField
          label="Gap"
          place="array.fit.gapMm"
          value={fit.gapMm}
          schema={shape.gapMm}
          assumed={`${keptFreeMm(job.site).gap}`}
          onValue={(gapMm) => change({ gapMm })}
        />
        <NumberField
          label="Free at the edges"
          place="array.fit.edgeMm"
          value={fit.edgeMm}
          schema={shape.edgeMm}
          assumed={`${keptFreeMm(job.site).edge}`}
          onValue={(edgeMm) => change({ edgeMm })}
        />
      </div>
      <div className="fits">
        {site.planes.map(({ plane, tiltDeg }, i) => {
          const placed = areaFit(job.site, plane, tiltDeg[0]?.value ?? 0, layout.panel, fit)
          return <PlaneFit key={plane.id} name={plane.name} fit={placed} wanted={counts[i] ?? 0} />
        })}
      </div>
    </Part>
  )
}

function PlaneFit({ name, fit, wanted }: { name: string; fit: AreaFit | null; wanted: number }) {
  const write = useWrite()
  if (!fit)
    return (
      <p className="small soft">
        {name}: width and height on the site page show whether {wanted} panels fit.
      </p>
    )
  const { plane, rows, panels, panelsByWeight } = fit
  const widthM = plane.widthM ?? 1
  const heightM = plane.heightM ?? 1
  const scale = Math.min(420 / widthM, 200 / heightM)
  const topM = plane.shape === 'triangle' ? 0 : plane.shape === 'trapezoid' ? (plane.topWidthM ?? widthM) : widthM
  const [w, h] = [widthM * scale, heightM * scale]
  const corners = `0,${h} ${w},${h} ${(w + topM * scale) / 2},0 ${(w - topM * scale) / 2},0`
  let left = wanted
  const weight =
    panelsByWeight === null
      ? ''
      : `; by weight ${panelsByWeight}, ${write.quantity(wanted * fit.weightKgPerPanel, 'kg', 0)} of ${write.quantity(plane.mostWeightKg ?? 0, 'kg')}`
  const most = Math.min(panels, panelsByWeight ?? panels)
  const said = `${name}: ${wanted} wanted, ${panels} fit by area${weight}${fit.pitchM === null ? '' : `; rows every ${write.quantity(fit.pitchM, 'm', 2)}, clear of each other’s shade at midwinter with the sun ${formatQuantity(fit.winterSunDeg ?? 0, '°', 0)} high`}.`
  return (
    <figure style={{ margin: 0 }}>
      <svg width={w + 4} height={h + 4} viewBox={`-2 -2 ${w + 4} ${h + 4}`} role="img" aria-label={said}>
        <polygon points={corners} fill="var(--wash)" stroke="var(--rule)" strokeWidth="1.5" />
        {rows.map((row) => {
          return acrossRow(fit, row).map((xM) => {
            const used = left > 0
            left -= 1
            return (
              <rect
                key={`${row.bottomM} ${xM}`}
                x={xM * scale}
                y={h - (row.bottomM + row.heightM) * scale}
                width={fit.panelWidthM * scale}
                height={row.heightM * scale}
                fill={used ? 'var(--slate)' : 'none'}
                stroke={used ? 'var(--card)' : 'var(--rule)'}
                strokeDasharray={used ? undefined : '3 3'}
              />
            )
          })
        })}
      </svg>
      <figcaption className={wanted > most ? 'small short' : 'small'}>{said}</figcaption>
    </figure>
  )
}
