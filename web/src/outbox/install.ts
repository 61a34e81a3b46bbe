import { registerSW } from 'virtual:pwa-register'
import { notifications } from '@mantine/notifications'

/** A new version is looked for this often, ms. */
const LOOK_EACH_MS = 3_600_000

/** Keeps the application on this device, so that it opens without a way; a newer one is taken when somebody says so. */
export function install(): void {
  const update = registerSW({
    onNeedRefresh: () =>
      notifications.show({
        id: 'newer',
        title: 'A newer Yard Lamp is here',
        message: 'Press here to take it. What waits to be sent or saved is kept.',
        autoClose: false,
        style: { cursor: 'pointer' },
        onClick: () => void update(true),
        closeButtonProps: { 'aria-label': 'Later' },
      }),
    onRegisteredSW: (_address, registration) => {
      if (registration) setInterval(() => void registration.update().catch(() => undefined), LOOK_EACH_MS)
    },
  })
}
