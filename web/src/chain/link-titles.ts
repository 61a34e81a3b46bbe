import type { LinkId } from '@yard-lamp/core'

export const LINK_TITLE: Record<LinkId, string> = {
  site: 'Site',
  loads: 'Loads',
  battery: 'Battery',
  array: 'Array',
  controller: 'Controller',
  inverter: 'Inverter',
  backup: 'Backup',
  wiring: 'Wiring',
  parts: 'Parts',
}
