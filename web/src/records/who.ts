import type { BuildRecord } from '@yard-lamp/core/records'

const KEY = 'yardlamp.who'

/** Who works on this device: asked once, remembered. */
export function lastWho(): string {
  try {
    return localStorage.getItem(KEY) ?? ''
  } catch {
    return ''
  }
}

export function rememberWho(name: string): void {
  try {
    localStorage.setItem(KEY, name)
  } catch {
    // It is asked for again.
  }
}

/** What every record begins with. */
export const written = (by: string): Pick<BuildRecord, 'id' | 'at' | 'by'> => ({
  id: crypto.randomUUID(),
  at: new Date().toISOString(),
  by,
})
