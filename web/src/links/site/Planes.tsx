import { Button } from '@mantine/core'
import { nanoid } from '@reduxjs/toolkit'
import { IconPlus, IconTrash } from '@tabler/icons-react'
import { emptyPlane, type Plane } from '@yard-lamp/core'
import { usualSurface } from '@yard-lamp/core/array'
import { MOST_PLANES, planeSchema, SURFACES, type Surface } from '@yard-lamp/core/job'
import { SEASONS, seasonOfMonths } from '@yard-lamp/core/site'
import { formatNumber, formatPercent } from '@yard-lamp/core/units'
import { useState } from 'react'
import { ChoiceField } from '../../fields/ChoiceField.tsx'
import { NumberField } from '../../fields/NumberField.tsx'
import { TextField } from '../../fields/TextField.tsx'
import { Part } from '../../job/Page.tsx'
import { edited } from '../../store/job-slice.ts'
import { selectDesign, selectSite } from '../../store/selectors.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { useWrite } from '../../store/use-write.ts'
import { PlaneSun } from './PlaneSun.tsx'

const { shape } = planeSchema
const POSITIONS = [
  { value: 'fixed', label: 'fixed' },
  { value: 'two', label: 'set twice a year' },
  { value: 'four', label: 'set four times a year' },
] as const
const SHAPES = [
  { value: 'rectangle', label: 'rectangle' },
  { value: 'trapezoid', label: 'trapezoid' },
  { value: 'triangle', label: 'triangle' },
] as const

const SURFACE_WORDS: Readonly<Record<Surface, string>> = {
  tile: 'tiles',
  slate: 'slates',
  metal: 'a metal roof',
  flat: 'a flat roof',
  ground: 'the ground',
  deck: 'a vehicle or a deck',
}
const SURFACE_CHOICES = SURFACES.map((value) => ({ value, label: SURFACE_WORDS[value] }))

/** Roofs and frames: how they lie, what sun that brings against the other ways, and what room they have. */
export function Planes() {
  const site = useAppSelector(selectSite)
  const dispatch = useAppDispatch()
  const [chosenId, setChosenId] = useState('')
  const plane = site.planes.find(({ id }) => id === chosenId) ?? site.planes[0]
  if (!plane) return null
  const setPlanes = (planes: Plane[]) => dispatch(edited({ act: 'set-site', patch: { planes } }))
  const change = (patch: Partial<Plane>) =>
    setPlanes(site.planes.map((each) => (each.id === plane.id ? { ...each, ...patch } : each)))
  const add = () => {
    const added = emptyPlane(nanoid(8), `Plane ${site.planes.length + 1}`)
    setPlanes([...site.planes, added])
    setChosenId(added.id)
  }
  return (
    <Part title="How the panels lie" aside="several roofs or frames share the array by their parts">
      <div className="plane-tabs">
        {site.planes.map((each) => (
          <button
            key={each.id}
            type="button"
            className="pick"
            aria-pressed={each.id === plane.id}
            onClick={() => setChosenId(each.id)}
          >
            {each.name || 'unnamed'}
          </button>
        ))}
        {site.planes.length < MOST_PLANES && (
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconPlus size={14} />}
            data-place="site.planes"
            onClick={add}
          >
            Another plane
          </Button>
        )}
        {site.planes.length > 1 && (
          <Button
            size="compact-sm"
            variant="default"
            leftSection={<IconTrash size={14} />}
            onClick={() => setPlanes(site.planes.filter((each) => each.id !== plane.id))}
          >
            Remove {plane.name}
          </Button>
        )}
      </div>
      <PlaneFields plane={plane} many={site.planes.length > 1} change={change} />
      <PlaneSun plane={plane} change={change} />
    </Part>
  )
}

// biome-ignore lint/complexity/noExcessiveLinesPerFunction: one form, its fields in order
function PlaneFields({
  plane,
  many,
  change,
}: {
  plane: Plane
  many: boolean
  change: (patch: Partial<Plane>) => void
}) {
  const write = useWrite()
  const { site: result } = useAppSelector(selectDesign)
  const site = useAppSelector(selectSite)
  const found = result.planes.find((each) => each.plane.id === plane.id)
  const place = (field: string) => `site.planes.${plane.id}.${field}`
  const number = (
    name: 'tiltDeg' | 'azimuthDeg' | 'widthM' | 'heightM' | 'topWidthM' | 'mostWeightKg',
    label: string,
    assumed?: string,
  ) => (
    <NumberField
      label={label}
      place={place(name)}
      value={plane[name]}
      schema={shape[name]}
      onValue={(value) => change({ [name]: value })}
      {...(assumed === undefined ? {} : { assumed })}
    />
  )
  const seasons = plane.positions === 'two' ? [0, 2] : [0, 1, 2, 3]
  const inSeason = (season: number) =>
    found?.tiltDeg[seasonOfMonths(plane.positions, site.latitudeDeg ?? 0).indexOf(season)]?.value
  return (
    <div className="fields">
      <TextField label="Name" place={place('name')} value={plane.name} most={80} onValue={(name) => change({ name })} />
      {plane.positions === 'fixed'
        ? number('tiltDeg', 'Tilt from flat', found ? `${formatNumber(found.tiltDeg[0]?.value ?? 0)} best` : 'the best')
        : seasons.map((season) => (
            <NumberField
              key={season}
              label={`Tilt in ${SEASONS[season]}`}
              place={place(`seasonTiltsDeg.${season}`)}
              value={plane.seasonTiltsDeg[season] ?? null}
              schema={shape.seasonTiltsDeg.element}
              assumed={`${formatNumber(inSeason(season) ?? 0)} best`}
              onValue={(value) =>
                change({ seasonTiltsDeg: plane.seasonTiltsDeg.map((each, i) => (i === season ? value : each)) })
              }
            />
          ))}
      {number('azimuthDeg', 'Faces (180 is south)', `${formatNumber(result.azimuthDeg.value)} equator`)}
      <ChoiceField
        label="Frame"
        place={place('positions')}
        value={plane.positions}
        choices={POSITIONS}
        onValue={(positions) => change({ positions })}
      />
      {many && (
        <NumberField
          label="Parts of the array"
          place={place('parts')}
          value={plane.parts}
          schema={shape.parts}
          hint={found ? `${formatPercent(found.share)} of it` : 'none of it'}
          onValue={(parts) => parts !== null && change({ parts })}
        />
      )}
      <ChoiceField
        label="Panels lie"
        place={place('mount')}
        value={plane.mount}
        choices={[
          { value: 'flush', label: 'flush with it' },
          { value: 'rows', label: 'in rows of frames on it' },
        ]}
        onValue={(mount) => change({ mount })}
      />
      <ChoiceField
        label="Fixed to"
        place={place('surface')}
        value={plane.surface ?? ''}
        choices={[{ value: '', label: `usual: ${SURFACE_WORDS[usualSurface(site, plane)]}` }, ...SURFACE_CHOICES]}
        onValue={(surface) => change({ surface: surface === '' ? null : surface })}
      />
      <ChoiceField
        label="Shape"
        place={place('shape')}
        value={plane.shape}
        choices={SHAPES}
        onValue={(shapeOf) => change({ shape: shapeOf })}
      />
      {number('widthM', 'Width below')}
      {number('heightM', 'Height up the slope')}
      {plane.shape === 'trapezoid' && number('topWidthM', 'Width above')}
      {number('mostWeightKg', 'May bear')}
      {areaM2(plane) !== null && (
        <p className="small soft plane-area">
          {write.quantity(areaM2(plane) ?? 0, 'm²', 1)}
          {plane.mostWeightKg !== null && `, ${write.quantity(plane.mostWeightKg, 'kg', 0)} at the most`}
        </p>
      )}
    </div>
  )
}

function areaM2({ shape: kind, widthM, heightM, topWidthM }: Plane): number | null {
  if (widthM === null || heightM === null) return null
  const above = kind === 'rectangle' ? widthM : kind === 'triangle' ? 0 : topWidthM
  return above === null ? null : ((widthM + above) / 2) * heightM
}
