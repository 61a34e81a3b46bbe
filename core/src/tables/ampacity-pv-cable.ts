/** Current-carrying capacity of PV cable, 60 °C ambient. Source: EN 50618:2014, Table A.3. */
export const AMPACITY_PV_CABLE = [
  { size: '1.5 mm2', freeAirA: 30, singleOnSurfaceA: 29, twoTouchingA: 24 },
  { size: '2.5 mm2', freeAirA: 41, singleOnSurfaceA: 39, twoTouchingA: 33 },
  { size: '4 mm2', freeAirA: 55, singleOnSurfaceA: 52, twoTouchingA: 44 },
  { size: '6 mm2', freeAirA: 70, singleOnSurfaceA: 67, twoTouchingA: 57 },
  { size: '10 mm2', freeAirA: 98, singleOnSurfaceA: 93, twoTouchingA: 79 },
  { size: '16 mm2', freeAirA: 132, singleOnSurfaceA: 125, twoTouchingA: 107 },
  { size: '25 mm2', freeAirA: 176, singleOnSurfaceA: 167, twoTouchingA: 142 },
  { size: '35 mm2', freeAirA: 218, singleOnSurfaceA: 207, twoTouchingA: 176 },
  { size: '50 mm2', freeAirA: 276, singleOnSurfaceA: 262, twoTouchingA: 221 },
  { size: '70 mm2', freeAirA: 347, singleOnSurfaceA: 330, twoTouchingA: 278 },
  { size: '95 mm2', freeAirA: 416, singleOnSurfaceA: 395, twoTouchingA: 333 },
  { size: '120 mm2', freeAirA: 488, singleOnSurfaceA: 464, twoTouchingA: 390 },
] as const
