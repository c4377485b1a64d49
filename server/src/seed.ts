import { Project } from '@lamina/core/records'
import { SAMPLES } from '@lamina/core/samples'
import { madeOn } from '@lamina/core/together'
import type { Store } from './store'

/**
 * Draws the sample projects, each once: one whose drawing was broken off goes on where it stopped, since a
 * change sent twice is harmless. `said` is told of progress.
 */
export async function seedSamples(store: Store, said: (line: string) => void): Promise<void> {
  for (const sample of SAMPLES) {
    let next = 0
    const steps = sample.make(() => `s${++next}`)
    const last = steps.length - 1
    if (await store.has(sample.id)) {
      const { seq } = await store.read(sample.id)
      if (
        seq > last ||
        (await store.since(sample.id, { seq: 0, id: null })).some((entry) => entry.client !== 'samples')
      )
        continue
    }
    said(`drawing the sample ${sample.id.replace(/^sample-/, '').replaceAll('-', ' ')}`)
    const drawn = new Project()
    for (const [i, { label, change }] of steps.entries()) {
      const was = madeOn(drawn, change)
      drawn.apply(change)
      const sent = { id: `${sample.id}-${i}`, client: 'samples', base: i, label, change, was, undoes: null }
      if (i === 0) await store.create(sample.id, sent)
      else await store.append(sample.id, sent)
    }
  }
}
