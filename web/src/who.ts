import type { Router } from 'vue-router'
import { useMe } from './store/me'

/** Where people are asked who they are, all pages but those by which they come are for those who are signed in. */
export function askWho(router: Router): void {
  router.beforeEach(async (to) => {
    const store = useMe()
    const { asked, person } = await store.known()
    if (!asked) return to.name === 'sign-in' || to.name === 'join' || to.name === 'persons' ? '/' : true
    if (person || to.meta['anybody']) return true
    return { name: 'sign-in', query: to.fullPath === '/' ? {} : { then: to.fullPath } }
  })
}

/** Goes to a page of this application as if it were opened: whoever is signed in now begins with nothing of anybody else's. */
export function goAnew(path: string): void {
  const isHere = path.startsWith('/') && !path.startsWith('//')
  location.assign(isHere ? path : '/')
}
