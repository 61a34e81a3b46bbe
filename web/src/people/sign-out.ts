import { api } from '../api/client.ts'
import { forgetRead } from './forget-read.ts'

/** Signs out here: what was read goes with whoever does. What waits to be sent or saved stays on this device. */
export async function signOut(): Promise<void> {
  await api.signOut()
  await forgetRead()
  location.assign('/')
}
