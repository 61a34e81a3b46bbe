/** Hours ahead of UTC that are in use somewhere, and none: by the sun. */
export const ZONES = [
  '',
  ...Array.from({ length: 53 }, (_, i) => -12 + i / 2).flatMap((hours) => (hours <= 14 ? [String(hours)] : [])),
  '5.75',
  '8.75',
  '12.75',
].sort((a, b) => Number(a) - Number(b))

/** @example zoneText('5.5') // 'UTC +5:30' */
export const zoneText = (value: string): string => {
  if (value === '') return 'by the sun'
  const hours = Number(value)
  const minutes = Math.round((Math.abs(hours) % 1) * 60)
  return `UTC ${hours < 0 ? '−' : '+'}${Math.floor(Math.abs(hours))}:${String(minutes).padStart(2, '0')}`
}
