import { computed, type ComputedRef } from 'vue'
import type { Id } from '@lamina/core/records'
import { useProject } from '../store/project'

const NUMBERS = new Intl.Collator('en', { numeric: true })
/** A keynote is told by its number and so many of its letters. */
const MOST = 40

/** The keynotes of the project to choose from, with what stands for none. */
export function useKeynotes(
  none: string,
): ComputedRef<{ readonly value: Id | null; readonly title: string }[]> {
  const store = useProject()
  return computed(() => [
    { value: null, title: none },
    ...store.project
      .all('keynote')
      .sort((p, q) => NUMBERS.compare(p.number, q.number))
      .map(({ id, number, text }) => {
        const line = text.replace(/\s+/g, ' ')
        return { value: id, title: `${number} ${line.length > MOST ? `${line.slice(0, MOST - 1)}…` : line}` }
      }),
  ])
}
