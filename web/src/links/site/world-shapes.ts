import { geoEquirectangular, geoGraticule10, geoPath } from 'd3-geo'
import { feature, mesh } from 'topojson-client'
import world from 'world-atlas/countries-50m.json'

/** The whole earth, a degree of either kind equally wide: 360 by 180 units. */
export const WORLD_WIDTH = 360
export const WORLD_HEIGHT = 180

/** As the package’s functions read it; the type of its JSON is too wide. */
type World = Parameters<typeof mesh>[0]

const topology = world as unknown as World
function objectOf(name: 'land' | 'countries') {
  const found = topology.objects[name]
  if (!found) throw new RangeError(`the outlines hold no ${name}`)
  return found as Extract<typeof found, { type: 'GeometryCollection' }>
}

const path = geoPath(
  geoEquirectangular()
    .scale(WORLD_WIDTH / (2 * Math.PI))
    .translate([WORLD_WIDTH / 2, WORLD_HEIGHT / 2]),
)

/** Outlines as SVG paths: land, borders between countries, every tenth degree. */
export const WORLD_SHAPES = {
  land: path(feature(topology, objectOf('land'))) ?? '',
  borders: path(mesh(topology, objectOf('countries') as Parameters<typeof mesh>[1], (a, b) => a !== b)) ?? '',
  graticule: path(geoGraticule10()) ?? '',
}

/** Where a spot lies on the map, and the other way. */
export const mapX = (longitudeDeg: number) => longitudeDeg + WORLD_WIDTH / 2
export const mapY = (latitudeDeg: number) => WORLD_HEIGHT / 2 - latitudeDeg
