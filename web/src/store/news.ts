import type { HereNews } from '@lamina/core/exchange'
import { api } from '../api'
import { selfId } from './browser'

/** A change was stored, on whichever way; number 0: the project was removed. */
export interface News {
  readonly project: string
  readonly seq: number
  /** The window it was made in. */
  readonly client: string
}

/** What windows of one browser tell each other: news, where others are, or that the stream of them began (again). */
type Told = News | HereNews | 'began'

const NAME = 'lamina-news'
/** After the stream was refused it is asked for again after so long. */
const AGAIN_MS = 15_000

/**
 * News of a project, by the one stream that all windows of this browser share: a browser has few connections to a server, and a
 * stream takes one for as long as it lasts. The window that holds the stream tells the others; it is one that is seen, and gives
 * it up when it is hidden. Where there is nothing to agree by, each window that is seen has its own.
 * @param began the stream began, again, or may have been missed: what came meanwhile is to be asked for
 * @returns the way to stop
 */
export function listenToNews(
  project: string,
  { heard, here, began }: { heard(news: News): void; here(news: HereNews): void; began(): void },
): () => void {
  const channel = new BroadcastChannel(NAME)
  const hear = (told: Told): void => {
    if (told === 'began') began()
    else if (told.project !== project) return
    else if ('here' in told) here(told)
    else heard(told)
  }
  channel.onmessage = ({ data }: MessageEvent<Told>) => hear(data)
  const tell = (told: Told): void => {
    channel.postMessage(told)
    hear(told)
  }
  let giveUp: (() => void) | null = null

  /** Streams until it is given up. */
  const streaming = (signal: AbortSignal): Promise<void> =>
    new Promise((done) => {
      let source: EventSource | null = null
      let again: ReturnType<typeof setTimeout> | undefined
      const open = (): void => {
        source = new EventSource(api.newsAddress(selfId()))
        source.onopen = () => tell('began')
        source.onmessage = ({ data }: MessageEvent<string>) => tell(JSON.parse(data) as News)
        source.addEventListener('here', ({ data }: MessageEvent<string>) =>
          tell(JSON.parse(data) as HereNews),
        )
        source.onerror = () => {
          // Where the server only went away the browser tries again by itself.
          if (source?.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN_MS)
        }
      }
      open()
      signal.addEventListener('abort', () => {
        clearTimeout(again)
        source?.close()
        done()
      })
    })

  function begin(): void {
    const stop = new AbortController()
    giveUp = () => stop.abort()
    const { signal } = stop
    // Browsers have locks only where what is sent cannot be read on the way.
    const locks = navigator.locks as LockManager | null | undefined
    if (!locks) void streaming(signal)
    else {
      // Another window may hold the stream, and have told what was not heard here.
      began()
      locks
        .request(NAME, { signal }, () => (signal.aborted ? undefined : streaming(signal)))
        .catch((error: unknown) => {
          if (!signal.aborted) throw error
        })
    }
  }
  function end(): void {
    giveUp?.()
    giveUp = null
  }
  const see = (): void => {
    if (document.visibilityState === 'hidden') end()
    else if (!giveUp) begin()
  }
  document.addEventListener('visibilitychange', see)
  if (document.visibilityState !== 'hidden') begin()
  return () => {
    document.removeEventListener('visibilitychange', see)
    end()
    channel.close()
  }
}
