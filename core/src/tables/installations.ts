/** How a cable is laid, by the table that says what it may carry. Ids stand in job files: they never change. */
export const INSTALLATIONS = [
  'na-raceway-75',
  'na-raceway-90',
  'na-free-air-75',
  'na-free-air-90',
  'iec-pvc70-b1',
  'iec-pvc70-c',
  'iec-xlpe90-b1',
  'iec-xlpe90-c',
  'pv-free-air',
  'pv-surface',
  'pv-two-touching',
  'battery-105',
  'battery-105-engine',
] as const
export type Installation = (typeof INSTALLATIONS)[number]
