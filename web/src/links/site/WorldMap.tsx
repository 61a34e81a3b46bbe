import { ActionIcon } from '@mantine/core'
import { IconMinus, IconPlus } from '@tabler/icons-react'
import { formatNumber } from '@yard-lamp/core/units'
import { useMapView } from './use-map-view.ts'
import { mapX, mapY, WORLD_HEIGHT, WORLD_SHAPES, WORLD_WIDTH } from './world-shapes.ts'

interface WorldMapProps {
  latitudeDeg: number | null
  longitudeDeg: number | null
  onSpot: (latitudeDeg: number, longitudeDeg: number) => void
}

/** The earth flat: a click takes a spot, dragging moves the map, wheel or buttons bring it nearer; arrows move the spot. */
export default function WorldMap({ latitudeDeg, longitudeDeg, onSpot }: WorldMapProps) {
  const spot = latitudeDeg === null || longitudeDeg === null ? null : { latitudeDeg, longitudeDeg }
  const { svg, view, nearer, ...handlers } = useMapView(spot, onSpot)
  return (
    <div className="place-map">
      <svg
        ref={svg}
        viewBox={`${view.x} ${view.y} ${WORLD_WIDTH / view.nearness} ${WORLD_HEIGHT / view.nearness}`}
        role="application"
        aria-label={`Map of the earth. ${spot ? `Spot at ${formatNumber(spot.latitudeDeg, 2)}°, ${formatNumber(spot.longitudeDeg, 2)}°. ` : ''}Arrow keys move the spot, plus and minus bring the map nearer.`}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the keys need it
        tabIndex={0}
        {...handlers}
      >
        <rect width={WORLD_WIDTH} height={WORLD_HEIGHT} className="map-sea" />
        <path d={WORLD_SHAPES.graticule} className="map-graticule" />
        <path d={WORLD_SHAPES.land} className="map-land" />
        <path d={WORLD_SHAPES.borders} className="map-border" />
        {spot && (
          <g transform={`translate(${mapX(spot.longitudeDeg)} ${mapY(spot.latitudeDeg)}) scale(${1 / view.nearness})`}>
            <circle r={4} className="map-spot" />
            <circle r={1} className="map-spot-middle" />
          </g>
        )}
      </svg>
      <div className="map-buttons">
        <ActionIcon variant="default" aria-label="Map nearer" onClick={() => nearer(2)}>
          <IconPlus size={16} />
        </ActionIcon>
        <ActionIcon variant="default" aria-label="Map farther" onClick={() => nearer(0.5)}>
          <IconMinus size={16} />
        </ActionIcon>
      </div>
    </div>
  )
}
