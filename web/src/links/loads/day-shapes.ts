import { type DayKind, type DayLayer, type dayLayers, hourlyW, monthFactor } from '@yard-lamp/core/loads'
import { formatNumber, formatQuantity } from '@yard-lamp/core/units'

/** Shapes and words of the day's picture. */

export function stacked(layers: readonly DayLayer[]): { layer: DayLayer; fromW: number[] }[] {
  const sum = Array<number>(24).fill(0)
  return layers.map((layer) => {
    const fromW = [...sum]
    layer.hourlyW.forEach((watts, at) => {
      sum[at] = (sum[at] ?? 0) + watts
    })
    return { layer, fromW }
  })
}

/** The hours of the loads that are lit, where they are a part of the day alone. */
export function litHours(
  loads: Parameters<typeof dayLayers>[0]['loads'],
  lit: readonly string[],
  energies: ReadonlyMap<string, number>,
  kind: DayKind,
  month: number,
): number[] | null {
  if (lit.length !== 1) return null
  const load = loads.find(({ id }) => id === lit[0])
  const energyWh = load ? (energies.get(load.id) ?? 0) * monthFactor(load, month) : 0
  return load && energyWh > 0 ? hourlyW(load, energyWh, kind) : null
}

/** 1, 2 or 5 times a power of ten, not below a third of the highest. */
export function niceStep(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least))
  return ([1, 2, 5, 10].find((times) => times * power >= least) ?? 10) * power
}

export function sunPath(
  riseH: number,
  setH: number,
  x: (at: number) => number,
  y: (watts: number) => number,
  topW: number,
): string {
  const points = Array.from({ length: 41 }, (_, i) => {
    const along = i / 40
    return `${x(riseH + (setH - riseH) * along).toFixed(1)},${y(topW * 0.97 * Math.sin(Math.PI * along) ** 1.2).toFixed(1)}`
  })
  return `M${points.join('L')}Z`
}

export function readout(hour: number | null, totalW: readonly number[], layers: readonly DayLayer[]): string {
  if (hour === null) return ''
  const parts = layers
    .filter((layer) => (layer.hourlyW[hour] ?? 0) > 0)
    .map((layer) => `${layer.name} ${formatNumber(layer.hourlyW[hour] ?? 0, 0)}`)
  return `${hour}:00–${hour + 1}:00  ${formatQuantity(totalW[hour] ?? 0, 'W', 0)}${parts.length > 0 ? `: ${parts.join(', ')}` : ''}`
}

export function moved(name: string, byH: number, saves: { throughBatteryWh: number; bankWh: number } | null): string {
  if (byH === 0) return `${name}: drag it along the day`
  const way = `${name}, ${Math.abs(byH)} h ${byH > 0 ? 'later' : 'earlier'}`
  if (!saves) return `${way}: enter the latitude to see what that saves`
  const { throughBatteryWh, bankWh } = saves
  if (Math.abs(throughBatteryWh) < 1) return `${way}: nothing saved in battery, as much of it is after dark`
  const less = throughBatteryWh > 0 ? 'less' : 'more'
  return `${way}: ${formatQuantity(Math.abs(throughBatteryWh), 'Wh', 0)} a day ${less} through the battery, ${formatQuantity(Math.abs(bankWh), 'Wh', 0)} ${less} bank for a night`
}
