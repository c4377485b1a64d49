/** Lets the browser keep the application itself, so that it opens while the server is away. Only where what is sent cannot be read on the way. */
export function keepApplication(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  // It waits until what is to be seen is there. Where browsers do not keep it, it is asked of the server.
  window.addEventListener(
    'load',
    () => void navigator.serviceWorker.register('/offline.js').catch(() => undefined),
  )
}

let asked = false

/** Asks that what is kept here is not cleared away when space is short. */
export function keepStorage(): void {
  if (asked || !('storage' in navigator)) return
  asked = true
  void navigator.storage.persist?.().catch(() => undefined)
}
