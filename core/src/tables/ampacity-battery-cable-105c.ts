/** Ampacity of flexible 105 °C battery cable outside engine spaces, single. Source: ABYC E-11, allowable amperage of 105 °C conductors. */
export const AMPACITY_BATTERY_CABLE_105C = [
  { size: '18 AWG', ampacityA: 20 },
  { size: '16 AWG', ampacityA: 25 },
  { size: '14 AWG', ampacityA: 35 },
  { size: '12 AWG', ampacityA: 45 },
  { size: '10 AWG', ampacityA: 60 },
  { size: '8 AWG', ampacityA: 80 },
  { size: '6 AWG', ampacityA: 120 },
  { size: '4 AWG', ampacityA: 160 },
  { size: '2 AWG', ampacityA: 210 },
  { size: '1 AWG', ampacityA: 245 },
  { size: '1/0 AWG', ampacityA: 285 },
  { size: '2/0 AWG', ampacityA: 330 },
  { size: '3/0 AWG', ampacityA: 385 },
  { size: '4/0 AWG', ampacityA: 445 },
] as const
