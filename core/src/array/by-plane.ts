/** Whole strings in each plane of an array, and the inputs they come to. */
export interface OnPlane {
  readonly strings: number
  /** Inputs of controllers that take strings of this plane only; 0 where planes must share an input. */
  readonly inputs: number
}

/**
 * Whole strings in each of the planes of an array, by their shares: a string lies in one plane, and each plane has one
 * before another has two more than its share. Where there are fewer strings than planes, the planes of least share stay empty.
 * @param shares of the planes, together 1
 * @returns strings by plane, in the order of the shares
 * @example stringsByPlane(5, [0.5, 0.5]) // [3, 2]
 */
export function stringsByPlane(strings: number, shares: readonly number[]): number[] {
  const counts = shares.map(() => 0)
  const byShare = shares.map((share, i) => ({ share, i })).sort((a, b) => b.share - a.share)
  for (const { i } of byShare.slice(0, strings)) counts[i] = 1
  for (let placed = Math.min(strings, shares.length); placed < strings; placed++) {
    // The plane whose share is least filled takes the next string.
    const next = byShare.reduce((a, b) => ((counts[b.i] ?? 0) / b.share < (counts[a.i] ?? 0) / a.share ? b : a))
    counts[next.i] = (counts[next.i] ?? 0) + 1
  }
  return counts
}

/**
 * Inputs of all controllers given to the planes: one to each that has strings, then to the plane with most strings on one.
 * @returns in the order of the planes; all 0 where there are fewer inputs than planes, which then share them
 */
export function inputsByPlane(strings: readonly number[], inputs: number): number[] {
  const given: number[] = strings.map((count) => (count > 0 ? 1 : 0))
  let left = inputs - given.reduce((a, b) => a + b, 0)
  if (left < 0) return strings.map(() => 0)
  for (; left > 0; left--) {
    const perInput = strings.map((count, i) => ((given[i] ?? 0) < count ? Math.ceil(count / (given[i] || 1)) : 0))
    const most = Math.max(...perInput)
    if (most <= 1) break
    const at = perInput.indexOf(most)
    given[at] = (given[at] ?? 0) + 1
  }
  return given
}

/** Most strings in parallel on one input. */
export function mostOnAnInput(
  strings: readonly number[],
  { inputs, controllers, stringsPerController }: { inputs: number; controllers: number; stringsPerController: number },
): number {
  const evenly = Math.ceil(stringsPerController / inputs)
  if (strings.length <= 1) return evenly
  const given = inputsByPlane(strings, inputs * controllers)
  return strings.reduce(
    (most, count, i) => (given[i] ? Math.max(most, Math.ceil(count / (given[i] ?? 1))) : most),
    given.some((each) => each > 0) ? 1 : evenly,
  )
}

/** Planes by their shares and sun, and what each month that counts asks of the sun for a watt of panels. */
export interface NeededOfPlanes {
  readonly planes: readonly { readonly share: number; readonly peakSunHours: readonly number[] }[]
  readonly neededWh: readonly number[]
}

/** Whether so many strings, shared out over the planes, bring what each month that counts needs. */
export function bringsEnough(strings: number, eachW: number, { planes, neededWh }: NeededOfPlanes): boolean {
  if (planes.length <= 1) return true
  const byPlane = stringsByPlane(
    strings,
    planes.map(({ share }) => share),
  )
  return neededWh.every((wh, month) => {
    const sunWh = planes.reduce(
      (sum, plane, i) => sum + (byPlane[i] ?? 0) * eachW * (plane.peakSunHours[month] ?? 0),
      0,
    )
    return sunWh >= wh * (1 - 1e-9)
  })
}
