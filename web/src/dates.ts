/** A day in words: 1 December 2026. */
export const day = (iso: string): string =>
  new Date(iso).toLocaleDateString(undefined, { day: 'numeric', month: 'long', year: 'numeric' })

/** A day and the time: 1 December 2026, 09:30. */
export const dayAndTime = (iso: string): string =>
  `${day(iso)}, ${new Date(iso).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })}`
