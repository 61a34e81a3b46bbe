/** Sun, planes, horizon, weather. The door of this room: what other packages use of it. */

export { CLEAR_ABOVE, OVERCAST_BELOW } from './clearness.ts'
export { climateFigures, climatesNear, isMetAt } from './climates.ts'
export { DRAWN_STEP_DEG, drawnHeights, horizonText, pointsOfHeights, readHorizon } from './horizon-text.ts'
export type { MeasuredHours } from './measured-year.ts'
export { type KnownPlace, placeName, type SpotOnMap, siteAt, spotName } from './place.ts'
export { sunMonths } from './sky-link.ts'
export { declinationDeg, sunInSky } from './solar-geometry.ts'
export { impossibleSun } from './sun.ts'
export { type PlaneMap, planeMap, SEASONS, seasonOfMonths, skyYear, type TiltAim, tiltRules } from './tilts.ts'
export {
  epwYear,
  guessedColumns,
  type HourlyColumns,
  readEpw,
  readHourlyRows,
  rowsYear,
  type WeatherMonths,
} from './weather-file.ts'
export { type YearAgainstMonths, yearAgainstMonths } from './year-against-months.ts'
export { type YearSummary, yearSummary } from './year-summary.ts'
