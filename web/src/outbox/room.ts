/** With less left than this the storage of a device is nearly full: some ten photographs. */
const LITTLE_BYTES = 60 * 1024 * 1024
const MEGABYTE = 1024 * 1024

/** How much this browser still keeps; null where it does not say. */
export async function roomLeftBytes(): Promise<number | null> {
  try {
    const { quota, usage } = await navigator.storage.estimate()
    return quota === undefined || usage === undefined ? null : Math.max(0, quota - usage)
  } catch {
    return null
  }
}

/** Said before it is full; empty while there is room. */
export const roomText = (leftBytes: number | null): string =>
  leftBytes === null || leftBytes > LITTLE_BYTES
    ? ''
    : `This device has room for ${Math.floor(leftBytes / MEGABYTE)} MB more. Send what waits, or make room, before you take more photographs.`

let isAsked = false
/** Asks the browser not to throw away what waits when it wants room. */
export function askToPersist(): void {
  if (isAsked) return
  isAsked = true
  void globalThis.navigator?.storage?.persist?.().catch(() => undefined)
}
