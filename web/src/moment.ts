import type { RouteLocationNormalized, Router } from 'vue-router'

/** The change after which the project of a place is looked at; null: as it is now. */
export const momentOf = ({ query }: Pick<RouteLocationNormalized, 'query'>): number | null =>
  /^[1-9]\d{0,9}$/.test(String(query['at'])) ? Number(query['at']) : null

let isLeaving = false

/** Goes on from a moment to now, on the page that is shown. */
export async function goToNow(router: Router): Promise<void> {
  const { path, query } = router.currentRoute.value
  const { at: _, ...rest } = query
  isLeaving = true
  await router.push({ path, query: rest }).finally(() => (isLeaving = false))
}

/** Whoever looks at a moment goes on looking at it, on whatever page of the project. */
export function stayAtMoment(router: Router): void {
  router.beforeEach((to, from) => {
    const isSame = to.params['project'] !== undefined && to.params['project'] === from.params['project']
    const stays = isSame && momentOf(from) !== null && momentOf(to) === null && !to.meta['now'] && !isLeaving
    return stays ? { path: to.path, hash: to.hash, query: { ...to.query, at: String(momentOf(from)) } } : true
  })
}
