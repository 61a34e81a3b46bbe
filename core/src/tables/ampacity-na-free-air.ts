/** Ampacity of single insulated copper conductors in free air, 30 °C ambient. Source: NFPA 70 (NEC) 2023, Table 310.17, copper. */
export const AMPACITY_NA_FREE_AIR = [
  { size: '14 AWG', insulation60A: 25, insulation75A: 30, insulation90A: 35 },
  { size: '12 AWG', insulation60A: 30, insulation75A: 35, insulation90A: 40 },
  { size: '10 AWG', insulation60A: 40, insulation75A: 50, insulation90A: 55 },
  { size: '8 AWG', insulation60A: 60, insulation75A: 70, insulation90A: 80 },
  { size: '6 AWG', insulation60A: 80, insulation75A: 95, insulation90A: 105 },
  { size: '4 AWG', insulation60A: 105, insulation75A: 125, insulation90A: 140 },
  { size: '3 AWG', insulation60A: 120, insulation75A: 145, insulation90A: 165 },
  { size: '2 AWG', insulation60A: 140, insulation75A: 170, insulation90A: 190 },
  { size: '1 AWG', insulation60A: 165, insulation75A: 195, insulation90A: 220 },
  { size: '1/0 AWG', insulation60A: 195, insulation75A: 230, insulation90A: 260 },
  { size: '2/0 AWG', insulation60A: 225, insulation75A: 265, insulation90A: 300 },
  { size: '3/0 AWG', insulation60A: 260, insulation75A: 310, insulation90A: 350 },
  { size: '4/0 AWG', insulation60A: 300, insulation75A: 360, insulation90A: 405 },
  { size: '250 kcmil', insulation60A: 340, insulation75A: 405, insulation90A: 455 },
] as const
