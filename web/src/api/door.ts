/** Tells that the server let a request not in: whoever asks for names and passwords hears of it. */
export const door = new EventTarget()
export const SHUT = 'shut'
