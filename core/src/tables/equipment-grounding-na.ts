/** Smallest copper equipment grounding conductor by the rating of the overcurrent device. Source: NFPA 70 (NEC) 2023, Table 250.122. */
export const EQUIPMENT_GROUNDING_NA = [
  { deviceRatingMaxA: 15, size: '14 AWG' },
  { deviceRatingMaxA: 20, size: '12 AWG' },
  { deviceRatingMaxA: 60, size: '10 AWG' },
  { deviceRatingMaxA: 100, size: '8 AWG' },
  { deviceRatingMaxA: 200, size: '6 AWG' },
  { deviceRatingMaxA: 300, size: '4 AWG' },
  { deviceRatingMaxA: 400, size: '3 AWG' },
  { deviceRatingMaxA: 500, size: '2 AWG' },
  { deviceRatingMaxA: 600, size: '1 AWG' },
] as const
