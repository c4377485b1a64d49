import { makeId } from './ids'

const NAME = 'lamina-browser'

function known(): string {
  try {
    const found = localStorage.getItem(NAME)
    if (found && /^[0-9a-z]{16}$/.test(found)) return found
    const made = makeId()
    localStorage.setItem(NAME, made)
    return made
  } catch {
    return makeId()
  }
}

/** This browser: who made a change, where nobody signs in. One that keeps nothing is another each time. */
export const browserId = known()

/** This window of it. */
export const windowId = makeId()
