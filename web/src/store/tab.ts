const KEY = 'yardlamp.tab'
const LOCK = 'yardlamp.tab.'

const fresh = (): string => Math.random().toString(36).slice(2, 12)

function remembered(): string {
  try {
    const before = sessionStorage.getItem(KEY)
    if (before) return before
    const made = fresh()
    sessionStorage.setItem(KEY, made)
    return made
  } catch {
    return fresh()
  }
}

/** Names this tab, also after it is loaded anew. A copy of a tab, which the browser gives the same memory, takes another name. */
export let THIS_TAB = remembered()

const locks = (): LockManager | null => globalThis.navigator?.locks ?? null

/** Held for as long as the tab lives, however it ends. */
const forEver = () => new Promise<void>(() => undefined)

/** Takes the name of this tab for itself; done once, before a draft is read or kept. */
export const tabNamed: Promise<void> = nameTab()

async function nameTab(): Promise<void> {
  const manager = locks()
  if (!manager) return
  for (;;) {
    const taken = await new Promise<boolean>((resolve) => {
      manager
        .request(LOCK + THIS_TAB, { ifAvailable: true }, (lock) => {
          resolve(lock !== null)
          return lock === null ? undefined : forEver()
        })
        // Where storage is denied there are no locks either: the name is taken as it is.
        .catch(() => resolve(true))
    })
    if (taken) return
    THIS_TAB = fresh()
    try {
      sessionStorage.setItem(KEY, THIS_TAB)
    } catch {
      // Named for as long as it is not loaded anew.
    }
  }
}

/** Names of the tabs that are open; null where the browser does not say. */
export async function heldTabs(): Promise<Set<string> | null> {
  const manager = locks()
  if (!manager) return null
  try {
    const { held = [] } = await manager.query()
    return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])))
  } catch {
    return null
  }
}
