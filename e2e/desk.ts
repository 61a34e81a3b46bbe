/** Size of the window in which pages are tested. */
export const DESK = { width: 1280, height: 800 }
