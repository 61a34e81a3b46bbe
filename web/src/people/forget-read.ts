/** What is read is kept under such names, for when there is no way (vite.config.ts). */
const KEPT = 'yardlamp-read'

/** Forgets what this device keeps of what was read. */
export async function forgetRead(): Promise<void> {
  if (!('caches' in globalThis)) return
  for (const name of await caches.keys()) if (name.startsWith(KEPT)) await caches.delete(name)
}
