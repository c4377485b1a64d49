import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia, type Pinia } from 'pinia'
import { expect, vi } from 'vitest'
import { nextTick, type Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { createVuetify } from 'vuetify'
import type { AnyRecord } from '@lamina/core/records'
import { api } from '../src/api'
import { kept } from '../src/store/kept'
import { useProject } from '../src/store/project'

/** Parts of the interface over an open project, without a server: changes are made here and sent nowhere. */
export interface Desk {
  readonly store: ReturnType<typeof useProject>
  show<C extends Component>(component: C, props?: Record<string, unknown>): VueWrapper
}

/** Opens a project of some records. Any warning of Vue fails the test. */
export async function openDesk(records: readonly AnyRecord[]): Promise<Desk> {
  vi.stubGlobal(
    'EventSource',
    class extends EventTarget {
      close(): void {}
    },
  )
  vi.stubGlobal('visualViewport', new EventTarget())
  vi.stubGlobal(
    'FontFace',
    class {
      load = async (): Promise<this> => this
    },
  )
  Object.defineProperty(document, 'fonts', { value: { add: () => undefined }, configurable: true })
  // Pictures are painted in the browser tests; here they only must not stand in the way.
  const canvas = new Proxy({}, { get: () => () => undefined, set: () => true })
  vi.stubGlobal(
    'Path2D',
    class {
      moveTo(): void {}
      lineTo(): void {}
      arc(): void {}
      rect(): void {}
      closePath(): void {}
    },
  )
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(canvas as never)
  vi.spyOn(api, 'read').mockResolvedValue({
    opened: { id: 'p', records: [...records], seq: 0, on: 'first' },
    text: '',
  })
  vi.spyOn(api, 'history').mockResolvedValue([])
  vi.spyOn(api, 'here').mockResolvedValue([])
  vi.spyOn(api, 'left').mockResolvedValue(new Response())
  vi.spyOn(api, 'send').mockImplementation(() => new Promise(() => undefined))
  vi.spyOn(kept, 'waiting').mockResolvedValue([])
  let n = 0
  vi.spyOn(kept, 'aside').mockResolvedValue([])
  vi.spyOn(kept, 'state').mockResolvedValue()
  vi.spyOn(kept, 'add').mockImplementation((_, sent) => Promise.resolve({ n: ++n, sent }))
  const pinia: Pinia = createPinia()
  setActivePinia(pinia)
  const vuetify = createVuetify()
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/', component: {} }] })
  const store = useProject()
  await store.open('test')
  return {
    store,
    show: (component, props = {}) =>
      mount(component as never, {
        props: props as never,
        attachTo: document.body,
        global: {
          plugins: [pinia, vuetify, router],
          config: {
            warnHandler: (message) => {
              throw new Error(`Vue: ${message}`)
            },
          },
        },
      }) as VueWrapper,
  }
}

/** The figures of a card by their words. */
export const figures = (card: VueWrapper): Record<string, string> => {
  const words = card.findAll('dt').map((each) => each.text())
  const values = card.findAll('dd').map((each) => each.text())
  expect(values).toHaveLength(words.length)
  return Object.fromEntries(words.map((word, i) => [word, values[i]!]))
}

/** Types into a field and leaves it. */
export async function fill(card: VueWrapper, label: string, text: string): Promise<void> {
  await card.find(`[aria-label="${label}"]`).setValue(text)
  await nextTick()
  await nextTick()
}
