import { computed, type ComputedRef } from 'vue'
import { lensesOf } from '@lamina/core/library'
import type { Project } from '@lamina/core/records'
import { useProject } from '../store/project'

/** One of several to choose from in a list. */
export interface Choice<V = string> {
  readonly value: V
  readonly title: string
}

/** Named things to choose from. */
export const choicesOf = (things: readonly { readonly id: string; readonly name: string }[]): Choice[] =>
  things.map(({ id, name }) => ({ value: id, title: name }))

type NamedKind =
  'layer' | 'lineType' | 'wallType' | 'plateType' | 'material' | 'annotationStyle' | 'lens' | 'level'

function namedOf(project: Project, kind: NamedKind): Choice[] {
  switch (kind) {
    case 'layer':
      return choicesOf(project.all('layer').sort((p, q) => p.order - q.order))
    case 'level':
      return choicesOf(project.all('level').sort((p, q) => p.elevation - q.elevation))
    case 'lens':
      return choicesOf(lensesOf(project))
    case 'lineType':
    case 'wallType':
    case 'plateType':
    case 'material':
    case 'annotationStyle':
      return choicesOf(project.all(kind))
  }
}

/** The things of a kind in the open project to choose from, in the order they are listed in. */
export function useNamed(kind: NamedKind): ComputedRef<Choice[]> {
  const store = useProject()
  return computed(() => namedOf(store.project, kind))
}
