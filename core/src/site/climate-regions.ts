/** Parts of the earth, degrees: south, north, west, east. */
type Region = readonly [south: number, north: number, west: number, east: number]

/** Where a climate is met: coarse boxes drawn by us from general knowledge, to put the likely kinds first. They decide nothing. */
const REGIONS: Readonly<Record<string, readonly Region[]>> = {
  'ocean-cool': [
    [49, 61, -11, 2],
    [57, 70, 4, 14],
    [42, 60, -136, -122],
    [-48, -38, 143, 179],
    [-55, -38, -76, -71],
  ],
  'lowland-temperate': [
    [43, 58, -2, 25],
    [39, 45, -88, -70],
  ],
  continental: [
    [38, 55, -105, -66],
    [44, 58, 20, 62],
    [35, 50, 110, 142],
  ],
  boreal: [
    [50, 66, -165, -55],
    [58, 68, 12, 60],
    [50, 66, 60, 160],
  ],
  arctic: [
    [66, 84, -180, 180],
    [59, 84, -60, -14],
  ],
  mountain: [
    [44, 47.8, 6, 14],
    [42, 43.2, -1, 3],
    [36, 52, -120, -104],
    [27, 36, 72, 95],
    [41, 44, 40, 48],
    [-40, -28, -72, -68.5],
  ],
  'winter-rain': [
    [30, 44.5, -10, 37],
    [32, 41, -125, -118],
    [-38, -30, -74, -70],
    [-35, -31, 17, 20],
    [-36, -30, 114, 120],
    [-39, -33, 134, 145],
  ],
  steppe: [
    [35, 50, 45, 112],
    [31, 50, -115, -98],
    [-50, -30, -70, -62],
    [-33, -22, 20, 29],
    [-35, -25, 138, 149],
    [12, 17, -16, 35],
  ],
  desert: [
    [15, 33, -17, 60],
    [22, 31, 60, 76],
    [26, 37, -117, -103],
    [-32, -19, 115, 140],
    [-30, -17, 11, 20],
  ],
  'high-plateau': [
    [-24, -5, -79, -64],
    [5, 14, 36, 42],
    [16, 23, -104, -97],
    [28, 38, 78, 103],
  ],
  'subtropic-humid': [
    [25, 38, -98, -75],
    [22, 35, 105, 123],
    [30, 37, 129, 142],
    [-36, -22, -60, -45],
    [-38, -24, 147, 154],
    [-34, -27, 28, 33],
  ],
  monsoon: [
    [8, 30, 68, 96],
    [8, 22, 96, 110],
    [4, 11, -14, 9],
  ],
  savanna: [
    [4, 15, -17, 40],
    [-20, -5, 12, 40],
    [-25, -5, -60, -40],
    [-18, -11, 124, 146],
    [6, 10, -72, -60],
  ],
  rainforest: [
    [-6, 6, -80, -48],
    [-5, 5, 8, 30],
    [-9, 7, 95, 152],
  ],
  'trade-island': [
    [10, 27, -86, -59],
    [-24, 23, -180, -130],
    [-25, -3, 150, 180],
    [-25, -10, 42, 60],
  ],
  'fog-coast': [
    [-30, -5, -82, -70],
    [-30, -16, 11, 15],
    [27, 40, -125, -117],
    [20, 33, -18, -9],
  ],
}

/** Size of the smallest region of a climate that holds a place, square degrees; infinite where none does. */
export function smallestRegion(climateId: string, latitudeDeg: number, longitudeDeg: number): number {
  const sizes = (REGIONS[climateId] ?? [])
    .filter(
      ([south, north, west, east]) =>
        south <= latitudeDeg && latitudeDeg <= north && west <= longitudeDeg && longitudeDeg <= east,
    )
    .map(([south, north, west, east]) => (north - south) * (east - west))
  return Math.min(Number.POSITIVE_INFINITY, ...sizes)
}
