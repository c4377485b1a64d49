import { Project } from '@lamina/core/records'
import { SAMPLES } from '@lamina/core/samples'
import { madeOn } from '@lamina/core/together'
import type { Store } from './store'

type Sample = (typeof SAMPLES)[number]

/** The change that a sample is whole with. */
const lastOf = (sample: string): string => `${sample}-last`

/** Whether a sample is known to be whole, or was removed: told without making it, which takes seconds. */
const isDone = async (store: Store, sample: string): Promise<boolean> =>
  (await store.stores(sample, lastOf(sample))) || (await store.isRemoved(sample))

/**
 * Whether what is stored of a sample, if anything, is the beginning of these steps and nothing else: neither somebody's work nor
 * as another version draws it.
 */
async function isBeginningOf(
  store: Store,
  { id }: Pick<Sample, 'id'>,
  steps: ReturnType<Sample['make']>,
): Promise<boolean> {
  const there = (await store.has(id)) ? await store.since(id, { seq: 0, id: null }) : []
  return (
    there.length < steps.length &&
    there.every((entry, i) => entry.id === `${id}-${i}` && entry.label === steps[i]!.label)
  )
}

/**
 * Draws the sample projects, each once, and none that was removed: one whose drawing was broken off goes on where it stopped, since a
 * change sent twice is harmless. `said` is told of progress.
 */
export async function seedSamples(store: Store, said: (line: string) => void): Promise<void> {
  for (const sample of SAMPLES) {
    if (await isDone(store, sample.id)) continue
    let next = 0
    const steps = sample.make(() => `s${++next}`)
    const last = steps.length - 1
    if (!(await isBeginningOf(store, sample, steps))) continue
    said(`drawing the sample ${sample.id.replace(/^sample-/, '').replaceAll('-', ' ')}`)
    const drawn = new Project()
    for (const [i, { label, change }] of steps.entries()) {
      const was = madeOn(drawn, change)
      drawn.apply(change)
      const id = i === last ? lastOf(sample.id) : `${sample.id}-${i}`
      const sent = { id, client: 'samples', base: i, label, change, was, undoes: null }
      if (i === 0) await store.create(sample.id, sent)
      else await store.append(sample.id, sent)
    }
  }
}
